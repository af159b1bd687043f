import {
  formatKey,
  keyOfSignature,
  keySignature,
  nameNote,
  parseKey,
  styleFor,
  transposeKey,
  type Key,
  type LetterStyle,
  type NumberStyle,
  type Song,
  type Symbols,
} from '@intervallum/core';
import type { ReaderSettings as Settings } from '../../settings/reader.ts';
import { t } from '../../words/words.ts';

export type TuneView = 'degrees' | 'staff' | 'off';

/** How a chart is looked at: in which key, in which kind of numbers and letters, with what beside them. */
export interface ChartView {
  /** Of the letters and the hands. */
  readonly key: Key;
  /** On paper: in which it sounds, where a keyboard that is set higher or lower makes up for the rest. */
  readonly sounding?: Key;
  readonly style: NumberStyle;
  readonly letterStyle: LetterStyle;
  /** What stands large on the rails. */
  readonly hero: 'numbers' | 'letters';
  /** Letters small beneath the numbers. */
  readonly letters: boolean;
  /** The shape of each chord on the rail, its bass beneath, in the place of letters. */
  readonly dictation?: boolean;
  /** Numerals and letters are single notes, as a bass player reads them, and no chords. */
  readonly notesAlone?: boolean;
  readonly words: boolean;
  /** Syllables stand on the beats where no tune says more. */
  readonly wordsOnBeats?: boolean;
  /** How the tune is shown. */
  readonly tune: TuneView;
  /** Where lifts have moved the key of a section: the tune rises with them. */
  readonly lift?: { readonly from: Key; readonly semitones: number };
}

const signs: Symbols = { minor: '-', majorSeventh: '△', diminished: '°', halfDiminished: 'ø' };
const words: Symbols = {
  minor: 'm',
  majorSeventh: 'maj7',
  diminished: 'dim',
  halfDiminished: 'm7b5',
};

const symbolsOf = (settings: Pick<Settings, 'symbols'>) =>
  settings.symbols === 'signs' ? signs : words;

/** The numbers a reader sees, from the reader's settings and, where these say so, the chart's own. */
export function numberStyle(
  song: Pick<Song, 'key' | 'reading' | 'minor'> & Partial<Pick<Song, 'names'>>,
  settings: Pick<Settings, 'reading' | 'minor' | 'symbols'> & Partial<Pick<Settings, 'ownNames'>>,
): NumberStyle {
  return styleFor(song.key, {
    reading: settings.reading === 'chart' ? song.reading : settings.reading,
    minor: settings.minor === 'chart' ? song.minor : settings.minor,
    signs: 'printed',
    symbols: symbolsOf(settings),
    names: settings.ownNames === 'symbols' ? [] : (song.names ?? []),
  });
}

/**
 * The key of the shapes that are held under a capo; numbers stay what they are.
 * @param capo the fret it is on, 0 for none
 */
export function shapesUnder(key: Key, capo: number): Key {
  return capo === 0 ? key : transposeKey(key, -capo);
}

/** The letters a reader sees. */
export function letterStyle(
  settings: Pick<Settings, 'language' | 'spelling' | 'symbols'>,
): LetterStyle {
  const { language, spelling } = settings;
  return { language, spelling, signs: 'printed', symbols: symbolsOf(settings) };
}

/** A chart in its own key with everything on it, for somebody who looks at it without choosing. */
export function viewAsWritten(
  song: Pick<Song, 'key' | 'reading' | 'minor'> & Partial<Pick<Song, 'names'>>,
  settings: Pick<Settings, 'reading' | 'minor' | 'symbols' | 'language' | 'spelling'> &
    Partial<Pick<Settings, 'ownNames'>>,
): ChartView {
  return {
    key: song.key,
    style: numberStyle(song, settings),
    letterStyle: letterStyle(settings),
    hero: 'numbers',
    letters: true,
    words: true,
    tune: 'degrees',
  };
}

/** The name of a key in the reader's language: `E♭`, `Es`, `Mi♭ minor`. */
export function keyName(key: Key, settings: Pick<Settings, 'language'>): string {
  if (settings.language === 'english') return formatKey(key, 'printed');
  const tonic = nameNote(key.tonic, { language: settings.language, signs: 'printed' });
  return key.mode === 'minor' ? t('{{tonic}} minor', { tonic }) : tonic;
}

/**
 * The key that a name asks for, in the mode of the song. A major key asked of a minor song (its mode was edited
 * since) is taken by its signature. Null where the name is no key.
 */
export function keyNamed(name: string | null, song: Pick<Song, 'key'>): Key | null {
  const read = name === null ? null : parseKey(name);
  if (!read?.ok) return null;
  if (read.value.mode === song.key.mode) return read.value;
  return keyOfSignature(keySignature(read.value), song.key.mode);
}
