import type { Said } from '../chart/directions.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Dynamic } from '../chart/texture.ts';
import type { MidiNumber, Ticks } from '../kit/ticks.ts';
import type { Strike } from './textures.ts';

export type Hand = 'left' | 'right';

/** Where a note comes from: the chord struck and held, a left hand that walks, the pattern of a hand, a line of the chart, a placed run. */
export type StruckSource = 'slot' | 'walk' | 'texture' | 'line' | 'run';

/** One note that a hand strikes, as written: swing, loudness and the pedal come with the performance. */
export interface StruckNote {
  readonly hand: Hand;
  readonly note: MidiNumber;
  /** Ticks from the beginning of the song. */
  readonly from: Ticks;
  /** Where it ends: where it gives way, or sooner for a short one, or later for one that its pattern lets ring. */
  readonly to: Ticks;
  /** Where the hand strikes again, is silent, or goes on to the next chord. */
  readonly until: Ticks;
  readonly source: StruckSource;
  /** Where the hand plays two voices of a line: 0 for the upper one, 1 for the lower. */
  readonly voice?: number;
  readonly at: TimelineIndex;
  readonly weight: Strike['weight'];
  /** The chord is accented, and this is where it begins. */
  readonly accented: boolean;
  /** Left at once. */
  readonly short: boolean;
  /** Its place in a chord that is rolled upwards, from 0; null where all are struck together. */
  readonly rolled: number | null;
  readonly dynamic: Dynamic;
  /** In triplets: it does not swing. */
  readonly even: boolean;
}

/** A chord's time in the song. */
export interface StruckChord {
  readonly at: TimelineIndex;
  /** When it is due, and when the first hand comes in. */
  readonly due: Ticks;
  readonly from: Ticks;
  /** When the first hand goes on. */
  readonly until: Ticks;
  /** When the pedal changes: with the left hand, which a push of the right one alone leaves where it is. */
  readonly pedal: { readonly from: Ticks; readonly until: Ticks };
  /** Its pedal begins anew; else the one before it stays down. */
  readonly repedals: boolean;
  /** The hands that play. */
  readonly hands: readonly Hand[];
  /** A hand leaves silence, which the pedal would drown; or it is to be played without. */
  readonly dry: boolean;
  readonly said: Said;
}
