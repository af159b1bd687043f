import type { Grade } from '../chord/colourForms.ts';

/** Shapes of two hands that fall or rise over one chord, as data: in degrees of it (`readShapes`). */
export interface Series {
  readonly id: string;
  readonly name: string;
  readonly grade: Grade;
  readonly often: number;
  /** The chords it is played over: major ones, minor ones, or any. */
  readonly target: 'major' | 'minor' | 'any';
  readonly shapes: string;
  readonly why: string;
}

/** Where in the key a chord has to stand for a series over it, by its root (common practice, no published source). */
export const seriesRoots = '1 4 b7 b6';

/** The series that this program knows; players add their own. */
export const seriesKnown: readonly Series[] = [
  {
    id: 'stair',
    name: 'A stair of six',
    grade: 'warm',
    often: 2,
    target: 'major',
    shapes: '3 / 2 5 7 ; 2 / 1 4 6 ; 1 / 7, 3 5 ; 6, / 5, 1 3 ; 5, / 4, 6, 2 ; 1, 5, / 3, 5, 2',
    why: 'Both hands fall over {over} step by step, and come to rest on its root and fifth with the ninth on top.',
  },
];
