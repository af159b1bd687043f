import { Memo } from '../kit/memo.ts';
import type { PatternBars } from './ownPatterns.ts';
import { readSteps, type StepLength, type TexturedHand } from './steps.ts';

/** A pattern that players know by a name (common practice, no published source). */
interface KnownPattern {
  readonly hands: readonly TexturedHand[];
  readonly steps: { readonly simple: string; readonly compound: string };
  readonly step: StepLength;
  readonly leading: boolean;
}

/**
 * A pattern begins anew in every bar, and is cut where the bar ends before it does. Compound time has three steps to the
 * beat, so it has steps of its own.
 */
const known = {
  /** Struck when the chord comes, and held. */
  'whole notes': {
    hands: ['left', 'right'],
    steps: { simple: '', compound: '' },
    step: 'beats',
    leading: false,
  },
  block: {
    hands: ['right', 'left'],
    steps: { simple: 'A', compound: 'A' },
    step: 'beats',
    leading: false,
  },
  'outer-inner': {
    hands: ['right', 'left'],
    steps: { simple: 'TL M', compound: 'TL M M' },
    step: 'eighths',
    leading: false,
  },
  'top-middle-low-middle': {
    hands: ['right', 'left'],
    steps: { simple: 'T~ M L M', compound: 'T~ M L M L M' },
    step: 'eighths',
    leading: false,
  },
  combined: {
    hands: ['right', 'left'],
    steps: { simple: 'TL M TL M T~ M L M', compound: 'TL M M T~ M L' },
    step: 'eighths',
    leading: false,
  },
  'motif on 2 and 4': {
    hands: ['right', 'left'],
    steps: { simple: 'L M A> M', compound: 'L M M A> M M' },
    step: 'eighths',
    leading: false,
  },
  'left-right': {
    hands: ['left', 'right'],
    // A drummer's three, three and two: the left hand begins each group, the right one fills it.
    steps: { simple: 'L _ _ L _ _ L _', compound: 'L _ _ L _ _' },
    step: 'eighths',
    leading: false,
  },
  'octave on the offbeats': {
    hands: ['left'],
    steps: { simple: 'L~ (8)', compound: 'L~ . (8)' },
    step: 'eighths',
    leading: false,
  },
  'fifth on the offbeats': {
    hands: ['left'],
    steps: { simple: 'L~ (5)', compound: 'L~ . (5)' },
    step: 'eighths',
    leading: false,
  },
  /** The root held through, its fifth touched softly between the beats. */
  'root with ghost fifths': {
    hands: ['left'],
    steps: { simple: 'L~ (5) . (5) . (5) . (5)', compound: 'L~ . (5) . . (5)' },
    step: 'eighths',
    leading: false,
  },
  'root with sixteenth ghosts': {
    hands: ['left'],
    steps: {
      simple: `L~ (5) (5) (5)${' . (5) (5) (5)'.repeat(3)}`,
      compound: `L~ (5) (5) (5) (5) (5)${' . (5) (5) (5) (5) (5)'.repeat(3)}`,
    },
    step: 'sixteenths',
    leading: false,
  },
  'alternating bass': {
    hands: ['left'],
    steps: { simple: 'L 5', compound: 'L 5' },
    step: 'beats',
    leading: true,
  },
} as const satisfies Readonly<Record<string, KnownPattern>>;
export type PatternName = keyof typeof known;

/** What the other hand does in a pattern that both share. */
const answers: Partial<Readonly<Record<PatternName, KnownPattern['steps']>>> = {
  'left-right': { simple: '_ A A _ A A _ A', compound: '_ A A _ A A' },
};

/** The patterns of a hand, the plainest first. */
export function patternNames(hand: TexturedHand): PatternName[] {
  return (Object.keys(known) as PatternName[]).filter((name) =>
    (known[name].hands as readonly TexturedHand[]).includes(hand),
  );
}

/** A pattern of this hand by its name, large or small letters alike. */
export function findPattern(text: string, hand: TexturedHand): PatternName | null {
  const wanted = text.toLowerCase().replace(/\s+/g, ' ');
  return patternNames(hand).find((name) => name === wanted) ?? null;
}

/** A pattern in one kind of time. */
export interface Pattern {
  /** Bar by bar; each in its turn. */
  readonly bars: PatternBars;
  readonly step: StepLength;
  readonly leading: boolean;
  /** It has a name that all players know: such a one is made of groups, and begins anew with each. */
  readonly isKnown: boolean;
}

/** Every bar asks for its pattern, so what was read of the table is kept. */
const read = new Memo<Pattern>(200);

/** What a pattern is: its steps, how long each is, and whether it leads into the next chord. */
export function patternNamed(name: PatternName, hand: TexturedHand, isCompound: boolean): Pattern {
  return read.get(`${name} ${hand} ${isCompound}`, () => readPattern(name, hand, isCompound));
}

function readPattern(name: PatternName, hand: TexturedHand, isCompound: boolean): Pattern {
  const { steps, step, leading }: KnownPattern = known[name];
  const own = (hand === 'right' && answers[name]) || steps;
  const found = readSteps(isCompound ? own.compound : own.simple, hand);
  if (!found.ok) throw new Error(`The pattern ${name} has a step ${found.text}.`);
  return { bars: [found.value], step, leading, isKnown: true };
}
