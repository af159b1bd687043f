import { ticksPerQuarter, type PlayedNote } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { plainPerformance } from '../../../device/audio/plainPerformance.ts';
import { transport, type Owner } from '../../../device/audio/transport.ts';
import { useSteady } from '../../../ui/useSteady.ts';

/** Each chord sounds so long, at a slow walk. */
const ticks = 2 * ticksPerQuarter;
const quarters = 80;

/** Sounds chords one after the other, on the piano. */
export function useChordSound(): (chords: readonly (readonly number[])[]) => void {
  const [owner] = useState<Owner>(() => ({}));
  useEffect(() => () => transport.stop(owner), [owner]);
  const { hear } = useSteady({
    hear: (chords: readonly (readonly number[])[]) => {
      const notes = chords.flatMap((chord, at) =>
        chord.map((note, place): PlayedNote => ({
          ...{ note, ticks, at, onset: at * ticks, velocity: 74, source: 'slot' },
          hand: place === 0 ? 'left' : 'right',
        })),
      );
      transport.hear(owner, {
        performance: { ...plainPerformance(chords.length * ticks), notes },
        options: { quarters, countIn: [], clicks: [], pedal: false, loop: false },
        isOpenAt: () => false,
      });
    },
  });
  return hear;
}
