import {
  barTicks,
  formatChord,
  type Chord,
  type MoveForm,
  type Timeline,
  type TimelinePart,
} from '@intervallum/core';
import type { ChartView } from '../../music/rails/view.ts';
import type { Hearable } from '../parts/useHearEdit.ts';

/** The chords between which something goes. */
export interface Ends {
  readonly before: Chord;
  readonly next: Chord;
  /** When the first begins, and the second, in ticks. */
  readonly from: number;
  readonly to: number;
}

/** The chords on both sides of the gap behind a slot; null where one of them is none. */
export function endsOf({ slots }: Timeline, after: number): Ends | null {
  const before = slots.findLast(({ is }, at) => at <= after && is.kind !== 'held');
  const next = slots.find(({ is }, at) => at > after && is.kind !== 'held');
  if (before?.is.kind !== 'chord' || next?.is.kind !== 'chord') return null;
  return { before: before.is.chord, next: next.is.chord, from: before.start, to: next.start };
}

/** So many bars are heard before and after. */
const beside = 2;

/** A stretch of time with some bars around it: an edit of it moves nothing else. */
export function rangeAround(from: number, to: number): Hearable['range'] {
  return ({ slots, song }: Timeline) => {
    const more = beside * barTicks(song.meter);
    const first = slots.findIndex(({ start }) => start >= from - more);
    const last = slots.findIndex(({ start }) => start >= to + more);
    return { from: Math.max(0, first), to: last < 0 ? slots.length : last };
  };
}

/** What tells one form of an idea from the others. */
export function idOf({ id, chords }: Pick<MoveForm, 'id' | 'chords'>): string {
  return `${id}: ${chords.map(({ chord }) => formatChord(chord)).join(' ')}`;
}

export function inRow(chords: readonly Chord[], view: ChartView): string {
  return chords.map((chord) => formatChord(chord, view.style)).join(' ');
}

/** When a part begins, in ticks. */
export function beginOf({ slots, ticks }: Timeline, part: TimelinePart | undefined): number {
  return part ? (slots[part.from]?.start ?? ticks) : ticks;
}
