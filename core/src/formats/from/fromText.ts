import { tempoRange } from '../../chart/fields.ts';
import { divisions, parseMeter, type Meter } from '../../chart/meter.ts';
import { readRoad } from '../../chart/road.ts';
import {
  plainSection,
  plainChord,
  silence,
  styleFor,
  type Bar,
  type Phrase,
  type PhraseWhen,
  type Section,
  type Slot,
  type Song,
} from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { fromLetters } from '../../chord/letters.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { formatKey, parseKey, type Key } from '../../pitch/key.ts';
import type { NoteLanguage } from '../../pitch/names.ts';
import { linesOf } from '../../kit/lines.ts';
import { success, type Result } from '../../kit/result.ts';
import { guessKey } from '../guessKey.ts';
import {
  counted,
  emptySong,
  oneLine,
  sectionName,
  unreadable,
  withKnownRoad,
  type Imported,
} from '../imported.ts';
import { readTextLine, writtenInNumbers, type ChordWord, type TextReading } from './textLines.ts';
import { inBars, isSounding, orderly, wordsUnder } from './textPhrases.ts';

/** Longest text that is read, in UTF-16 code units. */
const longestText = 200_000;

/** What a reader can say of a text that it does not say itself. */
export interface TextHints {
  /** The key, in the place of a guess. */
  readonly key?: Key;
  /** The language of its chord names: declared, never guessed. */
  readonly language?: NoteLanguage;
}

type WrittenChord = Extract<ChordWord, { kind: 'chord' }>;

interface OpenSection {
  readonly name: string;
  times: number;
  readonly open: boolean;
  readonly directions: string[];
  readonly phrases: { when: PhraseWhen | null; words: readonly ChordWord[]; lines: string[] }[];
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
  const gathered = new Gatherer(reading);
  for (const line of lines) gathered.take(line);
  if (gathered.chords.length === 0)
    return unreadable(
      'There are no chords in this text that can be read. Chords stand on lines of their own, over the words.',
    );
  return success(gathered.finish(hints));
}

class Gatherer {
  readonly #reading: TextReading;
  readonly #sections: OpenSection[] = [];
  readonly #loose: string[] = [];
  readonly #guessed: string[] = [];
  readonly #dropped: string[] = [];
  #head: Song = emptySong;
  #saidKey: Key | null = null;
  #when: PhraseWhen | null = null;
  #afterChords = false;
  #withoutBars = 0;
  #silentLines = 0;

  constructor(reading: TextReading) {
    this.#reading = reading;
  }

  get chords(): Chord[] {
    return this.#sections.flatMap(({ phrases }) =>
      phrases.flatMap(({ words }) =>
        words.flatMap((word) => (word.kind === 'chord' ? [word.chord] : [])),
      ),
    );
  }

  take(text: string): void {
    const line = readTextLine(text, this.#reading, this.#sections.length === 0);
    if (line.kind === 'words') return this.#takeWords(line.text);
    this.#afterChords = false;
    switch (line.kind) {
      case 'blank':
        return;
      case 'heading':
        this.#closeEnding();
        this.#sections.push({ ...line, directions: [], phrases: [] });
        return;
      case 'when':
        this.#closeEnding();
        this.#when = line.when;
        return;
      case 'direction':
        if (this.#sections.length > 0) this.#sections.at(-1)!.directions.push(oneLine(line.text));
        else this.#loose.push(line.text);
        return;
      case 'field':
        return this.#takeField(line.name, line.value);
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
      phrases.push({ when, words: [], lines: [] });
  }

  #takeChords(words: readonly ChordWord[]): void {
    const section = this.#section();
    const times = words.find((word) => word.kind === 'times');
    if (times?.kind === 'times' && section.phrases.length === 0) section.times = times.times;
    else if (times) this.#dropped.push('A line that is played several times stands once.');
    section.phrases.push({ when: this.#when, words, lines: [] });
    this.#afterChords = true;
  }

  #takeWords(text: string): void {
    const phrase = this.#sections.at(-1)?.phrases.at(-1);
    if (phrase && this.#afterChords) {
      phrase.lines.push(text);
      return;
    }
    if (this.#sections.length === 0) {
      this.#loose.push(text);
      return;
    }
    this.#silentLines += 1;
    const words: ChordWord[] = [{ kind: 'silence', start: 0 }];
    this.#section().phrases.push({ when: null, words, lines: [text] });
  }

  #section(): OpenSection {
    if (this.#sections.length === 0) {
      this.#guessed.push('The chords stand in no section; they were put in one called “Verse”.');
      this.#sections.push({ name: 'Verse', times: 1, open: false, directions: [], phrases: [] });
    }
    return this.#sections.at(-1)!;
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
        if (meter.ok) this.#head = { ...this.#head, meter: meter.value };
        else this.#dropped.push(`“${value}” is no metre of a chart; 4/4 was taken.`);
        return;
      }
      case 'road': {
        const road = readRoad(value);
        if (road.ok) this.#head = { ...this.#head, road: road.value };
        else this.#dropped.push(`The order “${oneLine(value, 60)}” could not be read.`);
        return;
      }
      default:
        this.#dropped.push(`A ${name} of ${value}: the chart is in numbers, so it needs none.`);
    }
  }

  finish({ key: wished }: TextHints): Imported {
    const [title, ...rest] = this.#loose;
    const named = this.#head.title !== '' ? this.#loose : rest;
    if (named.length > 0)
      this.#dropped.push(
        `Above the first section: ${named.map((line) => oneLine(line, 60)).join(' · ')}`,
      );
    const inLetters = this.#reading.chords === 'letters';
    const known = wished ?? this.#saidKey;
    const keys = inLetters && !known ? guessKey(this.chords) : [];
    const key = known ?? keys[0]?.key ?? emptySong.key;
    if (keys.length > 0)
      this.#guessed.push(`The key is not said; by its chords it is ${formatKey(key, 'printed')}.`);
    if (!inLetters && !known)
      this.#guessed.push('The key is not said, and numbers do not tell it; C was taken.');
    const style = styleFor(key, this.#head);
    const sections = this.#sections.map((section) => this.#closed(section, key, style));
    if (this.#withoutBars > 0)
      this.#guessed.push(
        `${counted(this.#withoutBars, 'line')} without bar lines: every chord was given a bar.`,
      );
    if (this.#silentLines > 0)
      this.#guessed.push(
        `${counted(this.#silentLines, 'line')} of words without chords over them: a silent bar holds each.`,
      );
    const song: Song = {
      ...this.#head,
      title: this.#head.title || oneLine(title ?? ''),
      key,
      sections,
    };
    return {
      song: withKnownRoad(song, this.#dropped),
      keys: keys.slice(0, 5),
      guessed: this.#guessed,
      dropped: this.#dropped,
    };
  }

  #closed(section: OpenSection, key: Key, style: NumberStyle): Section {
    const { meter } = this.#head;
    const { name, times, open, directions } = section;
    const phrases = section.phrases.map(({ when, words, lines }): Phrase => {
      const hasBars = words.some(({ kind }) => kind === 'bar line');
      if (!hasBars && words.filter(({ kind }) => kind === 'chord').length > 0)
        this.#withoutBars += 1;
      const cells = hasBars ? inBars(words) : words.filter(isSounding).map((word) => [word]);
      const bars = cells.map((cell) =>
        this.#bar(cell, meter, (word) => this.#inKey(word, key, style)),
      );
      return { when, bars, tune: [], words: lines.map((line) => wordsUnder(line, cells)) };
    });
    return {
      ...plainSection,
      name: sectionName(name),
      times,
      open,
      directions,
      phrases: orderly(phrases),
    };
  }

  #bar(cell: readonly ChordWord[], meter: Meter, chordOf: (word: WrittenChord) => Chord): Bar {
    if (cell.some(({ kind }) => kind === 'same')) return { kind: 'same', feel: null };
    const sounding = cell.filter(isSounding);
    const way =
      divisions(meter).find((parts) => parts.length >= sounding.length) ?? divisions(meter).at(-1)!;
    if (sounding.length > way.length)
      this.#dropped.push(`A bar has ${sounding.length} chords; the metre carries ${way.length}.`);
    const slots: Slot[] = [];
    for (const [index, ticks] of way.entries()) {
      const word = sounding[index];
      const last = slots.at(-1);
      if ((!word || word.kind === 'hold') && last)
        slots[slots.length - 1] = { ...last, ticks: last.ticks + ticks };
      else if (word?.kind === 'chord') slots.push(plainChord(chordOf(word), ticks));
      else slots.push(silence(ticks));
    }
    return { kind: 'played', meter: null, feel: null, pickup: false, slots };
  }

  /** Letters are counted from the key now that it is known, numbers read as the text says they are. */
  #inKey(word: WrittenChord, key: Key, style: NumberStyle): Chord {
    const { chords, language } = this.#reading;
    const read =
      chords === 'numbers'
        ? parseChord(word.text, style)
        : fromLetters(word.text, key, { language });
    return read.ok ? read.value : word.chord;
  }
}
