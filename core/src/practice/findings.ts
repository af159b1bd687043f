import type { TimelineIndex } from '../chart/places.ts';
import { middleOf } from '../kit/middle.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { Hand } from '../playing/struck.ts';
import type { Fault, FaultKind } from './fault.ts';
import type { Tolerances } from './tolerances.ts';

/** One thing to be mended: the same fault at the same place, in however many rounds. */
export interface Finding {
  readonly kind: FaultKind;
  readonly hand: Hand | null;
  /** At which slot; null where it is so throughout. */
  readonly at: TimelineIndex | null;
  /** In how many rounds, of how many. */
  readonly times: number;
  readonly rounds: number;
  /** How many keys, over all rounds. */
  readonly count: number;
  /** What is written there, and what was played instead, the first time. */
  readonly note: MidiNumber | null;
  readonly played: MidiNumber | null;
  /** How much later (or sooner) it came, or how unevenly: the middle one, in milliseconds. */
  readonly ms: number;
  /** The same as a part of a quarter note at the tempo of the round. */
  readonly quarters: number;
}

/**
 * How much each weighs when it is said what to mend first: what is not there or another note before what is there at another
 * time (common practice, no published source). What is out of time weighs more the farther it is.
 */
const weights: Readonly<Record<FaultKind, number>> = {
  missing: 5,
  wrong: 5,
  octave: 3,
  extra: 2,
  apart: 2,
  late: 1.5,
  early: 1.5,
  uneven: 1.5,
};
const farthest = 3;

/** Where so many of all strikes are late (or early), they are so throughout. */
const throughout = 0.6;
const fewestThroughout = 6;

/**
 * What there is to be mended over some rounds of the same bars, the worst first.
 * @param strikes how many there are in one round
 */
export function findingsOf(
  rounds: readonly { readonly faults: readonly Fault[] }[],
  given: { readonly quarters: number; readonly tolerances: Tolerances; readonly strikes: number },
): Finding[] {
  const places = new Map<string, { faults: Fault[]; rounds: Set<number> }>();
  const all = rounds.flatMap(({ faults }, round) => faults.map((fault) => ({ fault, round })));
  const always = (['late', 'early'] as const).filter((kind) => {
    const count = all.filter(({ fault }) => fault.kind === kind).length;
    const of = given.strikes * rounds.length;
    return of >= fewestThroughout && count >= throughout * of;
  });
  for (const { fault, round } of all) {
    const isAlways = always.some((kind) => kind === fault.kind);
    const name = isAlways ? fault.kind : `${fault.kind} ${fault.hand} ${fault.at}`;
    const there = places.get(name) ?? { faults: [], rounds: new Set() };
    there.faults.push(fault);
    there.rounds.add(round);
    places.set(name, there);
  }
  return [...places.values()]
    .map(({ faults, rounds: found }) => {
      const [{ kind, hand, at, note, played }] = faults as [Fault];
      const isAlways = always.some((one) => one === kind);
      const ms = middleOf(faults.map((fault) => fault.ms));
      return {
        kind,
        hand: isAlways ? null : hand,
        at: isAlways ? null : at,
        times: found.size,
        rounds: rounds.length,
        count: faults.length,
        note,
        played,
        ms,
        quarters: (ms * given.quarters) / 60_000,
      };
    })
    .sort(
      (one, other) =>
        weightOf(other, given.tolerances) - weightOf(one, given.tolerances) ||
        (one.at ?? -1) - (other.at ?? -1),
    );
}

function weightOf({ kind, count, ms }: Finding, { inTime, together, even }: Tolerances): number {
  const limits: Partial<Record<FaultKind, number>> = {
    late: inTime,
    early: inTime,
    apart: together,
    uneven: even,
  };
  const limit = limits[kind];
  const far = limit === undefined ? 1 : Math.min(farthest, Math.abs(ms) / limit);
  return weights[kind] * far * count;
}
