import type { PhraseWhen, Song } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import type { Key } from '../../pitch/key.ts';
import type { ChordWord, TextReading } from './textLines.ts';

/** A section as it was found, its chords not yet counted from a key. */
export interface GatheredSection {
  readonly name: string;
  times: number;
  readonly open: boolean;
  readonly directions: string[];
  readonly phrases: GatheredPhrase[];
}

export interface GatheredPhrase {
  readonly when: PhraseWhen | null;
  readonly words: readonly ChordWord[];
  readonly lines: string[];
  /** The lines of the text that it comes from, as they were typed, and where the first of them stands. */
  readonly typed: string[];
  readonly from: number;
  /** How often the line says that it is played. */
  readonly times: number;
}

/** All that was found in a text, line by line. */
export interface GatheredText {
  readonly reading: TextReading;
  readonly head: Song;
  readonly saidKey: Key | null;
  readonly saidMeter: boolean;
  readonly capo: number | null;
  /** What stands above the first section and says nothing that is known: the title, and what is dropped. */
  readonly loose: readonly string[];
  readonly sections: readonly GatheredSection[];
  readonly silentLines: number;
  readonly guessed: string[];
  readonly dropped: string[];
}

/** All chords of the text, in its order. */
export function chordsOf(sections: readonly GatheredSection[]): Chord[] {
  return sections.flatMap(({ phrases }) =>
    phrases.flatMap(({ words }) =>
      words.flatMap((word) => (word.kind === 'chord' ? [word.chord] : [])),
    ),
  );
}
