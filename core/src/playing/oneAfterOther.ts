import type { Performance } from './perform.ts';
import type { Ticks } from '../kit/ticks.ts';

/** Something that is played, and how fast: in quarters a minute at a factor of 1. */
export interface Paced {
  readonly performance: Performance;
  readonly quarters: number;
}

/** Several performances as one, each beginning where the one before it ends, at its own tempo; at least one. */
export function oneAfterOther(all: readonly Paced[]): Paced {
  const [{ quarters }] = all as [Paced, ...Paced[]];
  let ticks: Ticks = 0;
  const moved = all.map(({ performance, quarters: own }) => {
    const from = ticks;
    const later = <One extends { readonly onset: number }>(one: One): One => ({
      ...one,
      onset: one.onset + from,
    });
    ticks += performance.ticks;
    return {
      notes: performance.notes.map(later),
      tune: performance.tune.map(later),
      pedal: performance.pedal.map(later),
      open: performance.open.map(later),
      tempos: performance.tempos.map((one) => ({
        onset: one.onset + from,
        factor: (one.factor * own) / quarters,
      })),
    };
  });
  return {
    quarters,
    performance: {
      notes: moved.flatMap(({ notes }) => notes),
      tune: moved.flatMap(({ tune }) => tune),
      pedal: moved.flatMap(({ pedal }) => pedal),
      open: moved.flatMap(({ open }) => open),
      tempos: moved.flatMap(({ tempos }) => tempos),
      // Slots are counted anew in each: there is no one chart that a screen could follow.
      starts: [],
      ticks,
    },
  };
}
