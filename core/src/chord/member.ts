import type { Chord, FigureNumber } from './chord.ts';

/** One name of the notes, and which of its tones do not sound. */
export interface Member {
  readonly chord: Chord;
  readonly numbers: string;
  readonly letters: string;
  readonly omitted: readonly FigureNumber[];
}
