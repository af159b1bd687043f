import { fitVoice } from './fit.ts';
import type { SungRange } from './range.ts';
import { voiceOf, type Singer, type Voice } from './singers.ts';

/** How far a voice went, past what is noted of it. */
export interface Grown {
  /** The notes that were touched beyond, as MIDI numbers; null where none was. */
  readonly low: number | null;
  readonly high: number | null;
  /** The voice as it would be noted: what was sung can be touched; comfort stays what was found. */
  readonly voice: Pick<Voice, 'low' | 'high' | 'extremeLow' | 'extremeHigh'>;
}

/** Nobody is taken to have sung farther than this beyond what is noted, in half steps: then the key was another one. */
const farthest = 5;

/**
 * What a voice grew by when it sang a song.
 * @param range what is sung @param shift half steps from the key of the range to the key it was sung in
 * @returns null where all of it lies within what is noted, or so far beyond that it can hardly have been sung
 */
export function grownBy(singer: Singer, range: SungRange, shift: number): Grown | null {
  const noted = voiceOf(singer);
  const { low, high } = fitVoice(range, shift, noted);
  const [under, over] = [noted.extremeLow - low, high - noted.extremeHigh];
  if (Math.max(under, over) <= 0 || Math.max(under, over) > farthest) return null;
  return {
    low: under > 0 ? low : null,
    high: over > 0 ? high : null,
    voice: {
      low: noted.low,
      high: noted.high,
      extremeLow: Math.min(low, noted.extremeLow),
      extremeHigh: Math.max(high, noted.extremeHigh),
    },
  };
}
