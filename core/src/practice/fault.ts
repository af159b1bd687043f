import type { TimelineIndex } from '../chart/places.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { Hand } from '../playing/struck.ts';

/** A key that went down, in milliseconds from the beginning of the round. */
export interface KeyDown {
  readonly note: MidiNumber;
  readonly at: number;
}

/**
 * What can be wrong: another key, none, the same one elsewhere, one too many; later or sooner than written, one hand beside the
 * other, even notes that are not.
 */
export const faultKinds = [
  'wrong',
  'missing',
  'octave',
  'extra',
  'late',
  'early',
  'apart',
  'uneven',
] as const;
export type FaultKind = (typeof faultKinds)[number];

/** Something that was not as it is written. */
export interface Fault {
  readonly kind: FaultKind;
  /** Whose it is; of two hands that lie apart the one that is farther off; null where nobody can know. */
  readonly hand: Hand | null;
  /** At which slot of the timeline. */
  readonly at: TimelineIndex;
  /** What is written there; null for a key that is none of it. */
  readonly note: MidiNumber | null;
  readonly played: MidiNumber | null;
  /** How much later (or, negative, sooner) it came, or how unevenly; 0 where time is not what is wrong. */
  readonly ms: number;
}
