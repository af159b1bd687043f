import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import type { Degree, Step } from './degree.ts';
import { fold, formatNote, intervalBetween, pitchClass, raise, readNote } from './note.ts';
import type { Note, Signs } from './note.ts';

export type Mode = 'major' | 'minor';

export interface Key {
  readonly tonic: Note;
  readonly mode: Mode;
}

/** Where the letters stand on the line of fifths, C at 0. */
const fifthsOfLetter = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 } as const;

/**
 * Sharps (positive) or flats (negative) of a key's signature, by the circle of fifths:
 * a fifth up adds a sharp, and a minor key has the signature of the major key a minor third above.
 */
export function keySignature(key: Key): number {
  const fifths = fifthsOfLetter[key.tonic.letter] + 7 * key.tonic.alter;
  return key.mode === 'major' ? fifths : fifths - 3;
}

/** The major key with the same signature; a major key is its own. All degrees are degrees of this key. */
export function relativeMajor(key: Key): Key {
  return key.mode === 'major' ? key : { tonic: raise(key.tonic, 2, -1), mode: 'major' };
}

/** The seven notes of the key from its tonic up: major, or natural minor. */
export function scale(key: Key): Note[] {
  const first = key.mode === 'major' ? 1 : 6;
  return [0, 1, 2, 3, 4, 5, 6].map((above) =>
    noteOfDegree({ step: (fold(first - 1 + above, 7) + 1) as Step, alter: 0 }, key),
  );
}

/** The note that a degree names in a key. Degrees count from the relative major's tonic. */
export function noteOfDegree(degree: Degree, key: Key): Note {
  return raise(relativeMajor(key).tonic, degree.step - 1, degree.alter);
}

/** The degree that a note is in a key, spelled as the note is. */
export function degreeOfNote(note: Note, key: Key): Degree {
  const { steps, alter } = intervalBetween(relativeMajor(key).tonic, note);
  return { step: (steps + 1) as Step, alter };
}

/** The key of a signature, -7 (flats) to 7 (sharps). */
export function keyOfSignature(signature: number, mode: Mode): Key {
  const onLine = mode === 'major' ? signature : signature + 3;
  const letter = (['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const)[fold(onLine + 1, 7)]!;
  return { tonic: { letter, alter: Math.floor((onLine + 1) / 7) }, mode };
}

/** All thirty keys with up to seven accidentals, flats first. */
export const allKeys: readonly Key[] = (['major', 'minor'] as const).flatMap((mode) =>
  Array.from({ length: 15 }, (_, index) => keyOfSignature(index - 7, mode)),
);

/**
 * The key on a pitch class (semitones above C) that has the fewest accidentals;
 * of the two with six, the flats (keyboard players read Gb before F#: common practice, no published source).
 */
export function simplestKey(semitonesAboveC: number, mode: Mode): Key {
  const wanted = fold(semitonesAboveC, 12);
  const spelled = allKeys.filter((key) => key.mode === mode && pitchClass(key.tonic) === wanted);
  return spelled.reduce((best, key) =>
    Math.abs(keySignature(key)) < Math.abs(keySignature(best)) ? key : best,
  );
}

/** The key a number of semitones away, in its simplest spelling. */
export function transposeKey(key: Key, semitones: number): Key {
  return simplestKey(pitchClass(key.tonic) + semitones, key.mode);
}

/** A key some half steps higher; its own spelling where it stays. */
export function raised(key: Key, semitones: number): Key {
  return semitones === 0 ? key : transposeKey(key, semitones);
}

/** Half steps up or down from one key to another, by their relative majors; 0 for keys of one signature. */
export function liftBetween(one: Key, other: Key): number {
  if (sameKey(one, other)) return 0;
  const up =
    (pitchClass(relativeMajor(other).tonic) - pitchClass(relativeMajor(one).tonic) + 12) % 12;
  return up > 6 ? up - 12 : up;
}

/** The twelve keys of a mode from C (or C minor) up by half steps, each in its simplest spelling. */
export function twelveKeys(mode: Mode): Key[] {
  return Array.from({ length: 12 }, (_, semitones) => simplestKey(semitones, mode));
}

export function sameKey(one: Key, other: Key): boolean {
  return (
    one.mode === other.mode &&
    one.tonic.letter === other.tonic.letter &&
    one.tonic.alter === other.tonic.alter
  );
}

/** @example formatKey({ tonic: { letter: 'F', alter: 1 }, mode: 'minor' }) // 'F# minor' */
export function formatKey(key: Key, signs: Signs = 'typed'): string {
  return formatNote(key.tonic, signs) + (key.mode === 'minor' ? ' minor' : '');
}

/**
 * Reads a key: `Bb`, `F# minor`, `F#m`, `C major`, with letters large or small.
 * A problem says why it is none; a key of more than seven accidentals gets the one that sounds the same.
 */
export function parseKey(text: string): Result<Key> {
  const typed = text.trim();
  const place = placeInLine(text.length - text.trimStart().length, Math.max(typed.length, 1));
  const read = readNote(typed);
  const mode = read && modeOf(read.rest.trim());
  if (!read || !mode) {
    return failure({
      severity: 'problem',
      message: `${quoted(typed)} is no key. A key is a letter from A to G, perhaps with b or #, perhaps with “minor”.`,
      place,
      repairs: read ? [replaceWith(formatNote(read.note))] : [],
    });
  }
  const key: Key = { tonic: read.note, mode };
  if (Math.abs(keySignature(key)) > 7) {
    const simpler = formatKey(simplestKey(pitchClass(key.tonic), mode));
    return failure({
      severity: 'problem',
      message: `${formatKey(key)} would need more than seven accidentals; ${simpler} sounds the same.`,
      place,
      repairs: [replaceWith(simpler)],
    });
  }
  return success(key);
}

function modeOf(word: string): Mode | null {
  if (/^(major|maj|M)?$/u.test(word)) return 'major';
  return /^(minor|min|m|-)$/u.test(word) ? 'minor' : null;
}
