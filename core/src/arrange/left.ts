import type { LeftShape, LeftWish } from '../chart/saidHands.ts';
import { hasBassPlayer, type Lineup, type Reach } from '../hands/shapes/player.ts';
import type { Level } from './levels.ts';

/** A tenth, in half steps. */
const tenth = 16;

/**
 * What the left hand holds in a section, by how full it is: a root under who is new to it or beside a bass player, then root and
 * fifth, then the octave, then a tenth for a hand that holds one (common practice, no published source).
 * @param full how full the section is to be, from 0 to 1
 */
export function leftFor(
  full: number,
  {
    level,
    lineup,
    reach,
  }: { readonly level: Level; readonly lineup: Lineup; readonly reach: Reach },
): LeftWish {
  const wish = (shape: LeftShape, orElse: LeftShape | null = null): LeftWish => ({ shape, orElse });
  if (level === 'beginner') return wish('1');
  if (hasBassPlayer(lineup))
    return full < 0.5 || level === 'average' ? wish('1') : wish('1-5', '1');
  if (full < 0.35) return wish('1-5', '1');
  if (level === 'average' || full < 0.6) return wish('1-8', '1');
  return reach.left.held >= tenth ? wish('1-5-10', '1-8') : wish('1-5-8', '1-8');
}
