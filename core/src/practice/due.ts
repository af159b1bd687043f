import type { TimelineIndex } from '../chart/places.ts';
import type { MidiNumber, Ticks } from '../kit/ticks.ts';
import type { Performance } from '../playing/perform.ts';
import type { Hand, StruckSource } from '../playing/struck.ts';
import { clockOf } from '../playing/tempo.ts';

/** A note that is to be played, and when. */
export interface DueNote {
  readonly hand: Hand;
  readonly note: MidiNumber;
  readonly at: TimelineIndex;
  readonly onset: Ticks;
  /** Milliseconds from the beginning of the round. */
  readonly due: number;
}

/** What one hand strikes together, all at once or rolled. */
export interface DueStrike {
  readonly hand: Hand;
  readonly at: TimelineIndex;
  readonly source: StruckSource;
  readonly onset: Ticks;
  readonly due: number;
  /** Lowest first where they are struck at once. */
  readonly notes: readonly DueNote[];
}

/** Notes of a rolled chord follow one another within so many ticks; those of the fastest run lie farther apart. */
const rolledWithin = 50;

/**
 * What is to be played, strike by strike in the order of time.
 * @param quarters quarter notes a minute
 */
export function dueStrikes(
  { notes, tempos }: Pick<Performance, 'notes' | 'tempos'>,
  quarters: number,
): DueStrike[] {
  const clock = clockOf(tempos, quarters);
  const strikes: (Omit<DueStrike, 'notes'> & { notes: DueNote[] })[] = [];
  const last = new Map<Hand, (typeof strikes)[number]>();
  const ordered = [...notes].sort((one, other) => one.onset - other.onset || one.note - other.note);
  for (const { hand, note, at, source, onset } of ordered) {
    const due = 1_000 * clock(onset);
    const one: DueNote = { hand, note, at, onset, due };
    const before = last.get(hand);
    const goesOn =
      before?.at === at &&
      before.source === source &&
      onset - before.notes.at(-1)!.onset <= rolledWithin;
    if (goesOn) before.notes.push(one);
    else {
      const strike = { hand, at, source, onset, due, notes: [one] };
      last.set(hand, strike);
      strikes.push(strike);
    }
  }
  return strikes;
}
