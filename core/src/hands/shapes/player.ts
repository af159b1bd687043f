import { grades } from '../../chord/colourForms.ts';

/** How far one hand spreads, in semitones: what it holds at once, and what it reaches by rolling the chord. */
export interface Span {
  readonly held: number;
  readonly rolled: number;
}

/** The player's two hands. Nothing is offered beyond `held` unless it is marked as rolled, and nothing beyond `rolled`. */
export interface Reach {
  readonly left: Span;
  readonly right: Span;
}

/** Lowest and highest note of an instrument, as MIDI numbers. */
export interface Instrument {
  readonly lowest: number;
  readonly highest: number;
}

/** The keyboards in use, by their number of keys. */
export const instruments = {
  49: { lowest: 36, highest: 84 },
  61: { lowest: 36, highest: 96 },
  76: { lowest: 28, highest: 103 },
  88: { lowest: 21, highest: 108 },
} as const satisfies Record<number, Instrument>;

/** Who else plays. A bass player has the roots; a pad and a guitar fill the middle. */
export const lineups = ['keys alone', 'with pad', 'with bass', 'with bass and guitar'] as const;
export type Lineup = (typeof lineups)[number];

export function hasBassPlayer(lineup: Lineup): boolean {
  return lineup === 'with bass' || lineup === 'with bass and guitar';
}

/** How much colour the player wants that the chart does not ask for; a beginner wants none and few notes. */
export const handGrades = ['beginner', ...grades] as const;
export type HandGrade = (typeof handGrades)[number];

/** A ninth in either hand (domain: a usual adult hand), a tenth when rolled. */
export const usualReach: Reach = {
  left: { held: 14, rolled: 16 },
  right: { held: 14, rolled: 14 },
};
