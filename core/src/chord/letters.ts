import {
  failure,
  movedTo,
  placeInLine,
  quoted,
  success,
  type Problem,
  type Result,
} from '../kit/result.ts';
import type { Degree } from '../pitch/degree.ts';
import { degreeOfNote, noteOfDegree, type Key } from '../pitch/key.ts';
import {
  nameNote,
  plainNames,
  readNoteName,
  type NameStyle,
  type NoteLanguage,
} from '../pitch/names.ts';
import { fold, majorScale, pitchClass, raise, type Note } from '../pitch/note.ts';
import type { Chord, NamedChord, Shape } from './chord.ts';
import { parseQuality } from './parseQuality.ts';
import { printQuality } from './printQuality.ts';
import { majorTriad, plainSymbols, type Symbols } from './reading.ts';

/** How letters are written: the language and spelling of notes, the signs of qualities. */
export interface LetterStyle extends NameStyle {
  readonly symbols: Symbols;
}

const plainLetters: LetterStyle = { ...plainNames, symbols: plainSymbols };

/** A letter chord in the pieces that a page sets in different sizes. */
export interface LetterParts {
  readonly root: string;
  readonly quality: string;
  readonly bass: string | null;
}

/** The pieces of a chord's letters in a key, spelled right. */
export function letterParts(chord: Chord, key: Key, style: Partial<LetterStyle> = {}): LetterParts {
  const written = { ...plainLetters, ...style };
  const name = (degree: Degree) => nameNote(noteOfDegree(degree, key), written);
  const shape = ({ root, figures }: Shape) => ({
    root: name(root),
    quality: printQuality(figures, majorTriad, written.signs, written.symbols),
  });
  switch (chord.kind) {
    case 'named':
      return { ...shape(chord), bass: chord.bass && name(chord.bass) };
    case 'stack':
      return {
        root: `[${chord.degrees.map(name).join('-')}]`,
        quality: '',
        bass: chord.bass && name(chord.bass),
      };
    case 'layered': {
      const shell = shape(chord.shell);
      return {
        ...shape(chord.upper),
        bass: `[${shell.root}${apart(shell.quality)}]/${name(chord.bass)}`,
      };
    }
  }
}

/**
 * A chord in letters in a key, spelled right: `Ebadd9`, `Bb/D`, `F#m7b5`.
 * A quality that begins with an accidental is set apart, since an accidental binds to its letter (Cb5, but C(b5)).
 */
export function toLetters(chord: Chord, key: Key, style: Partial<LetterStyle> = {}): string {
  const { root, quality, bass } = letterParts(chord, key, style);
  return root + apart(quality) + (bass === null ? '' : `/${bass}`);
}

function apart(quality: string): string {
  return /^[b#♭♯]/u.test(quality) ? `(${quality.replace(/[()]/g, '')})` : quality;
}

/** How letters are read. */
export interface LetterReading {
  /** Declared, never guessed: B is another note in German. */
  readonly language: NoteLanguage;
  /**
   * `loose` accepts what players say carelessly and puts it right: an F# in five flats becomes 4, and a bass that is a
   * chord tone takes that tone's spelling. `strict` keeps every spelling as it stands.
   */
  readonly spelling: 'loose' | 'strict';
}

/**
 * Reads a chord in letters as degrees of a key, loosely unless asked otherwise.
 * Under strict spelling, what `toLetters` wrote comes back exactly.
 */
export function fromLetters(
  text: string,
  key: Key,
  options: Partial<LetterReading> = {},
): Result<Chord> {
  const reading: LetterReading = { language: 'english', spelling: 'loose', ...options };
  if (text.startsWith('[')) return readStack(text, key, reading);
  if (text.includes('/[')) return readLayered(text, key, reading);
  return readNamed(text, key, reading);
}

function readNamed(
  text: string,
  key: Key,
  { language, spelling }: LetterReading,
): Result<NamedChord> {
  const read = readNoteName(text, language);
  if (!read)
    return letterProblem(
      text,
      0,
      text.length,
      `${quoted(text)} does not begin with the name of a note.`,
    );
  const { quality: qualityText, bass: bassText } = splitLetterBass(read.rest, language);
  const start = text.length - read.rest.length;
  const bass = bassText === null ? null : readNoteName(bassText, language);
  if (bassText !== null && bass?.rest !== '') {
    return letterProblem(
      text,
      text.length - bassText.length,
      text.length,
      'After the slash stands one note for the bass.',
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
  const root = degreeOfNote(read.note, key);
  const strict = spelling === 'strict';
  const chord: NamedChord = {
    kind: 'named',
    root: strict ? root : usualDegree(root),
    figures: quality.figures,
    bass: bass && degreeOfNote(bass.note, key),
  };
  return success(strict || !bass ? chord : { ...chord, bass: bassDegree(chord, bass.note, key) });
}

/** Parts the quality from the bass at the last slash that a note follows; the slash of 6/9 is none. */
function splitLetterBass(
  rest: string,
  language: NoteLanguage,
): { quality: string; bass: string | null } {
  const slash = rest.lastIndexOf('/');
  const isBass =
    slash >= 0 && rest.indexOf(')', slash) < 0 && readNoteName(rest.slice(slash + 1), language);
  return isBass
    ? { quality: rest.slice(0, slash), bass: rest.slice(slash + 1) }
    : { quality: rest, bass: null };
}

function readStack(text: string, key: Key, { language, spelling }: LetterReading): Result<Chord> {
  const [, inside = '', over] = /^\[([^\]]+)\](?:\/(.+))?$/.exec(text) ?? [];
  const names = inside.split('-');
  const notes = names.map((name) => readNoteName(name.trim(), language));
  const bass = over === undefined ? null : readNoteName(over, language);
  const degrees = notes.flatMap((read) =>
    read?.rest === '' ? [degreeOfNote(read.note, key)] : [],
  );
  const isOver = over === undefined || bass?.rest === '';
  if (degrees.length < 3 || degrees.length > 6 || degrees.length < names.length || !isOver) {
    return letterProblem(
      text,
      0,
      text.length,
      'A stack is three to six notes in brackets, from the lowest up, parted by hyphens.',
    );
  }
  const spelled = (degree: Degree) => (spelling === 'strict' ? degree : usualDegree(degree));
  return success({
    kind: 'stack',
    degrees: degrees.map(spelled),
    bass: bass && spelled(degreeOfNote(bass.note, key)),
  });
}

function readLayered(text: string, key: Key, reading: LetterReading): Result<Chord> {
  const found = /^([^/]+)\/\[([^\]]+)\]\/([^/]+)$/.exec(text);
  const bass = found && readNoteName(found[3]!, reading.language);
  if (!found || bass?.rest !== '') {
    return letterProblem(
      text,
      0,
      text.length,
      'A shape over a shell over a bass is written as in D/[G7]/G.',
    );
  }
  const upper = readNamed(found[1]!, key, reading);
  if (!upper.ok) return upper;
  const shell = readNamed(found[2]!, key, reading);
  if (!shell.ok) return failure(movedTo(shell.problems[0]!, 1, found[1]!.length + 2));
  if (!shell.value.figures.some(({ figure }) => figure === 7)) {
    return letterProblem(text, found[1]!.length + 2, found[2]!.length, 'A shell holds a seventh.');
  }
  const shape = ({ root, figures }: NamedChord): Shape => ({ root, figures });
  const low = degreeOfNote(bass.note, key);
  return success({
    kind: 'layered',
    upper: shape(upper.value),
    shell: shape(shell.value),
    bass: reading.spelling === 'strict' ? low : usualDegree(low),
  });
}

/** A bass that sounds a tone of the chord is spelled as that tone, F under a C# chord as E#. */
function bassDegree(chord: NamedChord, bass: Note, key: Key): Degree {
  const root = noteOfDegree(chord.root, key);
  const tone = chord.figures
    .map(({ figure, alter }) => raise(root, figure - 1, alter))
    .find((note) => pitchClass(note) === pitchClass(bass));
  return tone ? degreeOfNote(tone, key) : usualDegree(degreeOfNote(bass, key));
}

function semitonesOf(degree: Degree): number {
  return fold(majorScale[degree.step - 1]! + degree.alter, 12);
}

/** Degrees that nobody counts (#3, b4, #7, b1 and double accidentals) are the plain degree that sounds the same. */
function usualDegree(degree: Degree): Degree {
  const semitones = semitonesOf(degree);
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
): { readonly ok: false; readonly problems: Problem[] } {
  const within = Math.max(1, Math.min(length, text.length - start));
  return failure({ severity: 'problem', message, place: placeInLine(start, within), repairs: [] });
}
