import type { Performance } from '@intervallum/core';

/** So much time in which nothing is played, at one tempo. */
export function plainPerformance(ticks: number): Performance {
  return {
    notes: [],
    tune: [],
    pedal: [],
    starts: [],
    tempos: [{ onset: 0, factor: 1 }],
    open: [],
    ticks,
  };
}
