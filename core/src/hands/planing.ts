import { withDegrees, type Chord } from '../chord/chord.ts';
import { degreeOfSemitones, degreeSemitones, type Degree } from '../pitch/degree.ts';
import type { Instrument } from './shapes/player.ts';

/** Half steps that a shape is slid by: as players count them, up 2, up 1, up 1 to its target. */
export const slides = [-2, -1, 1, 2] as const;
export type Slide = (typeof slides)[number];

/**
 * A chord and the hands that hold it slid in parallel: every note by as many half steps (common practice, no published source).
 * @returns null where the keyboard ends before
 */
export function slid(
  {
    chord,
    left,
    right,
  }: { readonly chord: Chord; readonly left: readonly number[]; readonly right: readonly number[] },
  by: Slide,
  instrument: Instrument,
): { readonly chord: Chord; readonly left: number[]; readonly right: number[] } | null {
  const moved = (notes: readonly number[]) => notes.map((note) => note + by);
  const all = [...moved(left), ...moved(right)];
  if (all.some((note) => note < instrument.lowest || note > instrument.highest)) return null;
  const degree = (one: Degree) => degreeOfSemitones(degreeSemitones(one) + by);
  return { chord: withDegrees(chord, degree), left: moved(left), right: moved(right) };
}
