import { diffArrays } from 'diff';
import { cutToDifference, editBetween, type TextEdit } from '../kit/edits.ts';

/**
 * How many differing lines, and differing words of lines, are compared one by one before the whole is taken as new; and
 * how long a stretch of lines is looked into at all.
 */
const most = { lines: 400, words: 200, characters: 4_000 } as const;

/**
 * The edits that make one text into another, for a text that came from outside, of which nobody knows how it was changed:
 * line by line, and word by word within the lines that differ. Takes time in proportion to the texts.
 */
export function compareTexts(before: string, after: string): TextEdit[] {
  const whole = editBetween(before, after);
  if (whole.from === whole.to && whole.insert === '') return [];
  // Both ends are alike: only what lies between them is compared, in whole lines.
  const start = whole.from === 0 ? 0 : before.lastIndexOf('\n', whole.from - 1) + 1;
  const tail = before.length - whole.to;
  const oldMiddle = before.slice(start, before.length - tail);
  const newMiddle = after.slice(start, after.length - tail);
  const lines = pieces(oldMiddle, newMiddle, /(?<=\n)/, most.lines) ?? [
    { from: 0, to: oldMiddle.length, insert: newMiddle },
  ];
  const edits = lines.flatMap(({ from, to, insert }) =>
    wordsOf(oldMiddle.slice(from, to), insert).map((edit) => moved(edit, from)),
  );
  return cutToDifference(
    before,
    edits.map((edit) => moved(edit, start)),
  );
}

function wordsOf(before: string, after: string): TextEdit[] {
  const isLong = before.length + after.length > most.characters;
  if (before === '' || after === '' || isLong) return [editBetween(before, after)];
  return (
    pieces(before, after, /(?<=\s)(?=\S)|(?<=\S)(?=\s)/, most.words) ?? [editBetween(before, after)]
  );
}

/** The edits between two texts by the pieces they are cut into; null where they differ in more than `limit` pieces. */
function pieces(before: string, after: string, cut: RegExp, limit: number): TextEdit[] | null {
  const parts = diffArrays(before.split(cut), after.split(cut), { maxEditLength: limit });
  if (!parts) return null;
  const edits: TextEdit[] = [];
  let at = 0;
  for (const { value, added, removed } of parts) {
    const text = value.join('');
    if (!added && !removed) {
      at += text.length;
      continue;
    }
    const last = edits.at(-1);
    const from = at;
    if (removed) at += text.length;
    const edit = { from, to: at, insert: added ? text : '' };
    if (last && last.to === from)
      edits[edits.length - 1] = { ...last, to: at, insert: last.insert + edit.insert };
    else edits.push(edit);
  }
  return edits;
}

function moved({ from, to, insert }: TextEdit, by: number): TextEdit {
  return { from: from + by, to: to + by, insert };
}
