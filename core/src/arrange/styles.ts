import type { Grade } from '../chord/colourForms.ts';
import type { PatternName } from '../chart/patterns.ts';
import type { MoveKind } from '../moves/move.ts';

/** What the hands do, thin or full: a pattern for each hand; null for a hand that strikes its chords and holds them. */
export interface PatternPair {
  readonly right: PatternName | null;
  readonly left: PatternName | null;
  /** How full it is, about as keys go down in a beat: 0 for held chords, 1 for the fullest that is played under a congregation. */
  readonly full: number;
  /** What a beginner plays as well, or who has practised a little. */
  readonly for: 'beginner' | 'average' | 'strong';
}

/**
 * How a song is arranged, as weights that anyone can read and change. They are ours, set by ear (common practice, no published
 * source).
 */
export interface Style {
  readonly id: string;
  readonly name: string;
  /** What it does, in a sentence. */
  readonly says: string;
  /** How thin it begins and how full it gets, from 0 to 1. */
  readonly thin: number;
  readonly full: number;
  /** How much each time through a section grows, from 0 to 1. */
  readonly growth: number;
  /** What the hands do, the thinnest first. */
  readonly patterns: readonly PatternPair[];
  /** How gladly each kind of move is taken, from 0 to 1; 0 for those that are not named. */
  readonly moves: Readonly<Partial<Record<MoveKind, number>>>;
  /** How many of the chords that take one get a colour, from 0 to 1, and how far colours go. */
  readonly colours: number;
  readonly colourGrade: Grade;
  /** How gladly runs are taken, from 0 to 1. */
  readonly runs: number;
  /** Introductions and endings by their names, the most wanted first. */
  readonly intros: readonly string[];
  readonly endings: readonly string[];
}

const pair = (
  right: PatternName | null,
  left: PatternName | null,
  full: number,
  whom: PatternPair['for'],
): PatternPair => ({ right, left, full, for: whom });

const held = pair(null, null, 0, 'beginner');
const broken = pair('top-middle-low-middle', null, 0.35, 'average');
const struck = pair('block', null, 0.4, 'beginner');
const struckOverFifths = pair('block', 'fifth on the offbeats', 0.7, 'average');

/** The styles that come with the application. */
export const styles: readonly Style[] = [
  {
    id: 'held back',
    name: 'Held back',
    says: 'Long chords and much silence; full only in the last chorus.',
    thin: 0.08,
    full: 0.7,
    growth: 0.5,
    patterns: [held, broken, struck, struckOverFifths],
    moves: { 'passing diminished': 0.4, 'own five': 0.4, 'bass line': 1, borrowed: 0.5 },
    colours: 0.5,
    colourGrade: 'warm',
    runs: 0.3,
    intros: ['first line', 'last line', 'pedal on five'],
    endings: ['hold', 'amen'],
  },
  {
    id: 'rolling',
    name: 'Rolling',
    says: 'Broken chords that get fuller from verse to chorus, over a left hand that moves.',
    thin: 0.2,
    full: 0.9,
    growth: 0.6,
    patterns: [
      held,
      broken,
      pair('outer-inner', null, 0.45, 'beginner'),
      pair('combined', 'root with ghost fifths', 0.65, 'strong'),
      pair('outer-inner', 'fifth on the offbeats', 0.75, 'average'),
    ],
    moves: {
      'bass line': 1,
      'passing diminished': 0.6,
      'own five': 0.6,
      'inner line': 0.7,
      borrowed: 0.5,
    },
    colours: 0.6,
    colourGrade: 'warm',
    runs: 0.6,
    intros: ['last line', 'six five one four', 'six four one five', 'first line'],
    endings: ['hold', 'tag', 'amen'],
  },
  {
    id: 'driving',
    name: 'Driving',
    says: 'Struck chords on a left hand with a pulse; each chorus stronger than the one before.',
    thin: 0.3,
    full: 1,
    growth: 0.7,
    patterns: [
      held,
      struck,
      pair('block', 'octave on the offbeats', 0.7, 'average'),
      pair('motif on 2 and 4', 'octave on the offbeats', 0.8, 'average'),
      pair('combined', 'root with sixteenth ghosts', 1, 'strong'),
    ],
    moves: { 'bass line': 0.8, 'own five': 0.5, borrowed: 0.9, 'two five': 0.3 },
    colours: 0.25,
    colourGrade: 'warm',
    runs: 0.5,
    intros: ['vamp with a riff', 'octaves and fifths', 'six five one four', 'last line'],
    endings: ['tag', 'flat seven four one', 'walk up and stop', 'hold'],
  },
  {
    id: 'many colours',
    name: 'Many colours',
    says: 'Passing chords and rich chords under plain patterns; slow songs that want harmony.',
    thin: 0.15,
    full: 0.8,
    growth: 0.5,
    patterns: [
      held,
      broken,
      struck,
      struckOverFifths,
      pair('left-right', 'left-right', 0.8, 'strong'),
    ],
    moves: {
      'passing diminished': 1,
      'own five': 0.9,
      'two five': 1,
      'fives in a row': 0.7,
      'around by fifths': 0.5,
      'bass line': 0.8,
      'inner line': 0.7,
      'passing triads': 0.6,
      borrowed: 0.8,
    },
    colours: 0.9,
    colourGrade: 'rich',
    runs: 0.8,
    intros: ['home by diminished', 'two five', 'walk down', 'last line'],
    endings: ['coloured close', 'minor amen', 'two five', 'amen', 'hold'],
  },
];

/** A style by its name; the first one where there is none of it. */
export function styleOf(id: string): Style {
  return styles.find((style) => style.id === id) ?? styles[0]!;
}

/** What of a style somebody changes, each from 0 to 1; `moves` is how much of the usual appetite for moves is left. */
export interface StyleWeights extends Pick<Style, 'thin' | 'full' | 'growth' | 'colours' | 'runs'> {
  readonly moves: number;
}

export const styleWeights = ['thin', 'full', 'growth', 'colours', 'moves', 'runs'] as const;

export function weightsOf({ thin, full, growth, colours, runs }: Style): StyleWeights {
  return { thin, full, growth, colours, runs, moves: 1 };
}

/** A style with other weights. */
export function withWeights(style: Style, weights: Partial<StyleWeights>): Style {
  const { moves, ...others } = { ...weightsOf(style), ...weights };
  const changed = Object.entries(style.moves).map(([kind, weight]) => [kind, weight * moves]);
  return { ...style, ...others, moves: Object.fromEntries(changed) as Style['moves'] };
}
