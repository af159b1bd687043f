import { ticksPerQuarter } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { transport, type Owner } from '../../device/audio/transport.ts';

/** Sounds one note for a moment. */
export function useNote(): (note: number) => void {
  const [owner] = useState<Owner>(() => ({}));
  useEffect(() => () => transport.stop(owner), [owner]);
  return (note) => {
    const ticks = 2 * ticksPerQuarter;
    transport.hear(owner, {
      performance: {
        notes: [],
        tune: [{ note, onset: 0, ticks, velocity: 84 }],
        pedal: [],
        starts: [],
        tempos: [{ onset: 0, factor: 1 }],
        open: [],
        ticks,
      },
      options: { quarters: 100, countIn: [], clicks: [], pedal: false, loop: false },
      isOpenAt: () => false,
    });
  };
}
