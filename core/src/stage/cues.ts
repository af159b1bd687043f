import type { PartName } from './program.ts';

/** What whoever leads says to all pages. */
export type Cue =
  /** This song, or what is spoken, is the one now: from this part on at once, or (null) about to begin. */
  | { readonly kind: 'to'; readonly item: string; readonly part: PartName | null }
  /** This part of the song is the one that comes next. */
  | { readonly kind: 'next'; readonly part: PartName }
  /** What comes next begins: at once, with the click at the next bar line. */
  | { readonly kind: 'on' }
  /** The part goes round until the signal, or no longer than to its end. */
  | { readonly kind: 'vamp'; readonly isOn: boolean }
  /** The part comes once more. */
  | { readonly kind: 'again' }
  /** What would come next is left out. */
  | { readonly kind: 'skip' }
  /** Semitones up (down where negative) from the next part on. */
  | { readonly kind: 'lift'; readonly semitones: number }
  /** Felt beats a minute. */
  | { readonly kind: 'tempo'; readonly tempo: number }
  /** A bar is counted in, then it begins, with the click. */
  | { readonly kind: 'count' }
  /** The click goes on, with a bar line at this moment; or it is off. */
  | { readonly kind: 'click'; readonly isOn: boolean }
  /** Everybody stops. */
  | { readonly kind: 'stop' }
  /** The last cue was wrong: it was never said. Counts within two bars. */
  | { readonly kind: 'undo'; readonly of: string };

/** A cue with its id and when it was said, in milliseconds since 1970 by the clock of the server. */
export interface TimedCue {
  readonly id: string;
  readonly at: number;
  readonly cue: Cue;
}

/** The slowest and the fastest tempo that can be said, in felt beats a minute. */
export const tempoLimits = { slowest: 30, fastest: 300 } as const;

/** How far a song can be lifted on stage, in semitones. */
export const highestLift = 11;
