import { failure, placeInLine, quoted, success, type Result } from '../result.ts';
import type { Degree } from '../pitch/degree.ts';
import { degreeOfNote, noteOfDegree, type Key } from '../pitch/key.ts';
import {
  fold,
  formatNote,
  majorScale,
  pitchClass,
  raise,
  readNote,
  type Note,
  type Signs,
} from '../pitch/note.ts';
import type { Chord } from './chord.ts';
import { parseQuality } from './parseQuality.ts';
import { printQuality } from './printQuality.ts';
import { majorTriad } from './reading.ts';

/** A letter chord in the pieces that a page sets in different sizes. */
export interface LetterParts {
  readonly root: string;
  readonly quality: string;
  readonly bass: string | null;
}

/** The pieces of a chord's letters in a key, spelled right. */
export function letterParts(chord: Chord, key: Key, style: { signs?: Signs } = {}): LetterParts {
  const signs = style.signs ?? 'typed';
  return {
    root: formatNote(noteOfDegree(chord.root, key), signs),
    quality: printQuality(chord.figures, majorTriad, signs),
    bass: chord.bass && formatNote(noteOfDegree(chord.bass, key), signs),
  };
}

/**
 * A chord in letters in a key, spelled right: `Ebadd9`, `Bb/D`, `F#m7b5`.
 * A quality that begins with an accidental is set apart, since an accidental binds to its letter (Cb5, but C(b5)).
 */
export function toLetters(chord: Chord, key: Key, style: { signs?: Signs } = {}): string {
  const { root, quality, bass } = letterParts(chord, key, style);
  const apart = /^[b#♭♯]/u.test(quality) ? `(${quality.replace(/[()]/g, '')})` : quality;
  return root + apart + (bass === null ? '' : `/${bass}`);
}

/**
 * Reads a chord in letters as degrees of a key.
 * `loose` (the default) accepts what players say carelessly and puts it right: an F# in five flats becomes 4,
 * and a bass that is a chord tone takes that tone's spelling. `strict` keeps every spelling as it stands,
 * so that what `toLetters` wrote comes back exactly.
 */
export function fromLetters(
  text: string,
  key: Key,
  options: { spelling?: 'loose' | 'strict' } = {},
): Result<Chord> {
  const read = readNote(text);
  if (!read) {
    return letterProblem(
      text,
      0,
      text.length,
      `${quoted(text)} does not begin with a letter from A to G.`,
    );
  }
  const slash = read.rest.lastIndexOf('/');
  const readBass =
    slash < 0 || /6\/9/.test(read.rest.slice(slash - 1))
      ? null
      : readNote(read.rest.slice(slash + 1));
  const qualityText = readBass ? read.rest.slice(0, slash) : read.rest;
  const start = text.length - read.rest.length;
  if (readBass && readBass.rest !== '') {
    return letterProblem(
      text,
      start + slash + 1,
      text.length,
      'After the slash stands one letter for the bass.',
    );
  }
  const quality = parseQuality(qualityText, majorTriad);
  if (!quality.ok) {
    return letterProblem(
      text,
      start + quality.problem.start,
      quality.problem.length,
      quality.problem.message,
    );
  }
  const strict = options.spelling === 'strict';
  const root = degreeOfNote(read.note, key);
  const chord: Chord = {
    root: strict ? root : usualDegree(root),
    figures: quality.figures,
    bass: readBass && degreeOfNote(readBass.note, key),
  };
  return success(
    strict || !readBass ? chord : { ...chord, bass: bassDegree(chord, readBass.note, key) },
  );
}

/** A bass that sounds a tone of the chord is spelled as that tone, F under a C# chord as E#. */
function bassDegree(chord: Chord, bass: Note, key: Key): Degree {
  const root = noteOfDegree(chord.root, key);
  const tone = chord.figures
    .map(({ figure, alter }) => raise(root, figure - 1, alter))
    .find((note) => pitchClass(note) === pitchClass(bass));
  return tone ? degreeOfNote(tone, key) : usualDegree(degreeOfNote(bass, key));
}

/** Degrees that nobody counts (#3, b4, #7, b1 and double accidentals) are the plain degree that sounds the same. */
function usualDegree(degree: Degree): Degree {
  const semitones = fold(majorScale[degree.step - 1]! + degree.alter, 12);
  const plain = majorScale.findIndex((inScale) => inScale === semitones);
  if (plain >= 0) return { step: (plain + 1) as Degree['step'], alter: 0 };
  if (Math.abs(degree.alter) < 2) return degree;
  const above = majorScale.findIndex((inScale) => inScale === semitones + 1);
  return { step: (above + 1) as Degree['step'], alter: -1 };
}

function letterProblem(
  text: string,
  start: number,
  length: number,
  message: string,
): Result<never> {
  const within = Math.max(1, Math.min(length, text.length - start));
  return failure({ severity: 'problem', message, place: placeInLine(start, within), repairs: [] });
}
