import type { NumberStyle } from '../chord/reading.ts';
import type { Gap } from './gap.ts';
import { walksInto } from './leftWalks.ts';
import type { LineFit } from './lineFit.ts';
import type { OwnMove } from './move.ts';
import { seriesOver } from './seriesOver.ts';

/* Moves that leave the chords as they are: what hands play on the way to the next one, written as played lines. */

/** All that hands can play in a gap on the chord that stands there, and what they cannot for want of time or room. */
export function lineMoves(
  gap: Gap,
  own: readonly OwnMove[],
  numbers?: Partial<NumberStyle>,
): LineFit[] {
  const { before, target } = gap;
  if (before.kind !== 'named' || target.kind !== 'named') return [];
  return [...seriesOver(gap, before, own, numbers), ...walksInto(gap, before, target, numbers)];
}
