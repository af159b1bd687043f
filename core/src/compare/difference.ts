import type { FieldName } from '../chart/fields.ts';

/** Something of a bar besides its chords. */
export const barParts = ['words', 'tune', 'played'] as const;
export type BarPart = (typeof barParts)[number];

/**
 * One thing in which two states of a song differ, in the words of their charts. Bars are counted from 1 over a section as it is
 * written: in the later state, or, where something is gone, in the earlier one.
 */
export type SongDifference =
  /** A line of the head; empty where there is none. */
  | {
      readonly kind: 'field';
      readonly field: FieldName;
      readonly before: string;
      readonly after: string;
    }
  /** What the song has of its own by names: patterns, shapes, words for chords, lines of a hand. */
  | { readonly kind: 'named' }
  | {
      readonly kind: 'section added' | 'section removed' | 'section said';
      readonly section: string;
    }
  | { readonly kind: 'section renamed'; readonly section: string; readonly before: string }
  /** Its chords are others. What both states of the bar begin and end with alike is left out of the two texts. */
  | {
      readonly kind: 'chords';
      readonly section: string;
      readonly bar: number;
      readonly before: string;
      readonly after: string;
    }
  | {
      readonly kind: 'bars added' | 'bars removed';
      readonly section: string;
      readonly bar: number;
      readonly count: number;
    }
  /** Words over it, its tune, or what hands play in it are others. */
  | {
      readonly kind: BarPart;
      readonly section: string;
      readonly bar: number;
      readonly before: string;
      readonly after: string;
    };

/** What differs between two states of a song, and in which bars, counted over each as it is written, from 0. */
export interface SongsCompared {
  readonly differences: readonly SongDifference[];
  /** Bars of the earlier state that are others or gone, and of the later one that are others or new. */
  readonly before: ReadonlySet<number>;
  readonly after: ReadonlySet<number>;
}
