import type { Chord } from '../chord/chord.ts';
import {
  degreeOfSemitones,
  degreeOver,
  degreeSemitones,
  sameDegree,
  type Degree,
  type Step,
} from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import { runChord, type RunChord, type RunKind } from './model/kinds.ts';

/** A row of tones with the name that handbooks give it. */
export interface NamedTones {
  readonly name: string;
  /** Degrees of the key, from its own first one up. */
  readonly degrees: readonly Degree[];
}

/** Two triads that together colour a chord, played by turns. */
export interface TriadPair {
  /** From their roots up, in degrees of the key. */
  readonly first: readonly Degree[];
  readonly second: readonly Degree[];
  /** Their roots, counted from the chord's. */
  readonly on: readonly [Degree, Degree];
}

/** What one can play over a chord where it stands. */
export interface Material {
  readonly chord: RunChord;
  readonly scale: NamedTones;
  readonly pentatonics: readonly NamedTones[];
  /** Null where the chord takes none. */
  readonly blues: NamedTones | null;
  readonly pair: TriadPair | null;
  /** Tones of the scale that are not held: half a step above a tone of the chord. */
  readonly passing: readonly Degree[];
}

const degree = (step: Step, alter = 0): Degree => ({ step, alter });
const home: readonly Degree[] = ([1, 2, 3, 4, 5, 6, 7] as const).map((step) => degree(step));
/** The scale of the minor key on the same home. */
const parallel: readonly Degree[] = home.map(({ step }) =>
  degree(step, step === 3 || step === 6 || step === 7 ? -1 : 0),
);

const semitonesOf = (degrees: readonly Degree[]) => new Set(degrees.map(degreeSemitones));

/** @example formula('1 b2 b3') */
function formula(text: string): readonly Degree[] {
  return text.split(' ').map((word) => {
    const alter = word.length === 1 ? 0 : (word.length - 1) * (word.startsWith('b') ? -1 : 1);
    return degree(Number(word.at(-1)) as Step, alter);
  });
}

/** Scales with a name, from their first tone (from memory: the tables of harmony handbooks; the test asks a library). */
const scales: readonly (readonly [name: string, degrees: readonly Degree[]])[] = (
  [
    ['major', '1 2 3 4 5 6 7'],
    ['dorian', '1 2 b3 4 5 6 b7'],
    ['phrygian', '1 b2 b3 4 5 b6 b7'],
    ['lydian', '1 2 3 #4 5 6 7'],
    ['mixolydian', '1 2 3 4 5 6 b7'],
    ['minor', '1 2 b3 4 5 b6 b7'],
    ['locrian', '1 b2 b3 4 b5 b6 b7'],
    ['harmonic minor', '1 2 b3 4 5 b6 7'],
    ['phrygian dominant', '1 b2 3 4 5 b6 b7'],
    ['melodic minor', '1 2 b3 4 5 6 7'],
    ['lydian dominant', '1 2 3 #4 5 6 b7'],
    ['mixolydian b6', '1 2 3 4 5 b6 b7'],
    ['lydian augmented', '1 2 3 #4 #5 6 7'],
    ['altered', '1 b2 b3 b4 b5 b6 b7'],
  ] as const
).map(([name, text]) => [name, formula(text)]);

const inHome = semitonesOf(home);
const inParallel = semitonesOf(parallel);
const melodicMinor = scales.find(([name]) => name === 'melodic minor')![1];
const altered = scales.find(([name]) => name === 'altered')![1];
const halfWhole = formula('1 b2 b3 3 #4 5 6 b7');
const wholeHalf = formula('1 2 b3 4 b5 b6 6 7');
const wholeTone = formula('1 2 3 #4 #5 b7');

/** Semitones of degrees above another one. */
function aboveOf(root: Degree, degrees: readonly Degree[]): ReadonlySet<number> {
  return new Set(degrees.map((one) => fold(degreeSemitones(one) - degreeSemitones(root), 12)));
}

const known = new WeakMap<RunChord, NamedTones>();

/**
 * The scale of a chord where it stands: that of the key with the chord's own tones in their places; of chords borrowed from the
 * minor key on the same home, that key's; over raised dominants, diminished and augmented chords, their own (common practice, no
 * published source).
 */
export function scaleAt(chord: RunChord): NamedTones {
  const before = known.get(chord);
  if (before) return before;
  const found = findScale(chord);
  known.set(chord, found);
  return found;
}

function findScale(chord: RunChord): NamedTones {
  const { kind, root, tones } = chord;
  const above = new Set([...tones].map((tone) => fold(tone - degreeSemitones(root), 12)));
  const own = (name: string, degrees: readonly Degree[]): NamedTones => ({
    name,
    degrees: degrees.map((one) => readable(chord, degreeOver(root, one))),
  });
  if (kind === 'diminished') return own('diminished, whole step first', wholeHalf);
  if (kind === 'augmented') return own('whole tone', wholeTone);
  if (kind === 'altered') {
    if (above.has(1) && (above.has(9) || (above.has(7) && above.has(3))))
      return own('diminished, half step first', halfWhole);
    if (above.has(3) || above.has(6)) return own('altered', altered);
  }
  const leaves = [...tones].some((tone) => !inHome.has(tone));
  if (kind === 'minor sixth' && leaves) return own('melodic minor', melodicMinor);
  return named(chord, withTones(leaves && isBorrowed(chord) ? parallel : home, chord));
}

/** A degree as one reads it: spelled as in the chord where that has it, never with two signs nor as a raised 3, 6 or 7. */
function readable({ degrees }: RunChord, { step, alter }: Degree): Degree {
  const semitones = degreeSemitones({ step, alter });
  const inChord = degrees.find((one) => degreeSemitones(one) === semitones);
  const isOdd = (one: Degree) =>
    Math.abs(one.alter) > 1 || (one.alter === 1 && [3, 6, 7].includes(one.step));
  const spelled = [inChord, { step, alter }].find((one) => one && !isOdd(one));
  return spelled ?? degreeOfSemitones(semitones);
}

/** True for a chord of the minor key on the same home: b3, b6 and 4m, each with tones of that key only. */
function isBorrowed({ kind, root, tones }: RunChord): boolean {
  const isThere = [...tones].every((tone) => inParallel.has(tone));
  if (kind === 'minor') return isThere && root.step === 4;
  return kind === 'major' && isThere && root.alter === -1 && (root.step === 3 || root.step === 6);
}

/** A scale with the tones of a chord in the places of its own. */
function withTones(scale: readonly Degree[], { degrees, root }: RunChord): readonly Degree[] {
  return rotated(
    scale.map((one) => {
      const instead = degrees.filter(({ step }) => step === one.step);
      return instead.find((tone) => sameDegree(tone, one)) ?? instead[0] ?? one;
    }),
    root,
  );
}

/** A scale from the degree on which a chord stands. */
function rotated(scale: readonly Degree[], root: Degree): readonly Degree[] {
  const at = scale.findIndex(({ step }) => step === root.step);
  return [...scale.slice(at), ...scale.slice(0, at)];
}

function named({ root }: RunChord, degrees: readonly Degree[]): NamedTones {
  const above = aboveOf(root, degrees);
  const found = scales.find(([, tones]) => {
    const sounds = semitonesOf(tones);
    return sounds.size === above.size && [...sounds].every((one) => above.has(one));
  });
  return { name: found?.[0] ?? 'of the key, with the chord’s tones', degrees };
}

/** Where the two triads of a pair stand, counted from the chord's root, and which third each has where the scale does not say. */
const pairs: Readonly<Partial<Record<RunKind, readonly [string, string]>>> = {
  major: ['5', '6'],
  dominant: ['b7', '1'],
  altered: ['#4', 'b6'],
  suspended: ['4', '5'],
  'soft dominant': ['b7', '4'],
  fifth: ['4', '5'],
  'minor sixth': ['4', '5'],
  'half-diminished': ['b5', 'b6'],
  diminished: ['1', '2'],
  augmented: ['1', '2'],
};

/** Degrees of a triad from its root: what the pairs of raised chords are made of. */
const triads = {
  major: formula('1 3 5'),
  diminished: formula('1 b3 b5'),
  augmented: formula('1 3 #5'),
} as const;

function pairAt(chord: RunChord, scale: readonly Degree[]): TriadPair | null {
  // Over 2m7 the fourth above has its major third in the key; over other minor chords it has not, and the seventh takes its place.
  const sixth = fold(degreeSemitones(chord.root) + 9, 12);
  const minor = ['b3', scale.some((one) => degreeSemitones(one) === sixth) ? '4' : 'b7'] as const;
  const isHalfWhole = chord.kind === 'altered' && scale.length > 7;
  const usual = isHalfWhole ? (['1', '#4'] as const) : pairs[chord.kind];
  const roots = chord.kind === 'minor' ? minor : usual;
  if (!roots) return null;
  const [first, second] = roots.map((text) => {
    const on = formula(text)[0]!;
    const root = degreeOver(chord.root, on);
    return { on, tones: triadOn(chord, root, scale) };
  });
  return first!.tones && second!.tones
    ? { first: first!.tones, second: second!.tones, on: [first!.on, second!.on] }
    : null;
}

function triadOn(
  chord: RunChord,
  root: Degree,
  scale: readonly Degree[],
): readonly Degree[] | null {
  const { kind } = chord;
  const fixed =
    kind === 'altered'
      ? triads.major
      : kind === 'diminished'
        ? triads.diminished
        : kind === 'augmented'
          ? triads.augmented
          : null;
  if (fixed) {
    const sounds = semitonesOf(scale);
    const tones = fixed.map((one) => readable(chord, degreeOver(root, one)));
    return tones.every((one) => sounds.has(degreeSemitones(one))) ? tones : null;
  }
  const at = scale.findIndex((one) => degreeSemitones(one) === degreeSemitones(root));
  return at < 0 ? null : [0, 2, 4].map((steps) => scale[(at + steps) % scale.length]!);
}

const majorPentatonic = formula('1 2 3 5 6');
const minorPentatonic = formula('1 b3 4 5 b7');
const bluesScale = formula('1 b3 4 #4 5 b7');

/** The pentatonics whose tones are all in the scale, from the chord's own root and from those a fifth and a step above it. */
function pentatonicsAt({ root, kind }: RunChord, scale: readonly Degree[]): readonly NamedTones[] {
  const sounds = semitonesOf(scale);
  const fits = (degrees: readonly Degree[]) =>
    degrees.every((one) => sounds.has(degreeSemitones(one)));
  const on = (from: string, tones: readonly Degree[], name: string): NamedTones => {
    const first = degreeOver(root, formula(from)[0]!);
    return { name, degrees: tones.map((one) => degreeOver(first, one)) };
  };
  const isMinor = kind === 'minor' || kind === 'minor sixth' || kind === 'half-diminished';
  const all = isMinor
    ? [
        on('1', minorPentatonic, 'minor pentatonic'),
        on('b3', majorPentatonic, 'major pentatonic of its third'),
        on('5', minorPentatonic, 'minor pentatonic of its fifth'),
      ]
    : [
        on('1', majorPentatonic, 'major pentatonic'),
        on('5', majorPentatonic, 'major pentatonic of its fifth'),
        on('4', majorPentatonic, 'major pentatonic of its fourth'),
        on('b7', majorPentatonic, 'major pentatonic of its seventh'),
      ];
  // What has the third that a suspension holds back is none of its own.
  const third = fold(degreeSemitones(root) + 4, 12);
  const holdsBack = kind === 'suspended' || kind === 'soft dominant';
  return all.filter(
    ({ degrees }) =>
      fits(degrees) && !(holdsBack && degrees.some((one) => degreeSemitones(one) === third)),
  );
}

/**
 * What one can play over a chord where it stands: its scale, pentatonics, the blues tones, a pair of triads, and what only passes.
 * The same in every key; null for a chord that is of no kind that a run serves.
 */
export function materialOf(chord: Chord): Material | null {
  const seen = runChord(chord);
  if (!seen) return null;
  const scale = scaleAt(seen);
  const takesBlues = seen.kind === 'dominant' || seen.kind === 'minor';
  return {
    chord: seen,
    scale,
    pentatonics: pentatonicsAt(seen, scale.degrees),
    blues: takesBlues
      ? { name: 'blues', degrees: bluesScale.map((one) => degreeOver(seen.root, one)) }
      : null,
    pair: pairAt(seen, scale.degrees),
    passing: passingIn(seen, scale.degrees),
  };
}

/** Tones of a scale half a step above a tone of the chord, which rub where they are held (from memory: avoid notes). */
export function passingIn({ tones, root, kind }: RunChord, scale: readonly Degree[]): Degree[] {
  const isTone = (semitones: number) => tones.has(fold(semitones, 12));
  return scale.filter((one) => {
    const sounds = degreeSemitones(one);
    if (isTone(sounds)) return false;
    // The third that a suspension holds back is for the chord after it.
    const apart = fold(sounds - degreeSemitones(root), 12);
    if ((kind === 'suspended' || kind === 'soft dominant') && apart === 4) return true;
    return isTone(sounds - 1);
  });
}
