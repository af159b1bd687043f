import type { Problem, Repair } from '@intervallum/core';
import type { SongDocument } from './songDocument.ts';

/** Puts a repair's text in the place of a problem, as one step that undo takes back, and goes behind it. */
export function repair(
  songDocument: SongDocument,
  { place }: Problem,
  { text, at = place }: Repair,
): void {
  const { from, to } = songDocument.store.getState().read.lines.rangeOf(at);
  songDocument.edit(() => ({ ok: true, changes: [{ from, to, insert: text }], cursor: null }));
  songDocument.select(from + text.length, from + text.length);
}
