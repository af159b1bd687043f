import { tempoRange } from '../../chart/fields.ts';
import { parseMeter } from '../../chart/meter.ts';
import type { UntidyHeading } from '../../chart/untidy/sectionWords.ts';
import { readRoad } from '../../chart/road.ts';
import type { PhraseWhen, Song } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { parseKey, type Key } from '../../pitch/key.ts';
import type { NoteLanguage } from '../../pitch/names.ts';
import { linesOf } from '../../kit/lines.ts';
import { success, type Result } from '../../kit/result.ts';
import { emptySong, oneLine, unreadable, type Imported } from '../imported.ts';
import { Questions, type ImportAnswers } from '../questions.ts';
import { readTextLine, writtenInNumbers, type ChordWord, type TextReading } from './textLines.ts';
import {
  chordsOf,
  type GatheredPhrase,
  type GatheredSection,
  type GatheredText,
} from './gatheredText.ts';
import { songOfText } from './textSong.ts';

/** Longest text that is read, in UTF-16 code units. */
const longestText = 200_000;

/** What a reader can say of a text that it does not say itself. */
export interface TextHints {
  /** The key, in the place of a guess. */
  readonly key?: Key | null;
  /** The language of its chord names: declared, never guessed. */
  readonly language?: NoteLanguage;
  /** What was answered to the questions of an earlier reading. */
  readonly answers?: ImportAnswers;
}

/**
 * Reads a text with chords over the words, in letters or in numbers: sections by their names, the key as it is said or
 * else recognised, letters turned into numbers, the words under their bars. Where no bar lines stand every chord has a
 * bar of its own.
 */
export function fromText(text: string, hints: TextHints = {}): Result<Imported> {
  if (text.length > longestText)
    return unreadable(
      `A text holds up to ${longestText} characters; this has ${text.length}. Is it more than one song?`,
    );
  const language = hints.language ?? 'english';
  const lines = linesOf(text.replace(/\t/g, '    '));
  const reading: TextReading = {
    language,
    chords: writtenInNumbers(lines, language) ? 'numbers' : 'letters',
  };
  const questions = new Questions(hints.answers);
  const gathered = new Gatherer(reading, questions);
  for (const [index, line] of lines.entries()) gathered.take(line, index + 1);
  if (gathered.chords.length === 0)
    return unreadable(
      'There are no chords in this text that can be read. Chords stand on lines of their own, over the words.',
    );
  return success(songOfText(gathered.all, hints.key ?? null, questions));
}

class Gatherer {
  readonly #reading: TextReading;
  readonly #questions: Questions;
  readonly #sections: GatheredSection[] = [];
  readonly #loose: string[] = [];
  readonly #guessed: string[] = [];
  readonly #dropped: string[] = [];
  #head: Song = emptySong;
  #saidKey: Key | null = null;
  #capo: number | null = null;
  #when: PhraseWhen | null = null;
  #afterChords = false;
  #saidMeter = false;
  #silentLines = 0;
  /** The line that is being read. */
  #typed = '';
  #line = 0;

  constructor(reading: TextReading, questions: Questions) {
    this.#reading = reading;
    this.#questions = questions;
  }

  get chords(): Chord[] {
    return chordsOf(this.#sections);
  }

  get all(): GatheredText {
    return {
      reading: this.#reading,
      head: this.#head,
      saidKey: this.#saidKey,
      saidMeter: this.#saidMeter,
      capo: this.#capo,
      loose: this.#loose,
      sections: this.#sections,
      silentLines: this.#silentLines,
      guessed: this.#guessed,
      dropped: this.#dropped,
    };
  }

  take(text: string, place: number): void {
    [this.#typed, this.#line] = [text, place];
    const line = readTextLine(text, this.#reading, this.#sections.length === 0);
    if (line.kind === 'words') return this.#takeWords(line.text);
    this.#afterChords = false;
    switch (line.kind) {
      case 'blank':
        return;
      case 'heading':
        this.#closeEnding();
        this.#open(line);
        if (line.words) this.#takeChords(line.words);
        return;
      case 'when':
        this.#closeEnding();
        this.#when = line.when;
        return;
      case 'direction':
        if (this.#sections.length > 0) this.#sections.at(-1)!.directions.push(oneLine(line.text));
        else this.#loose.push(line.text);
        return;
      case 'fields':
        for (const { name, value } of line.fields) this.#takeField(name, value);
        return;
      case 'chords':
        return this.#takeChords(line.words);
    }
  }

  /** An ending that nothing stands under has no bars. */
  #closeEnding(): void {
    const phrases = this.#sections.at(-1)?.phrases;
    const when = this.#when;
    this.#when = null;
    if (phrases && when?.kind === 'ending' && phrases.at(-1)?.when !== when)
      phrases.push({ when, words: [], lines: [], typed: [], from: this.#line, times: 1 });
  }

  #takeChords(words: readonly ChordWord[]): void {
    const section = this.#section();
    const said = words.find((word) => word.kind === 'times');
    const times = said?.kind === 'times' ? Math.min(99, Math.max(1, said.times)) : 1;
    section.phrases.push({ when: this.#when, words, lines: [], times, ...this.#here() });
    this.#afterChords = true;
  }

  #takeWords(text: string): void {
    const phrase = this.#sections.at(-1)?.phrases.at(-1);
    if (phrase && this.#afterChords) {
      phrase.lines.push(text);
      phrase.typed.push(this.#typed);
      return;
    }
    if (this.#sections.length === 0) {
      this.#loose.push(text);
      return;
    }
    const section = this.#section();
    if (this.#questions.ask('words alone', ['silent bars', 'directions']) === 'directions') {
      section.directions.push(oneLine(text));
      return;
    }
    this.#silentLines += 1;
    const words: ChordWord[] = [{ kind: 'silence', start: 0 }];
    section.phrases.push({ when: null, words, lines: [text], times: 1, ...this.#here() });
  }

  #here(): Pick<GatheredPhrase, 'typed' | 'from'> {
    return { typed: [this.#typed], from: this.#line };
  }

  #section(): GatheredSection {
    if (this.#sections.length === 0) {
      this.#guessed.push('The chords stand in no section; they were put in one called “Verse”.');
      this.#open({ name: 'Verse', times: 1, open: false });
    }
    return this.#sections.at(-1)!;
  }

  #open({ name, times, open, remark }: UntidyHeading): void {
    const directions = remark ? [oneLine(remark)] : [];
    this.#sections.push({ name, times, open, directions, phrases: [] });
  }

  #takeField(name: string, value: string): void {
    const { details } = this.#head;
    switch (name) {
      case 'title':
        this.#head = { ...this.#head, title: oneLine(value) };
        return;
      case 'by':
      case 'rights':
        this.#head = { ...this.#head, details: { ...details, [name]: oneLine(value) } };
        return;
      case 'numbers':
        this.#head = { ...this.#head, reading: /key/i.test(value) ? 'in key' : 'as written' };
        return;
      case 'minor':
        this.#head = { ...this.#head, minor: /own/i.test(value) ? 'own tonic' : 'relative' };
        return;
      case 'tempo': {
        const tempo = Number(value);
        if (tempo >= tempoRange.slowest && tempo <= tempoRange.fastest)
          this.#head = { ...this.#head, tempo };
        else this.#dropped.push(`A tempo of ${value} is not one that a song can have.`);
        return;
      }
      case 'key': {
        const key = parseKey(value.replace(/\bmaj(or)?\b/i, '').trim());
        if (key.ok) this.#saidKey = key.value;
        else this.#dropped.push(`“${oneLine(value, 40)}” is no key that can be read.`);
        return;
      }
      case 'meter': {
        const meter = parseMeter(value);
        if (meter.ok) {
          this.#head = { ...this.#head, meter: meter.value };
          this.#saidMeter = true;
        } else this.#dropped.push(`“${value}” is no metre of a chart; 4/4 was taken.`);
        return;
      }
      case 'road': {
        const road = readRoad(value);
        if (road.ok) this.#head = { ...this.#head, road: road.value };
        else this.#dropped.push(`The order “${oneLine(value, 60)}” could not be read.`);
        return;
      }
      case 'capo':
        this.#capo = Number(value);
    }
  }
}
