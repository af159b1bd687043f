import type { NumberStyle } from '../chord/reading.ts';
import type { Voiced } from '../hands/search/voiced.ts';
import type { Instrument, Lineup, Reach } from '../hands/shapes/player.ts';
import type { Locks } from './choice.ts';
import type { Level } from './levels.ts';
import type { Busy } from './moves.ts';
import type { Style } from './styles.ts';

/** How a song is to be arranged, and for whom. */
export interface ArrangeWishes {
  readonly style: Style;
  readonly level: Level;
  /** How much may be added. */
  readonly busy: Busy;
  readonly lineup?: Lineup;
  readonly reach?: Reach;
  readonly instrument?: Instrument;
  /** What stays when one asks again. */
  readonly locks?: Locks;
  /** How full each part of the timeline is to be, from 0 to 1, where somebody has drawn it; null for what is usual. */
  readonly drawn?: readonly (number | null)[];
  /** What the hands hold, so that runs begin near it. */
  readonly voiced?: Voiced;
  readonly numbers?: Partial<NumberStyle>;
  /** Told how far it is, from 0 to 1. */
  readonly onProgress?: (done: number) => void;
}
