import { accidentals, alterOf, fold, majorScale, type Signs } from './note.ts';

export type Step = 1 | 2 | 3 | 4 | 5 | 6 | 7;

/** A degree of the major scale, with semitones up (positive) or down that its accidentals move it. */
export interface Degree {
  readonly step: Step;
  readonly alter: number;
}

/** How the numbers of a minor song are counted: from its relative major, or from its own home note. */
export type MinorSchool = 'relative' | 'own tonic';

/** Semitones above the tonic, 0 to 11. */
export function degreeSemitones(degree: Degree): number {
  return fold(majorScale[degree.step - 1]! + degree.alter, 12);
}

/** Semitones above (or, lowered under the tonic, below) it: a b1 is -1. */
export function degreeHeight({ step, alter }: Degree): number {
  return majorScale[step - 1]! + alter;
}

/** @example formatDegree({ step: 7, alter: -1 }) // 'b7' */
export function formatDegree(degree: Degree, signs: Signs = 'typed'): string {
  return accidentals(degree.alter, signs) + String(degree.step);
}

/** A degree at the start of a text (up to two accidentals, then 1 to 7), and what follows it; null if there is none. */
export function readDegree(text: string): { degree: Degree; rest: string } | null {
  const found = /^([b♭]{0,2}|[#♯]{0,2})([1-7])/u.exec(text);
  if (!found) return null;
  const degree = { step: Number(found[2]) as Step, alter: alterOf(found[1]!) };
  return { degree, rest: text.slice(found[0].length) };
}

/**
 * A degree counted from the minor home note, as the degree of the relative major, and the other way about:
 * home is 1 in the one and 6 in the other. Nothing is lost either way (common practice, no published source).
 * @example toRelative({ step: 3, alter: -1 }) // { step: 1, alter: 0 }
 */
export function toRelative(own: Degree): Degree {
  return shift(own, 5);
}

/** @example toOwnTonic({ step: 6, alter: 0 }) // { step: 1, alter: 0 } */
export function toOwnTonic(relative: Degree): Degree {
  return shift(relative, 2, -1);
}

/**
 * A degree counted from another one as if that were home.
 * @example degreeOver({ step: 2, alter: 0 }, { step: 7, alter: 0 }) // { step: 1, alter: 1 }: #1 leads to 2
 */
export function degreeOver(home: Degree, { step, alter }: Degree): Degree {
  return shift(home, step - 1, alter);
}

/** What a degree is as if another one were home: the other way about. @example degreeFrom(2, 6) // 5 */
export function degreeFrom(home: Degree, degree: Degree): Degree {
  const steps = fold(degree.step - home.step, 7);
  const over = degreeOver(home, { step: (steps + 1) as Step, alter: 0 });
  return { step: (steps + 1) as Step, alter: degree.alter - over.alter };
}

/** The degree `steps` above: a major-scale interval of that many steps, altered by `alter`. */
function shift(degree: Degree, steps: number, alter = 0): Degree {
  const from = degree.step - 1;
  const step = fold(from + steps, 7);
  const semitones = majorScale[from]! + degree.alter + majorScale[steps]! + alter;
  const octave = from + steps >= 7 ? 12 : 0;
  return { step: (step + 1) as Step, alter: semitones - octave - majorScale[step]! };
}

const chromaticDegrees: readonly Degree[] = (
  [
    [1, 0],
    [2, -1],
    [2, 0],
    [3, -1],
    [3, 0],
    [4, 0],
    [4, 1],
    [5, 0],
    [6, -1],
    [6, 0],
    [7, -1],
    [7, 0],
  ] as const
).map(([step, alter]) => ({ step, alter }));

/** The usual degree so many semitones above the tonic: flats between the degrees of the scale, but #4. */
export function degreeOfSemitones(semitones: number): Degree {
  return chromaticDegrees[fold(semitones, 12)]!;
}

/** Whether two degrees are spelled alike; nothing is like nothing. */
export function sameDegree(one: Degree | null, other: Degree | null): boolean {
  return one?.step === other?.step && one?.alter === other?.alter;
}
