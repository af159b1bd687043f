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
  /** Between what stands before and after, in their order. */
  readonly chords: readonly MoveChord[];
}

/** An idea in its best form for the place. */
export interface Move extends MoveForm {
  /** The same idea otherwise: another bass, other colours, a longer row; best first. */
  readonly others: readonly MoveForm[];
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
  /** How long its chords last against each other; all alike where nothing is said. */
  readonly shares?: readonly number[];
}
