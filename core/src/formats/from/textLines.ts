import { styleFor, type PhraseWhen } from '../../chart/song.ts';
import { namesSection } from '../../chart/heading.ts';
import type { Result } from '../../kit/result.ts';
import { readHeadingWords } from '../../chart/untidy/sectionWords.ts';
import { readWhen } from '../../chart/when.ts';
import type { Chord } from '../../chord/chord.ts';
import { fromLetters } from '../../chord/letters.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { Key } from '../../pitch/key.ts';
import type { NoteLanguage } from '../../pitch/names.ts';

/** One word of a line of chords, where it stands (from 0). */
export type ChordWord = { readonly start: number } & (
  | { readonly kind: 'chord'; readonly text: string; readonly chord: Chord }
  | { readonly kind: 'bar line' | 'hold' | 'same' | 'silence' }
  | { readonly kind: 'times'; readonly times: number }
  /** Among chords what is none: kept as it was typed. */
  | { readonly kind: 'unread'; readonly text: string }
);

/** One line of a text with chords over words, told apart by what is on it. */
export type TextLine =
  | { readonly kind: 'blank' }
  | {
      readonly kind: 'heading';
      readonly name: string;
      readonly times: number;
      readonly open: boolean;
      /** Its first line of chords, where that stands beside its name. */
      readonly words: readonly ChordWord[] | null;
    }
  | { readonly kind: 'fields'; readonly fields: readonly SaidField[] }
  | { readonly kind: 'when'; readonly when: PhraseWhen }
  | { readonly kind: 'direction'; readonly text: string }
  | { readonly kind: 'chords'; readonly words: readonly ChordWord[] }
  | { readonly kind: 'words'; readonly text: string };

export interface SaidField {
  readonly name: TextField;
  readonly value: string;
}

export type TextField =
  'numbers' | 'minor' | 'title' | 'by' | 'key' | 'tempo' | 'meter' | 'road' | 'rights' | 'capo';

/** How the chords are written. */
export interface TextReading {
  readonly chords: 'letters' | 'numbers';
  readonly language: NoteLanguage;
}

/** In letters chords are counted from C until the key is known. */
const countedFrom: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };
const asWritten = styleFor(countedFrom, { reading: 'as written', minor: 'relative' });

/** What is said with a colon, and wherever it stands. */
const fields: readonly (readonly [TextField, RegExp])[] = [
  ['numbers', /^numbers\s*:\s*(in key|as written)$/i],
  ['minor', /^minor\s*:\s*(relative|own tonic)$/i],
  ['title', /^title\s*[:=]\s*(.+)$/i],
  ['by', /^(?:by|words and music by|artist|author|music)\s*:\s*(.+)$/i],
  ['key', /^key(?:\s+of)?\s*[:=]\s*(.+)$/i],
  ['tempo', /^(?:tempo|bpm)\s*[:=]\s*(\d{2,3}(?:\.\d)?)(?:\s*bpm)?$/i],
  [
    'meter',
    /^(?:time|meter|metre|time signature)\s*[:=]\s*(\d{1,2}\/\d{1,2}(?:\s*\([0-9+]+\))?)$/i,
  ],
  ['road', /^(?:order|road(?:map)?)\s*:\s*(.+)$/i],
  ['capo', /^capo\s*:\s*(\d{1,2})$/i],
  ['rights', /^rights\s*:\s*(.+)$/i],
  ['rights', /^((?:copyright|©|\(c\)|all rights|words and music\b.*\d{4}).*)$/i],
];

/** What is said without one above the first section only: below, such a line may well be sung. */
const fieldsOfHead: readonly (readonly [TextField, RegExp])[] = [
  ['by', /^(?:words and music )?by\s+(.+)$/i],
  ['key', /^key(?:\s+of)?\s+([a-h](?:[b#♭♯]|is|es|s)?\s*(?:m|min|minor|maj|major)?)$/i],
  ['tempo', /^(?:tempo|bpm)\s+(\d{2,3}(?:\.\d)?)$/i],
  ['tempo', /^(\d{2,3}(?:\.\d)?)\s*bpm$/i],
  ['meter', /^(?:time|meter|metre)\s+(\d{1,2}\/\d{1,2})$/i],
  ['capo', /^capo\s+(\d{1,2})$/i],
];

/** What stands one after the other above the first section: `Key of E  Capo 2  72 bpm`. */
const fieldsInARow: readonly (readonly [TextField, RegExp])[] = [
  [
    'key',
    /^key(?:\s+of)?\s*[:=]?\s+([a-h](?:[b#♭♯]|is|es|s)?(?:\s*(?:m|min|minor|maj|major))?)(?![\w#♭♯])/i,
  ],
  ['tempo', /^(?:tempo|bpm)\s*[:=]?\s*(\d{2,3}(?:\.\d)?)(?:\s*bpm)?(?![\w.])/i],
  ['tempo', /^(\d{2,3}(?:\.\d)?)\s*bpm\b/i],
  ['capo', /^capo\s*[:=]?\s*(\d{1,2})(?!\w)/i],
  ['meter', /^(?:time|meter|metre)?\s*[:=]?\s*(\d{1,2}\/(?:2|4|8))(?![\w/])/i],
];

/** The fields of a line that says several and nothing else. */
function readFieldsInARow(typed: string): SaidField[] | null {
  const said: SaidField[] = [];
  let rest = typed;
  while (rest !== '') {
    const next = fieldsInARow
      .map(([name, pattern]) => ({ name, found: pattern.exec(rest) }))
      .find(({ found }) => found !== null);
    if (!next?.found) return null;
    said.push({ name: next.name, value: next.found[1]!.trim() });
    rest = rest.slice(next.found[0].length).replace(/^[\s,;|·/–—-]+/, '');
  }
  return said.length > 1 ? said : null;
}

/** A name and its first line of chords: `TAG: E  A/E  E`. */
function readHeadingWithChords(text: string, reading: TextReading): TextLine | null {
  const found = /^(\s*)([^:|]{1,60}:)(\s+)(\S.*)$/.exec(text);
  if (!found) return null;
  const [, before, name, between, rest] = found as unknown as string[];
  const heading = readHeadingWords(name!.trim());
  if (!heading || !namesPart(heading.name)) return null;
  const from = before!.length + name!.length + between!.length;
  const words = readChordLine(' '.repeat(from) + rest!, reading);
  return words && { kind: 'heading', ...heading, words };
}

/** Whether a name can be that of a part of a song: it is no field. */
function namesPart(name: string): boolean {
  return (
    namesSection(name) && !/^(?:key|capo|tempo|time|bpm|title|by|order|road|tuning)\b/i.test(name)
  );
}

/**
 * Says what a line is.
 * @param inHead no section and no chord stands above it
 */
export function readTextLine(text: string, reading: TextReading, inHead: boolean): TextLine {
  const typed = text.trim();
  if (typed === '') return { kind: 'blank' };
  const when = readWhen(typed);
  if (when && when.length === typed.length) return { kind: 'when', when: when.when };
  const heading = readHeadingWords(typed);
  if (heading) return { kind: 'heading', ...heading, words: null };
  for (const [name, pattern] of inHead ? [...fields, ...fieldsOfHead] : fields) {
    const found = pattern.exec(typed);
    if (found) return { kind: 'fields', fields: [{ name, value: found[1]!.trim() }] };
  }
  const inARow = inHead ? readFieldsInARow(typed) : null;
  if (inARow) return { kind: 'fields', fields: inARow };
  const labelled = readHeadingWithChords(text, reading);
  if (labelled) return labelled;
  const words = readChordLine(text, reading);
  if (words) return { kind: 'chords', words };
  const direction = /^[(*]\s*([^()]+?)\s*\)?$/.exec(typed);
  if (direction) return { kind: 'direction', text: direction[1]! };
  return { kind: 'words', text: text.trimEnd() };
}

/** Of the words of a line of chords at least so many are chords. */
const leastShare = 0.7;

/** The chords of a line; null where too many of its words are none. */
function readChordLine(text: string, reading: TextReading): ChordWord[] | null {
  const isRepeated = /^\s*\|+:/.test(text) && /:\|+\s*(?:\(?[x×\d]+\)?)?\s*$/i.test(text);
  const hasBars = text.includes('|');
  const found: ChordWord[] = [];
  for (const match of text.matchAll(/\||[^\s|]+/g))
    found.push(...readWords(match[0], match.index, reading, hasBars));
  const chords = found.filter(({ kind }) => kind === 'chord').length;
  const unread = found.filter(({ kind }) => kind === 'unread').length;
  const isChords =
    unread === 0
      ? chords > 0 || found.some(({ kind }) => kind === 'same')
      : chords > 1 && chords >= leastShare * (chords + unread);
  if (!isChords) return null;
  const saysTimes = found.some(({ kind }) => kind === 'times');
  if (isRepeated && !saysTimes) found.push({ kind: 'times', start: text.length, times: 2 });
  return found;
}

/** What one word of a line says: nothing where it only parts others, several chords where dashes join them. */
function readWords(typed: string, at: number, reading: TextReading, hasBars: boolean): ChordWord[] {
  // The colons of repeat signs.
  const text = typed.replace(/^:+|:+$/g, '');
  const start = at + (typed.length - typed.replace(/^:+/, '').length);
  if (text === '') return [];
  if (/^\|+$/.test(text)) return [{ kind: 'bar line', start }];
  if (/^(?:-+|–|—|→|,)$/.test(text)) return hasBars ? [{ kind: 'hold', start }] : [];
  const word = readWord(text.replace(/,$/, ''), start, reading);
  if (word) return [word];
  const joined = partsOf(text, start).map((part) => readWord(part.text, part.start, reading));
  const chords = joined.filter((part) => part !== null);
  if (joined.length > 1 && chords.length === joined.length) return chords;
  return [{ kind: 'unread', start, text }];
}

/** What dashes join: `E-A-B`. */
function partsOf(text: string, start: number): { text: string; start: number }[] {
  return [...text.matchAll(/[^-–—→]+/g)].map((part) => ({
    text: part[0],
    start: start + part.index,
  }));
}

function readWord(text: string, start: number, reading: TextReading): ChordWord | null {
  if (/^[./]$/.test(text)) return { kind: 'hold', start };
  if (text === '%') return { kind: 'same', start };
  if (/^(?:n\.?c\.?|_)$/i.test(text)) return { kind: 'silence', start };
  const times = /^\(?(?:[x×](\d{1,2})|(\d{1,2})[x×])\)?$/i.exec(text);
  if (times) return { kind: 'times', start, times: Number(times[1] ?? times[2]) };
  const chord =
    reading.chords === 'letters'
      ? readLetters(text, countedFrom, reading.language)
      : parseChord(text, asWritten);
  return chord.ok ? { kind: 'chord', start, text, chord: chord.value } : null;
}

/** A letter, or a syllable, and nothing but a 4 after it. */
const bareFourth = /^((?:[A-H](?:is|es)?|do|re|ré|mi|fa|sol?|la|si|ti)[#b♯♭]?)4(?=$|\/)/iu;

/** Reads a chord in letters as players write it over words: a bare 4 after a letter takes the third's place. */
export function readLetters(text: string, key: Key, language: NoteLanguage): Result<Chord> {
  const suspended = text.replace(bareFourth, '$1sus4');
  return fromLetters(suspended, key, { language, spelling: 'strict' });
}

/** True if more lines of the text are chords in numbers than in letters. */
export function writtenInNumbers(lines: readonly string[], language: NoteLanguage): boolean {
  const count = (chords: TextReading['chords']) =>
    lines.filter((text) => {
      const line = readTextLine(text, { chords, language }, false);
      return line.kind === 'chords' || (line.kind === 'heading' && line.words !== null);
    }).length;
  return count('numbers') > count('letters');
}
