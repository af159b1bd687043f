import {
  degreeOfSemitones,
  degreeHeight,
  toOwnTonic,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import type { Meter } from './meter.ts';

/** What the tune does for a stretch of a bar, in ticks. */
export type TuneEvent = { readonly ticks: number } & (
  | TuneNote
  | { readonly kind: 'rest' }
  /** The note of the bar before sounds on. */
  | { readonly kind: 'held' }
);

/** What began before sounds on, for so many ticks. */
export interface Held {
  readonly kind: 'held';
  readonly ticks: number;
}

export interface TuneNote {
  readonly kind: 'note';
  /** Of the relative major, as chords are. */
  readonly degree: Degree;
  /** Octaves above (or, negative, below) that of the home note; see `tunePitch`. */
  readonly octave: number;
  readonly accent: boolean;
}

/** The tune of one bar, as long as the bar; nothing at all where no tune is written. */
export type TuneBar = readonly TuneEvent[];

/**
 * The pitch of a note of a tune, as a MIDI number. The 1 without a mark is the first home note of the (relative) major
 * key from A3 up, where most people sing (common practice, no published source).
 * @example tunePitch({ degree: { step: 5, alter: 0 }, octave: -1 }, key('C')) // 55
 */
export function tunePitch(note: Pick<TuneNote, 'degree' | 'octave'>, key: Key): number {
  return tunePitches(key)(note);
}

/** The pitch of each note of a tune in a key, for whoever asks for many of them. */
export function tunePitches(key: Key): (note: Pick<TuneNote, 'degree' | 'octave'>) => number {
  const home = homeOf(key);
  return ({ degree, octave }) => home + degreeHeight(degree) + 12 * octave;
}

/** The octave that a pitch has when it is written as this degree: the other way about. */
export function tuneOctave(pitch: number, degree: Degree, key: Key): number {
  return Math.round((pitch - tunePitch({ degree, octave: 0 }, key)) / 12);
}

/** A pitch (a MIDI number) as a note of a tune: by its usual degree of the key. */
export function tuneNoteOf(pitch: number, key: Key): Pick<TuneNote, 'degree' | 'octave'> {
  const degree = degreeOfSemitones(pitch - homeOf(key));
  return { degree, octave: tuneOctave(pitch, degree, key) };
}

/** A3. */
const lowestHome = 57;

function homeOf(key: Key): number {
  return lowestHome + fold(pitchClass(relativeMajor(key).tonic) - lowestHome, 12);
}

/** The octave of a note as a school counts it: from the home note of the relative major, or from the own tonic below it. */
export function countedOctave(
  { degree, octave }: Pick<TuneNote, 'degree' | 'octave'>,
  minor: MinorSchool,
): number {
  return minor === 'own tonic' ? octave - ownOctave(toOwnTonic(degree), minor) : octave;
}

/** A tune without the bars at its end in which nothing is written. */
export function withoutSilentEnd(bars: readonly TuneBar[]): TuneBar[] {
  return bars.slice(0, bars.findLastIndex((bar) => bar.length > 0) + 1);
}

/** The note that sounds at the end of a bar. */
export function soundingAfter(tune: TuneBar, before: TuneNote | null): TuneNote | null {
  const last = tune.at(-1);
  if (!last || last.kind === 'rest') return null;
  return last.kind === 'note' ? last : before;
}

/** Where one reads a bar of the tune: in which metre, and how the numbers of a minor key are counted. */
export interface TunePlace {
  readonly meter: Meter;
  readonly minor: MinorSchool;
}

/** The own tonic lies below the 1 of the relative major: its 1, 2 and b3 are 6, 7 and 1 there. */
export function ownOctave(own: Degree, minor: MinorSchool): number {
  if (minor === 'relative') return 0;
  const relative = toRelative(own);
  const ownHeight = degreeHeight(own) - 3;
  const height = degreeHeight(relative);
  return Math.round((ownHeight - height) / 12);
}

/** What lies between two ticks of a bar; what began before them is held. */
export function cut<Event extends { readonly ticks: number }>(
  events: readonly Event[],
  from: number,
  to: number,
): (Event | Held)[] {
  const found: (Event | Held)[] = [];
  let start = 0;
  for (const event of events) {
    const end = start + event.ticks;
    const ticks = Math.min(end, to) - Math.max(start, from);
    if (ticks > 0) found.push(start >= from ? { ...event, ticks } : { kind: 'held', ticks });
    start = end;
  }
  return found;
}

/** Every note of a tune begins on a multiple of this, in ticks: what groups in groups can still be written for. */
export const finest = 10;
