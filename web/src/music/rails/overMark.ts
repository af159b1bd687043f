import type { StepMovement } from '@intervallum/core';

/** What stands over a chord of how the hands come to it. */
export interface HandsMark {
  readonly movement: StepMovement;
  /** The name of the top note. */
  readonly top: string;
  readonly pinned: boolean;
  /** The note on top is not the one that is sung. */
  readonly offTune: boolean;
  /** Which note stays through a row of chords that this one is in, in words; null where none does. */
  readonly stays: { readonly said: string; readonly begins: boolean } | null;
  /** How the left hand walks: `9-8-7`; null where it does not. */
  readonly walk: string | null;
  /** The tone of an inner line in the right thumb, and whether it goes on at the next chord; null where there is none. */
  readonly line: { readonly tone: string; readonly goesOn: boolean } | null;
  /** A run that is placed here, instead of what is held or over it; null where none is. */
  readonly run: RunSign | null;
  /** What is wrong here; null where nothing is. */
  readonly problem: string | null;
}

/** How many ideas the gap behind a chord holds. */
export interface GapMark {
  readonly ideas: number;
  /** It is the one that is looked into. */
  readonly isOpen: boolean;
}

/** A stretch of the time of a chord, as shares of it. */
interface ShareOfTime {
  readonly from: number;
  readonly to: number;
}

/** A run that is placed: where in the time of its chord, how many beats it has, and at which times. */
export interface RunSign extends ShareOfTime {
  readonly label: string;
  /** The same for those who listen. */
  readonly said: string;
}

/** Where in the time of a chord a fill has room, and what is played there. */
export interface FillMark {
  /** What of it nobody sings in; null where only runs are of interest. */
  readonly free: readonly ShareOfTime[] | null;
  readonly run: RunSign | null;
  readonly isOpen: boolean;
  /** The same for those who listen. */
  readonly said: string;
}

/** What stands over a chord. */
export type OverMark = HandsMark | GapMark | FillMark;

interface WithOver {
  over: readonly (OverMark | undefined)[] | null;
}

/**
 * Whether properties say what those of before did. Marks come in a list of their own each time; it says the same where each
 * of them is the one of before.
 */
export function sameWithOver<Props extends WithOver>(before: Props, now: Props): boolean {
  return (Object.keys(now) as (keyof Props)[]).every((name) =>
    name === 'over'
      ? before.over?.length === now.over?.length &&
        (now.over ?? []).every((mark, slot) => mark === before.over?.[slot])
      : Object.is(before[name], now[name]),
  );
}
