import type { Grade } from '../chord/colourForms.ts';
import type { Chord, NamedChord } from '../chord/chord.ts';
import type { Ticks } from '../kit/ticks.ts';
import type { Degree } from '../pitch/degree.ts';
import type { HeldShape } from './shapes.ts';
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
  'left walk',
  'series',
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
  /** Between what stands before and after, in their order; none where hands play on the chord that stands. */
  readonly chords: readonly MoveChord[];
  /** What the hands hold one after the other, in the key of the place, where the move itself says so; null where they are searched. */
  readonly hands: readonly HeldShape[] | null;
  /** Where the bass goes between what stands before and after. */
  readonly bass: readonly Degree[];
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
  /** Empty for a series. */
  readonly chords: string;
  /** The chords it leads to, or that a series is played over: all major ones, all minor ones, or any. */
  readonly target: 'major' | 'minor' | 'any';
  /** What both hands hold at each chord, or step of a series, over the target (`readShapes`). */
  readonly hands?: string;
  /** How fast a series goes; chords that come one after the other where nothing is said. */
  readonly pace?: SeriesPace;
}

/** How the shapes of a series follow each other: sixteenths, eighths (half a beat of a quarter), or every second one in eighths. */
export const seriesPaces = ['sixteenths', 'half beats', 'chopped'] as const;
export type SeriesPace = (typeof seriesPaces)[number];

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
  /** What the hands hold at each of its chords; absent where they are searched. */
  readonly hands?: readonly HeldShape[];
}
