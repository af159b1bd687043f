/** A change of a text: what stands from `from` up to `to` gives way to `insert`. Counted in UTF-16 code units. */
export interface TextEdit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/** True for edits that stand in order, overlap nowhere and reach nowhere past a text of this length. */
export function areInOrder(edits: readonly TextEdit[], length: number): boolean {
  let last = 0;
  return edits.every(({ from, to }) => {
    const fits = from >= last && to >= from && to <= length;
    last = to;
    return fits;
  });
}

/** Edits in the order of the text; those at one place stay in the order they were made. */
export function inTextOrder(edits: readonly TextEdit[]): TextEdit[] {
  return edits.toSorted((one, other) => one.from - other.from || one.to - other.to);
}

/** A text with edits made, which stand in order (see `areInOrder`). */
export function withEdits(text: string, edits: readonly TextEdit[]): string {
  const parts: string[] = [];
  let last = 0;
  for (const { from, to, insert } of edits) {
    parts.push(text.slice(last, from), insert);
    last = to;
  }
  parts.push(text.slice(last));
  return parts.join('');
}

/** The one edit that makes a text into another: what both begin and end with stays. */
export function editBetween(before: string, after: string): TextEdit {
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && before.charCodeAt(head) === after.charCodeAt(head)) head += 1;
  let tail = 0;
  while (
    tail < most - head &&
    before.charCodeAt(before.length - 1 - tail) === after.charCodeAt(after.length - 1 - tail)
  )
    tail += 1;
  return { from: head, to: before.length - tail, insert: after.slice(head, after.length - tail) };
}

/** Edits without those that change nothing, each cut to what differs. */
export function cutToDifference(text: string, edits: readonly TextEdit[]): TextEdit[] {
  return edits.flatMap(({ from, to, insert }) => {
    const cut = editBetween(text.slice(from, to), insert);
    if (cut.from === cut.to && cut.insert === '') return [];
    return [{ from: from + cut.from, to: from + cut.to, insert: cut.insert }];
  });
}
