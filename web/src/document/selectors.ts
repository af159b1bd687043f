import { cursorAt, placedSlots, textSlotAt, type TextSlot } from '@intervallum/core';
import type { SongState } from './songDocument.ts';

/** The slot of the text that one works in; null where one is in no bar. */
export function textSlotOf({ read, place }: SongState): TextSlot | null {
  const at = cursorAt(read, place);
  return at && textSlotAt(read.song, at);
}

/** The first chord of a song, where one begins to work on its hands; null for a song without one. */
export function firstChordOf({ read }: SongState) {
  return placedSlots(read.song).find(({ is }) => is.kind === 'chord') ?? null;
}
