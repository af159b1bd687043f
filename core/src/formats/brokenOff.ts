/** The element that was open where an XML text ends before it should, and the line it was opened in. */
export interface BrokenOff {
  readonly name: string;
  readonly line: number;
}

/**
 * Whether a text that is no well-formed XML is one that just ends too early, as a file does whose writing or sending broke
 * off. Looks at each character once.
 * @returns the innermost element that nothing closes; null where something else is wrong
 */
export function brokenOff(text: string): BrokenOff | null {
  const open: { readonly name: string; readonly at: number }[] = [];
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at)) {
    const end = endOfMarkup(text, at);
    if (end === null) return innermost(text, open);
    const name = /^<\/?([^\s<>/]+)/.exec(text.slice(at, Math.min(end, at + 200)))?.[1];
    if (text[at + 1] === '/') {
      if (open.pop()?.name !== name) return null;
    } else if (text[at + 1] !== '!' && text[at + 1] !== '?' && text[end - 2] !== '/') {
      if (!name) return null;
      open.push({ name, at });
    }
    at = end;
  }
  return innermost(text, open);
}

function innermost(
  text: string,
  open: readonly { readonly name: string; readonly at: number }[],
): BrokenOff | null {
  const last = open.at(-1);
  return last ? { name: last.name, line: text.slice(0, last.at).split('\n').length } : null;
}

/** Where the markup that begins at a place ends; null where the text ends before. */
function endOfMarkup(text: string, at: number): number | null {
  const [, closing] = [
    ['<!--', '-->'],
    ['<![CDATA[', ']]>'],
    ['<?', '?>'],
  ].find(([begins]) => text.startsWith(begins!, at)) ?? [null, null];
  if (closing) {
    const found = text.indexOf(closing, at);
    return found < 0 ? null : found + closing.length;
  }
  let quote = '';
  for (let place = at + 1; place < text.length; place += 1) {
    const letter = text[place]!;
    if (quote !== '') {
      if (letter === quote) quote = '';
    } else if (letter === '"' || letter === "'") quote = letter;
    else if (letter === '>') return place + 1;
  }
  return null;
}
