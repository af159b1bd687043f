import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import {
  formatDegree,
  readDegree,
  toOwnTonic,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { countedOctave, ownOctave, tuneNoteOf, tunePitch } from './tune.ts';

/** A note as it is typed: a degree and the octaves of its marks, counted as the chart counts. */
export interface TypedNote {
  readonly degree: Degree;
  readonly octave: number;
}

/** From where to where a song is sung, as its chart says it where no tune is written; and its usual note, if that is said. */
export interface RangeSaid {
  readonly low: TypedNote;
  readonly high: TypedNote;
  readonly usual: TypedNote | null;
}

/** Octaves from the home note, farther than anybody sings. */
const farthest = 3;

/**
 * Reads from where to where a song is sung: degrees with `'` an octave up and `,` an octave down, as in a tune.
 * @example readRangeSaid("5, to 3' mostly 1'")
 */
export function readRangeSaid(value: string): Result<RangeSaid> {
  const parts = /^(\S+)\s+to\s+(\S+)(?:\s+mostly\s+(\S+))?$/i.exec(value);
  const [low, high, usual] = (parts ?? []).slice(1).map((word) => word && readNote(word));
  if (!parts || !low || !high || (parts[3] !== undefined && !usual))
    return failure({
      severity: 'problem',
      message: `${quoted(value)} is no range. Say the lowest and the highest note as degrees: 5, to 3' mostly 1'.`,
      place: placeInLine(0, Math.max(1, value.length)),
      repairs: [replaceWith("5, to 3'")],
    });
  return success({ low, high, usual: usual || null });
}

function readNote(word: string): TypedNote | null {
  const read = readDegree(word);
  const marks = read && /^['’,]*$/u.exec(read.rest)?.[0];
  if (!read || marks === null || marks === undefined) return null;
  const octave = [...marks].reduce((sum, mark) => sum + (mark === ',' ? -1 : 1), 0);
  return Math.abs(octave) > farthest ? null : { degree: read.degree, octave };
}

/** @example printRangeSaid({ low, high, usual: null }) // "5, to 3'" */
export function printRangeSaid({ low, high, usual }: RangeSaid): string {
  return `${printNote(low)} to ${printNote(high)}${usual ? ` mostly ${printNote(usual)}` : ''}`;
}

function printNote({ degree, octave }: TypedNote): string {
  return formatDegree(degree) + (octave < 0 ? ',' : "'").repeat(Math.abs(octave));
}

/** The pitch of a note as it is typed, as a MIDI number at the height of tunes. */
export function typedPitch({ degree, octave }: TypedNote, key: Key, minor: MinorSchool): number {
  const relative = minor === 'own tonic' ? toRelative(degree) : degree;
  return tunePitch({ degree: relative, octave: octave + ownOctave(degree, minor) }, key);
}

/** A range counted from the other tonic of a minor key; the same notes. */
export function recountedRange(
  { low, high, usual }: RangeSaid,
  was: MinorSchool,
  wished: MinorSchool,
): RangeSaid {
  const again = ({ degree, octave }: TypedNote): TypedNote => {
    const relative = was === 'own tonic' ? toRelative(degree) : degree;
    const height = octave + ownOctave(degree, was);
    const note = { degree: relative, octave: height };
    return {
      degree: wished === 'own tonic' ? toOwnTonic(relative) : relative,
      octave: countedOctave(note, wished),
    };
  };
  return { low: again(low), high: again(high), usual: usual && again(usual) };
}

/** A pitch (a MIDI number) as it would be typed in a key. */
export function typedNoteAt(pitch: number, key: Key, minor: MinorSchool): TypedNote {
  const note = tuneNoteOf(pitch, key);
  const degree = minor === 'own tonic' ? toOwnTonic(note.degree) : note.degree;
  return { degree, octave: countedOctave(note, minor) };
}
