import { ticksPerQuarter } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { transport, type Owner } from '../../../device/audio/transport.ts';
import { useTransport } from '../../parts/usePlayback.ts';

/** A bar of clicks, again and again, to play to. */
export function useClick() {
  const [owner] = useState<Owner>(() => ({}));
  const { playing } = useTransport(owner);
  useEffect(() => () => transport.stop(owner), [owner]);
  const beats = [0, 1, 2, 3].map((beat) => ({
    onset: beat * ticksPerQuarter,
    ticks: ticksPerQuarter,
    strong: beat === 0,
    index: beat,
    feel: 'in time' as const,
  }));
  return {
    isClicking: playing !== null,
    /** @param quarters quarter notes a minute */
    start: (quarters: number) =>
      transport.hear(owner, {
        performance: {
          notes: [],
          tune: [],
          pedal: [],
          starts: [],
          tempos: [{ onset: 0, factor: 1 }],
          open: [],
          ticks: 4 * ticksPerQuarter,
        },
        options: { quarters, countIn: [], clicks: beats, pedal: false, loop: true },
        isOpenAt: () => false,
      }),
    stop: () => transport.stop(owner),
  };
}
