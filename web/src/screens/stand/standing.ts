import type { Decisions, Key, PencilMark, Song } from '@intervallum/core';

/** A song as it stands on the music stand. */
export interface StandSong {
  /** Tells its place in a set from others of the same song. */
  readonly id: string;
  readonly song: Song;
  /** In which it sounds. */
  readonly key: Key;
  /** The fret of the reader's capo, 0 for none: letters are those of the shapes held under it. */
  readonly capo: number;
  /** Of the player whose hands and runs are heard. */
  readonly decisions: Decisions;
  /** What its reader pencilled, by bar. */
  readonly pencil: ReadonlyMap<number, PencilMark>;
  /** What the set says of it. */
  readonly note: string;
}

/** The songs around it. */
export interface StandPlace {
  /** Counted from 0. */
  readonly at: number;
  readonly titles: readonly string[];
  readonly go: (to: number) => void;
}
