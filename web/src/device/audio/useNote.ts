import { ticksPerQuarter } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { transport, type Owner } from './transport.ts';
import { plainPerformance } from './plainPerformance.ts';

/** Sounds notes one after the other, each for a moment. */
export function useNote(): (...notes: number[]) => void {
  const [owner] = useState<Owner>(() => ({}));
  useEffect(() => () => transport.stop(owner), [owner]);
  return (...notes) => {
    const ticks = 2 * ticksPerQuarter;
    transport.hear(owner, {
      performance: {
        ...plainPerformance(notes.length * ticks),
        tune: notes.map((note, place) => ({ note, onset: place * ticks, ticks, velocity: 84 })),
      },
      options: { quarters: 100, countIn: [], clicks: [], pedal: false, loop: false },
      isOpenAt: () => false,
    });
  };
}
