import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Song } from '../chart/song.ts';
import { bassOf, rootOf, type Chord } from '../chord/chord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { cursorAt, type TextPlace } from '../marks/cursor.ts';
import { placedSlots, textSlotAt, type PlacedSlot } from '../marks/slots.ts';
import { degreeSemitones } from '../pitch/degree.ts';
import { splitSlot } from './parting.ts';

/** The chord slot that the cursor of the text is in, and the chord that follows it. */
export interface ChosenSlot {
  readonly slot: PlacedSlot;
  /** Which of all slots of the text it is. */
  readonly index: number;
  readonly chord: Chord;
  readonly next: PlacedSlot | null;
  readonly nextChord: Chord | null;
}

const chordOf = ({ is }: PlacedSlot) => (is.kind === 'chord' ? is.chord : null);

/** Finds the chord at a place in the text; null where there is none. */
export function chosenSlot(
  song: Song,
  read: ChartResult,
  cursor: TextPlace | null,
): ChosenSlot | null {
  const at = cursorAt(read, cursor);
  const index = at && textSlotAt(song, at);
  if (index === null) return null;
  const slots = placedSlots(song);
  const slot = slots[index];
  const chord = slot && chordOf(slot);
  if (!chord) return null;
  const next = slots.slice(index + 1).find((other) => chordOf(other) !== null) ?? null;
  return { slot, index, chord, next, nextChord: next && chordOf(next) };
}

/** Where a colour's resolution could stand: in the slot after it, or in the latter part of its own. */
export interface Proposal {
  readonly chord: Chord;
  /** The slot that shows it. */
  readonly bar: number;
  readonly slot: number;
  /** The bar as text, where the slot itself is to be parted; null where the next slot takes the chord. */
  readonly parted: string | null;
}

/**
 * Proposes where a resolution goes. A suspension resolves over its own root, or over its bass where that is the root: in the
 * next slot if that has the same root, else within its own time. A dominant resolves into the next slot. Null where it is
 * there already or has no room.
 */
export function proposeResolution(
  { slot, next, nextChord }: ChosenSlot,
  coloured: Chord,
  resolution: Chord,
  style: NumberStyle,
): Proposal | null {
  const sameRoot = (one: Chord, other: Chord) =>
    degreeSemitones(rootOf(one)) === degreeSemitones(rootOf(other));
  const isOver =
    degreeSemitones(bassOf(coloured)) === degreeSemitones(rootOf(resolution)) &&
    coloured.kind === 'named' &&
    coloured.bass !== null;
  const suspension = isOver || sameRoot(coloured, resolution);
  const nextFits = next && nextChord && (!suspension || sameRoot(nextChord, resolution));
  if (nextFits) {
    const there = JSON.stringify(nextChord) === JSON.stringify(resolution);
    return there ? null : { chord: resolution, bar: next.bar, slot: next.slot, parted: null };
  }
  if (!suspension || slot.is.kind !== 'chord') return null;
  const parted = splitSlot({ ...slot, is: { ...slot.is, chord: coloured } }, resolution, style);
  return parted === null ? null : { chord: resolution, bar: slot.bar, slot: slot.slot, parted };
}
