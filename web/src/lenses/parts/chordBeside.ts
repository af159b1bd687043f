import { placedSlots, type PlacedSlot, type Song } from '@intervallum/core';

/** The chord before or behind a slot of the text (null: before all of them); a chord is held in the slots behind it. */
export function chordBeside(song: Song, slot: number | null, by: 1 | -1): PlacedSlot | undefined {
  const placed = placedSlots(song);
  const chords = placed.flatMap(({ is }, index) => (is.kind === 'chord' ? [index] : []));
  const now = chords.findLastIndex((one) => slot !== null && one <= slot);
  return placed[chords[Math.max(0, Math.min(chords.length - 1, now + by))] ?? -1];
}
