import { tempoLimits } from '@intervallum/core';
import { useRef } from 'react';

/** Taps that lie farther apart, in milliseconds, begin anew; so many of the last ones count. */
const longest = 2_000;
const most = 5;

/** The tempo that somebody taps. @returns takes a tap at a moment in milliseconds; beats a minute from the third tap on */
export function useTap(): (at: number) => number | null {
  const taps = useRef<readonly number[]>([]);
  return (at) => {
    const before = taps.current;
    const goesOn = before.length > 0 && at - before.at(-1)! < longest;
    taps.current = [...(goesOn ? before : []), at].slice(-most);
    return tappedTempo(taps.current);
  };
}

/** Felt beats a minute of taps, in milliseconds; null where there are too few, or they are no tempo. */
export function tappedTempo(taps: readonly number[]): number | null {
  if (taps.length < 3) return null;
  const tempo = Math.round((60_000 * (taps.length - 1)) / (taps.at(-1)! - taps[0]!));
  return tempo >= tempoLimits.slowest && tempo <= tempoLimits.fastest ? tempo : null;
}
