import type { Grade } from '../chord/colourForms.ts';
import type { RunGrade } from '../runs/model/run.ts';

/** For whom it is arranged. */
export const levels = ['beginner', 'average', 'strong'] as const;
export type Level = (typeof levels)[number];

/** What is asked of a player (common practice, no published source). */
export interface Asked {
  /** How far moves and colours go. */
  readonly grade: Grade;
  /** So many chords a move has at most. */
  readonly depth: number;
  readonly runs: readonly RunGrade[];
}

export const askedOf: Readonly<Record<Level, Asked>> = {
  beginner: { grade: 'plain', depth: 1, runs: [] },
  average: { grade: 'warm', depth: 2, runs: ['simple', 'fluent'] },
  strong: { grade: 'altered', depth: 4, runs: ['simple', 'fluent', 'showpiece'] },
};

/** Whether what one player can play is within what another can. */
export function isWithin(what: Level, level: Level): boolean {
  return levels.indexOf(what) <= levels.indexOf(level);
}
