import { styleFor, type PhraseWhen } from '../../chart/song.ts';
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
);

/** One line of a text with chords over words, told apart by what is on it. */
export type TextLine =
  | { readonly kind: 'blank' }
  | {
      readonly kind: 'heading';
      readonly name: string;
      readonly times: number;
      readonly open: boolean;
    }
  | { readonly kind: 'field'; readonly name: TextField; readonly value: string }
  | { readonly kind: 'when'; readonly when: PhraseWhen }
  | { readonly kind: 'direction'; readonly text: string }
  | { readonly kind: 'chords'; readonly words: readonly ChordWord[] }
  | { readonly kind: 'words'; readonly text: string };

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
  if (heading) return { kind: 'heading', ...heading };
  for (const [name, pattern] of inHead ? [...fields, ...fieldsOfHead] : fields) {
    const found = pattern.exec(typed);
    if (found) return { kind: 'field', name, value: found[1]!.trim() };
  }
  const words = readChordLine(text, reading);
  if (words) return { kind: 'chords', words };
  const direction = /^[(*]\s*([^()]+?)\s*\)?$/.exec(typed);
  if (direction) return { kind: 'direction', text: direction[1]! };
  return { kind: 'words', text: text.trimEnd() };
}

/** The chords of a line; null where one word of it is none. */
function readChordLine(text: string, reading: TextReading): ChordWord[] | null {
  const found: ChordWord[] = [];
  for (const match of text.matchAll(/\||[^\s|]+/g)) {
    const word = readWord(match[0], match.index, reading);
    if (!word) return null;
    found.push(word);
  }
  return found.some(({ kind }) => kind === 'chord' || kind === 'same') ? found : null;
}

function readWord(text: string, start: number, reading: TextReading): ChordWord | null {
  if (/^\|+$/.test(text)) return { kind: 'bar line', start };
  if (/^[./-]$/.test(text)) return { kind: 'hold', start };
  if (text === '%') return { kind: 'same', start };
  if (/^(?:n\.?c\.?|_)$/i.test(text)) return { kind: 'silence', start };
  const times = /^\(?[x×](\d{1,2})\)?$/i.exec(text);
  if (times) return { kind: 'times', start, times: Number(times[1]) };
  const chord =
    reading.chords === 'letters'
      ? fromLetters(text, countedFrom, { language: reading.language, spelling: 'strict' })
      : parseChord(text, asWritten);
  return chord.ok ? { kind: 'chord', start, text, chord: chord.value } : null;
}

/** True if more lines of the text are chords in numbers than in letters. */
export function writtenInNumbers(lines: readonly string[], language: NoteLanguage): boolean {
  const count = (chords: TextReading['chords']) =>
    lines.filter((line) => readTextLine(line, { chords, language }, false).kind === 'chords')
      .length;
  return count('numbers') > count('letters');
}
