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
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { formatKey, parseKey, transposeKey, type Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { NoteLanguage } from '../../pitch/names.ts';
import { linesOf } from '../../kit/lines.ts';
import { success, type Result } from '../../kit/result.ts';
import { guessKey, type KeyGuess } from '../guessKey.ts';
import {
  counted,
  emptySong,
  oneLine,
  sectionName,
  unreadable,
  withKnownRoad,
  type Imported,
} from '../imported.ts';
import {
  readLetters,
  readTextLine,
  writtenInNumbers,
  type ChordWord,
  type TextReading,
} from './textLines.ts';
import { inBars, inBeats, isSounding, orderly, wordsUnder } from './textPhrases.ts';

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
  readonly phrases: GatheredPhrase[];
}

interface GatheredPhrase {
  readonly when: PhraseWhen | null;
  readonly words: readonly ChordWord[];
  readonly lines: string[];
  /** How often the line says that it is played. */
  readonly times: number;
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
  #capo: number | null = null;
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
      phrases.push({ when, words: [], lines: [], times: 1 });
  }

  #takeChords(words: readonly ChordWord[]): void {
    const section = this.#section();
    const said = words.find((word) => word.kind === 'times');
    const times = said?.kind === 'times' ? Math.min(99, Math.max(1, said.times)) : 1;
    section.phrases.push({ when: this.#when, words, lines: [], times });
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
    this.#section().phrases.push({ when: null, words, lines: [text], times: 1 });
  }

  #section(): OpenSection {
    if (this.#sections.length === 0) {
      this.#guessed.push('The chords stand in no section; they were put in one called “Verse”.');
      this.#open({ name: 'Verse', times: 1, open: false });
    }
    return this.#sections.at(-1)!;
  }

  #open({ name, times, open }: Pick<OpenSection, 'name' | 'times' | 'open'>): void {
    this.#sections.push({ name, times, open, directions: [], phrases: [] });
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
      case 'capo':
        this.#capo = Number(value);
    }
  }

  finish({ key: wished }: TextHints): Imported {
    const [title, ...rest] = this.#loose;
    const named = this.#head.title !== '' ? this.#loose : rest;
    if (named.length > 0)
      this.#dropped.push(
        `Above the first section: ${named.map((line) => oneLine(line, 60)).join(' · ')}`,
      );
    const { key, keys, shapes } = this.#keyOf(wished ?? null);
    const style = styleFor(key, this.#head);
    const sections = this.#sections.map((section) => this.#closed(section, shapes, style));
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

  /** The key in which the song sounds, and that in which its chords are written: with a capo they may be two. */
  #keyOf(wished: Key | null): {
    readonly key: Key;
    readonly keys: readonly KeyGuess[];
    readonly shapes: Key;
  } {
    const known = wished ?? this.#saidKey;
    if (this.#reading.chords === 'numbers') {
      if (!known)
        this.#guessed.push('The key is not said, and numbers do not tell it; C was taken.');
      if (this.#capo)
        this.#dropped.push(`A capo of ${this.#capo}: the chart is in numbers, so it needs none.`);
      const key = known ?? emptySong.key;
      return { key, keys: [], shapes: key };
    }
    const guesses = guessKey(this.chords);
    const likeliest = guesses[0]?.key ?? emptySong.key;
    const sounding = this.#capo ? transposeKey(likeliest, this.#capo) : likeliest;
    if (!known)
      this.#guessed.push(
        `The key is not said; by its chords it is ${formatKey(sounding, 'printed')}.`,
      );
    if (this.#capo) return this.#withCapo(this.#capo, known, guesses);
    const key = known ?? likeliest;
    return { key, keys: known ? [] : guesses, shapes: key };
  }

  /** Chords beside a capo are shapes, unless the key that is said fits them as they stand better. */
  #withCapo(capo: number, known: Key | null, guesses: readonly KeyGuess[]) {
    const likeliest = guesses[0]?.key ?? emptySong.key;
    const key = known ?? transposeKey(likeliest, capo);
    const shapes = known ? transposeKey(known, -capo) : likeliest;
    const likely = (one: Key) =>
      guesses.find((guess) => isSameKey(guess.key, one))?.likelihood ?? 0;
    const asTheySound = known !== null && likely(known) > likely(shapes);
    const name = (one: Key) => formatKey(one, 'printed');
    this.#guessed.push(
      asTheySound
        ? `Capo ${capo}: the chords are written as they sound, in ${name(key)}; a guitar plays the shapes of ${name(shapes)}.`
        : `Capo ${capo}: the chords are the shapes of ${name(shapes)}; they sound in ${name(key)}.`,
    );
    const keys = guesses.map((guess) => ({ ...guess, key: transposeKey(guess.key, capo) }));
    return { key, keys: known ? [] : keys, shapes: asTheySound ? key : shapes };
  }

  #closed(section: OpenSection, key: Key, style: NumberStyle): Section {
    const { meter } = this.#head;
    const { name, times, open, directions } = section;
    // One line says how often the section is played; of several each is written as often as it says.
    const isAlone = section.phrases.length === 1 && times === 1;
    let sounded = false;
    const phrases = section.phrases.map((phrase): Phrase => {
      const { when, words, lines } = phrase;
      const cells = this.#cells(words, meter);
      const bars = cells.map((cell) => {
        const bar = this.#bar(cell, meter, sounded, (word) => this.#inKey(word, key, style));
        sounded ||= bar.kind === 'played' && bar.slots.some(({ kind }) => kind === 'chord');
        return bar;
      });
      const often = isAlone ? 1 : phrase.times;
      return {
        when,
        bars: Array.from({ length: often }, () => bars).flat(),
        tune: [],
        words: lines.map((line) => wordsUnder(line, cells)),
      };
    });
    return {
      ...plainSection,
      name: sectionName(name),
      times: isAlone ? section.phrases[0]!.times : times,
      open,
      directions,
      phrases: orderly(phrases),
    };
  }

  /** The bars of a line: by its bar lines, by its slashes, or a bar for every chord. */
  #cells(words: readonly ChordWord[], meter: Meter): ChordWord[][] {
    if (words.some(({ kind }) => kind === 'bar line')) return inBars(words);
    if (words.some(({ kind }) => kind === 'hold')) return inBeats(words, slashesOf(meter));
    if (words.some(({ kind }) => kind === 'chord')) this.#withoutBars += 1;
    return words.filter(isSounding).map((word) => [word]);
  }

  /** @param sounded whether a chord sounds before, which a slash at the beginning goes on with */
  #bar(
    cell: readonly ChordWord[],
    meter: Meter,
    sounded: boolean,
    chordOf: (word: WrittenChord) => Chord,
  ): Bar {
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
      else if (word?.kind === 'unread') slots.push({ kind: 'unread', text: word.text, ticks });
      else slots.push(word?.kind === 'hold' && sounded ? { kind: 'held', ticks } : silence(ticks));
    }
    return { kind: 'played', meter: null, feel: null, pickup: false, slots };
  }

  /** Letters are counted from the key now that it is known, numbers read as the text says they are. */
  #inKey(word: WrittenChord, key: Key, style: NumberStyle): Chord {
    const { chords, language } = this.#reading;
    const read =
      chords === 'numbers' ? parseChord(word.text, style) : readLetters(word.text, key, language);
    return read.ok ? read.value : word.chord;
  }
}

/** How many slashes a bar has: its beats, in groups of eighths as many as there are groups. */
function slashesOf({ beats, unit, groups }: Meter): number {
  return unit === 8 && groups ? groups.length : beats;
}

function isSameKey(one: Key, other: Key): boolean {
  return one.mode === other.mode && pitchClass(one.tonic) === pitchClass(other.tonic);
}
