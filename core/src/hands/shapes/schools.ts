import type { School } from '../../chart/saidHands.ts';

export const leftFamilies = [
  'nothing',
  'root',
  'octave',
  'fifth',
  'fifth and octave',
  'seventh',
  'fifth and seventh',
  'tenth',
  'fifth and tenth',
  'other tone',
  'pair',
  'close',
  'shell',
  'rootless',
] as const;
export type LeftFamily = (typeof leftFamilies)[number];

export const rightFamilies = [
  'close',
  'pair',
  'octave',
  'doubled',
  'fattened',
  'open',
  'fourths',
  'rootless',
  'triad over shell',
  'bells',
] as const;
export type RightFamily = (typeof rightFamilies)[number];

/**
 * What a school counts, in tenths of a semitone of right-hand movement, so that all costs are whole numbers and add up
 * exactly. The figures are ours, set by ear and by trying; no published source.
 */
export interface Weights {
  /** For each semitone a finger moves. */
  readonly rightMove: number;
  readonly leftMove: number;
  /** For each finger that is put down or lifted because the hands hold different numbers of notes. */
  readonly finger: number;
  /** For each semitone that a whole hand moves beyond what it reaches without looking. */
  readonly rightJump: number;
  readonly leftJump: number;
  /** For each semitone the top note leaps beyond a whole step. */
  readonly topLeap: number;
  /** Where the top note is not the note that is sung. */
  readonly offMelody: number;
  /** For each semitone that a hand is spread beyond a comfortable octave. */
  readonly spread: number;
  /** Where a hand has to roll its chord. */
  readonly roll: number;
  /** For each semitone a hand is away from its own place on the keyboard, beyond a fourth. */
  readonly drift: number;
  /** For each semitone between the hands beyond an octave and a third. */
  readonly gap: number;
  /** Lowest and highest note moving in parallel octaves. */
  readonly parallel: number;
  /** Another shape of the left hand than before; and a bass a step away that is taken an octave off. */
  readonly newShape: number;
  readonly brokenLine: number;
  /** For each right-hand note that doubles a third in the bass. */
  readonly thirdOverBass: number;
  /** A note that is on top for the seventh time in a row. */
  readonly stale: number;
  /** For who is new to it: a song that does not begin in root position, a left hand that leaves its place. */
  readonly notInRootPosition: number;
  readonly outOfPosition: number;
  /** For each note of a stack that the right hand leaves to the left. */
  readonly leftOfStack: number;
  /** A minor ninth inside, or a sharp ninth under the third: played only where nothing else can be. */
  readonly clash: number;
  /** A triad, and a dominant that falls, without the colour that the player's grade is for. */
  readonly bare: Readonly<Record<'triad' | 'dominant', number>>;
  /** For a colour that the chart does not ask for: warm, rich, altered. */
  readonly colour: readonly [warm: number, rich: number, altered: number];
  /** A semitone inside a hand, or a minor ninth between the hands. */
  readonly rub: number;
  /** The third doubled in both hands, or a fifth that could sound and does not. */
  readonly doubledThird: number;
  readonly noFifth: number;
  /** The leading note of a dominant, each time more than once (every harmony textbook). */
  readonly doubledLeading: number;
  /** Sounding notes that suit the school, and the cost of each more or less. */
  readonly notes: number;
  readonly noteOff: number;
  /** Right-hand notes that the school holds, and the cost of each more or less. */
  readonly rightNotes: number;
  readonly rightNoteOff: number;
  /** Saved by a right hand that is one of the song's own shapes. */
  readonly palette: number;
  /** Where the hands like to be: lowest note of the left, middle of the right, as MIDI numbers. */
  readonly leftPlace: number;
  readonly rightPlace: number;
  readonly left: Readonly<Record<LeftFamily, number>>;
  readonly right: Readonly<Record<RightFamily, number>>;
}

const left = (
  liked: Partial<Record<LeftFamily, number>>,
  others: number,
): Readonly<Record<LeftFamily, number>> =>
  Object.fromEntries(leftFamilies.map((family) => [family, liked[family] ?? others])) as Record<
    LeftFamily,
    number
  >;

const right = (
  liked: Partial<Record<RightFamily, number>>,
  others: number,
): Readonly<Record<RightFamily, number>> =>
  Object.fromEntries(rightFamilies.map((family) => [family, liked[family] ?? others])) as Record<
    RightFamily,
    number
  >;

const usual = {
  rightMove: 10,
  leftMove: 2,
  finger: 8,
  rightJump: 12,
  leftJump: 4,
  topLeap: 6,
  offMelody: 120,
  spread: 4,
  roll: 40,
  drift: 4,
  gap: 3,
  parallel: 30,
  newShape: 18,
  brokenLine: 110,
  thirdOverBass: 64,
  leftOfStack: 24,
  stale: 120,
  notInRootPosition: 240,
  outOfPosition: 60,
  clash: 400,
  bare: { triad: 60, dominant: 90 },
  colour: [22, 26, 30],
  rub: 18,
  doubledThird: 8,
  noFifth: 4,
  doubledLeading: 40,
  notes: 5,
  noteOff: 6,
  rightNotes: 3,
  rightNoteOff: 0,
  palette: 60,
  leftPlace: 43,
  rightPlace: 66,
} as const;

/** The table of all schools. */
export const weightsOf: Readonly<Record<School, Weights>> = {
  'block and plain': {
    ...usual,
    rightNoteOff: 24,
    left: left({ octave: 0, root: 4, 'fifth and octave': 10, fifth: 12, close: 30 }, 40),
    right: right({ close: 0, doubled: 14, pair: 24, fattened: 24, rootless: 10, bells: 25 }, 40),
  },
  'open and low': {
    ...usual,
    spread: 1,
    // A tenth that is wider than the hand is rolled: that is how this school sounds.
    roll: 4,
    newShape: 26,
    notes: 6,
    doubledThird: 6,
    leftPlace: 41,
    rightPlace: 63,
    left: left(
      {
        'fifth and tenth': 0,
        'fifth and octave': 24,
        fifth: 28,
        tenth: 16,
        'fifth and seventh': 24,
        seventh: 34,
        octave: 44,
        root: 46,
      },
      54,
    ),
    right: right({ open: 0, pair: 4, close: 6, fourths: 8, octave: 12, doubled: 18 }, 22),
  },
  'shell and rootless': {
    ...usual,
    notes: 5,
    colour: [10, 18, 30],
    leftPlace: 44,
    // Root and seventh take turns with root and third, third and seventh with seventh and third: that is what moves least.
    newShape: 4,
    leftMove: 6,
    left: left(
      {
        seventh: 0,
        shell: 0,
        rootless: 10,
        tenth: 4,
        'fifth and seventh': 12,
        root: 30,
        fifth: 34,
        'other tone': 34,
        pair: 40,
        octave: 40,
      },
      40,
    ),
    right: right({ rootless: 0, 'triad over shell': 0, close: 8, pair: 10, fourths: 8 }, 24),
  },
  'stacks of fourths': {
    ...usual,
    colour: [4, 6, 30],
    roll: 8,
    left: left(
      { fifth: 0, root: 4, octave: 8, 'fifth and octave': 6, tenth: 6, 'fifth and tenth': 6 },
      24,
    ),
    right: right({ fourths: 0, open: 30, bells: 40, close: 44, pair: 50 }, 54),
  },
  'full and fat': {
    ...usual,
    notes: 7,
    noteOff: 8,
    rightNotes: 4,
    rightNoteOff: 12,
    leftPlace: 41,
    left: left(
      { 'fifth and octave': 0, octave: 8, 'fifth and tenth': 6, 'fifth and seventh': 10 },
      28,
    ),
    right: right({ doubled: 0, fattened: 14, close: 20, bells: 24, rootless: 20 }, 30),
  },
  beginner: {
    ...usual,
    notes: 4,
    colour: [90, 90, 90],
    rightJump: 16,
    spread: 8,
    leftPlace: 48,
    rightPlace: 64,
    left: left({ root: 0, octave: 24, fifth: 24, nothing: 0 }, 60),
    right: right({ close: 0, pair: 150, rootless: 24, octave: 150 }, 150),
  },
};

/** Under bells that never move the left hand goes to the nearest inversion: it has no shape of its own to keep, and no bass. */
export const weightsUnderBells: Weights = {
  ...weightsOf['block and plain'],
  leftMove: 10,
  newShape: 0,
  brokenLine: 0,
  parallel: 0,
};
