import type { LineFinger } from '../../chart/played.ts';
import type { Ticks } from '../../kit/ticks.ts';
import { degreeOver, degreeSemitones, type Degree, type Step } from '../../pitch/degree.ts';
import type { RunKind } from './kinds.ts';

/** What a run is made of, in the words by which players ask for one. */
export const runFamilies = [
  'triad pairs',
  'pentatonic',
  'blues',
  'climb',
  'crushed notes',
  'arpeggio',
  'grips',
  'planed shapes',
  'answer',
] as const;
export type RunFamily = (typeof runFamilies)[number];

/** How much a run asks of the player: within a week, with practice, once in a song. */
export const runGrades = ['simple', 'fluent', 'showpiece'] as const;
export type RunGrade = (typeof runGrades)[number];

export type Hand = 'left' | 'right';

/** What a run's degrees are counted from: the root of the chord it is played over, of the chord it leads to, or home. */
export type RunFrom = 'chord' | 'next' | 'key';

/** A pitch of a run: a degree of what the run counts from, and octaves above (or, negative, below) the first such note. */
export interface RunTone {
  /** A degree of the major scale, 1 to 7. */
  readonly degree: Step;
  /** Semitones that it is raised or, negative, lowered. */
  readonly alter: number;
  readonly octave: number;
}

/** One key that a hand strikes; those that begin together are a grip. */
export interface RunEvent extends RunTone {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly hand: Hand;
  /** Which voice of the hand, from the upper; absent in a hand of one voice. */
  readonly voice?: number;
  readonly finger?: LineFinger;
  /** Short notes just before it, in their order. */
  readonly grace?: readonly RunTone[];
  /** The key from which the finger slides, on its beat. */
  readonly slide?: RunTone;
}

/** Where a run arrives: at one of its own notes, or, at its end, at a note of the chord that follows. */
export interface RunLanding extends RunTone {
  readonly hand: Hand;
  /** From the beginning of the run; it is on a beat where the run is played. */
  readonly at: Ticks;
}

/** A run or fill: it belongs to a kind of chord, never to a letter. */
export interface Run {
  readonly id: string;
  readonly name: string;
  readonly family: RunFamily;
  readonly grade: RunGrade;
  readonly from: RunFrom;
  /** The kinds of chord it is played over. */
  readonly kinds: readonly RunKind[];
  /** In the order of their starts. */
  readonly events: readonly RunEvent[];
  /** How long it is, from its beginning to where its last note ends. */
  readonly ticks: Ticks;
  readonly landing: RunLanding;
  /** Tones that leave chord and key on purpose, only in passing: what makes a blues run one. */
  readonly outside: readonly Degree[];
  readonly why: string;
}

/** True for a run whose goal is a note of the chord that follows: its last note is on that chord's beat, not its own. */
export function leadsOn({ landing, ticks }: Pick<Run, 'landing' | 'ticks'>): boolean {
  return landing.at >= ticks;
}

export const degreeOfTone = ({ degree, alter }: Pick<RunTone, 'degree' | 'alter'>): Degree => ({
  step: degree,
  alter,
});

/** A tone of a run as a degree of the key, counted from the degree that is 1 in the run. */
export function inKeyOf(one: Degree, tone: Pick<RunTone, 'degree' | 'alter'>): Degree {
  return degreeOver(one, degreeOfTone(tone));
}

/** Semitones above home, 0 to 11, of a tone of a run. */
export function soundOf(one: Degree, tone: Pick<RunTone, 'degree' | 'alter'>): number {
  return degreeSemitones(inKeyOf(one, tone));
}

/** The voices of a hand in a run, the upper first, each in the order of time. */
export function voicesOf(
  { events }: Pick<Run, 'events'>,
  hand: Hand,
): readonly (readonly RunEvent[])[] {
  const own = events.filter((one) => one.hand === hand);
  const voices = [...new Set(own.map(({ voice }) => voice ?? 0))].sort();
  return voices.map((voice) => own.filter((one) => (one.voice ?? 0) === voice));
}

/** The hands that a run takes. */
export function handsOf({ events }: Pick<Run, 'events'>): readonly Hand[] {
  return (['right', 'left'] as const).filter((hand) => events.some((one) => one.hand === hand));
}
