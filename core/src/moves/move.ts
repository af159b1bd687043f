import type { Grade } from '../chord/colourForms.ts';
import type { Chord, NamedChord } from '../chord/chord.ts';
import type { Ticks } from '../kit/ticks.ts';
import type { Suggestion } from '../writing/edit.ts';

/** What a move does between two chords, in the words by which players ask for it: one kind is one idea, in several forms. */
export const moveKinds = [
  'passing diminished',
  'own five',
  'two five',
  'fives in a row',
  'around by fifths',
  'bass line',
  'inner line',
  'passing triads',
  'borrowed',
  'slide',
  'own',
] as const;
export type MoveKind = (typeof moveKinds)[number];

/** A chord of a move and how long it lasts. */
export interface MoveChord {
  readonly chord: Chord;
  readonly ticks: Ticks;
}

/** Chords that go between a chord and the next one, in the time of the first; they fit where they are offered. */
export interface MoveForm extends Suggestion {
  /** The same for this time through the section only; null where it is played once. */
  readonly editOnce: Suggestion['edit'] | null;
  /** The rule that it comes from. */
  readonly id: string;
  /** What players call it, in a few words. */
  readonly name: string;
  readonly kind: MoveKind;
  readonly grade: Grade;
  /** How often the song has these chords in a row already, as it is played. */
  readonly used: number;
  /** Between what stands before and after, in their order. */
  readonly chords: readonly MoveChord[];
}

/** An idea in its best form for the place. */
export interface Move extends MoveForm {
  /** The same idea otherwise: another bass, other colours, a longer row; best first. */
  readonly others: readonly MoveForm[];
}

/**
 * A move of a player's own: chords in numbers, as written, as if the chord it leads to were home.
 * @example { name: 'My way down', chords: '4m6 b2dim7', target: 'major' }
 */
export interface OwnMove {
  readonly name: string;
  readonly chords: string;
  /** The chords it leads to: all major ones, all minor ones, or any. */
  readonly target: 'major' | 'minor' | 'any';
}

/** What a rule makes of two chords, before it is known whether there is room for it. */
export interface Idea {
  readonly id: string;
  readonly name: string;
  readonly kind: MoveKind;
  readonly grade: Grade;
  /** How often players do so: 1 seldom to 5 everywhere. */
  readonly often: number;
  readonly chords: readonly NamedChord[];
  readonly why: string;
}
