import { divisions, parseMeter, type Meter } from '../../chart/meter.ts';
import {
  plainSection,
  plainChord,
  silence,
  styleFor,
  type Bar,
  type Phrase,
  type Section,
  type Slot,
  type Song,
} from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { transposeKey, type Key } from '../../pitch/key.ts';
import { counted, oneLine, sectionName, withKnownRoad, type Imported } from '../imported.ts';
import type { Questions } from '../questions.ts';
import { Sources } from '../sources.ts';
import { spelledFor } from '../spelledFor.ts';
import { chordsOf, type GatheredSection, type GatheredText } from './gatheredText.ts';
import { keyOfText } from './textKey.ts';
import { inLiftedOrder } from './liftedOrder.ts';
import { liftsOf } from './textLifts.ts';
import { readLetters, type ChordWord } from './textLines.ts';
import { inBars, inBeats, inChords, isSounding, orderly, wordsUnder } from './textPhrases.ts';

const chordsInBar = ['1', '2', '4'] as const;
type ChordsInBar = (typeof chordsInBar)[number];

const givenBars: Readonly<Record<ChordsInBar, string>> = {
  1: 'every chord was given a bar',
  2: 'two chords were put in a bar',
  4: 'four chords were put in a bar',
};

/** What is offered where no metre is said; the first is taken. */
const guessedMeters = ['4/4', '3/4', '6/8', '2/4', '12/8'] as const;

type WrittenChord = Extract<ChordWord, { kind: 'chord' }>;

/**
 * The song that a text says, its key and metre guessed where they are not said.
 * @param wished the key, in the place of a guess
 */
export function songOfText(
  gathered: GatheredText,
  wished: Key | null,
  questions: Questions,
): Imported {
  return new TextSong(gathered, questions).made(wished);
}

class TextSong {
  readonly #text: GatheredText;
  readonly #questions: Questions;
  readonly #sources = new Sources();
  readonly #guessed: string[];
  readonly #dropped: string[];
  #head: Song;
  /** Lines without bar lines, by how many chords a bar of them was given. */
  readonly #withoutBars = new Map<ChordsInBar, number>();

  constructor(text: GatheredText, questions: Questions) {
    this.#text = text;
    this.#questions = questions;
    this.#head = text.head;
    this.#guessed = text.guessed;
    this.#dropped = text.dropped;
  }

  made(wished: Key | null): Imported {
    if (!this.#text.saidMeter) this.#guessMeter();
    const { loose, silentLines } = this.#text;
    const [title, ...rest] = loose;
    const named = this.#head.title !== '' ? loose : rest;
    if (named.length > 0)
      this.#dropped.push(
        `Above the first section: ${named.map((line) => oneLine(line, 60)).join(' · ')}`,
      );
    const { key, keys, shapes } = keyOfText(this.#text, wished, this.#questions);
    const style = styleFor(key, this.#head);
    const lifts =
      this.#text.reading.chords === 'letters'
        ? liftsOf(this.#text.sections, shapes, this.#questions, this.#guessed)
        : [];
    const sections = this.#text.sections.map((section, index) => {
      const lift = lifts[index] ?? 0;
      const counted = lift === 0 ? shapes : transposeKey(shapes, lift);
      return this.#closed(section, spelledFor(chordsOf([section]), counted), style);
    });
    for (const [chords, lines] of this.#withoutBars)
      this.#guessed.push(`${counted(lines, 'line')} without bar lines: ${givenBars[chords]}.`);
    if (silentLines > 0)
      this.#guessed.push(
        `${counted(silentLines, 'line')} of words without chords over them: a silent bar holds each.`,
      );
    const song: Song = {
      ...this.#head,
      title: this.#head.title || oneLine(title ?? ''),
      key,
      ...inLiftedOrder(sections, this.#head.road, lifts, this.#dropped),
    };
    return {
      song: withKnownRoad(song, this.#dropped),
      keys: keys.slice(0, 5),
      guessed: this.#guessed,
      dropped: this.#dropped,
      questions: this.#questions.asked,
      sources: this.#sources.inOrder(song),
    };
  }

  #guessMeter(): void {
    const meter = this.#questions.ask('meter', guessedMeters);
    const read = parseMeter(meter);
    if (read.ok) this.#head = { ...this.#head, meter: read.value };
    this.#guessed.push(`The metre is not said; ${meter} was taken.`);
  }

  #closed(section: GatheredSection, key: Key, style: NumberStyle): Section {
    const { meter } = this.#head;
    const { name, times, open, directions } = section;
    // One line says how often the section is played; of several each is written as often as it says.
    const isAlone = section.phrases.length === 1 && times === 1;
    let sounded = false;
    const phrases = section.phrases.map((phrase): Phrase => {
      const { when, words, lines, typed, from } = phrase;
      const cells = this.#cells(words, meter, from);
      const bars = cells.map((cell) => {
        const bar = this.#bar(cell, meter, sounded, (word) => this.#inKey(word, key, style));
        sounded ||= bar.kind === 'played' && bar.slots.some(({ kind }) => kind === 'chord');
        return bar;
      });
      const often = isAlone ? 1 : phrase.times;
      const played = Array.from({ length: often }, () => bars).flat();
      if (typed.length > 0)
        this.#sources.add(played, {
          unit: 'line',
          from,
          to: from + typed.length - 1,
          text: typed.join('\n'),
        });
      return {
        when,
        bars: played,
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
  #cells(words: readonly ChordWord[], meter: Meter, line: number): ChordWord[][] {
    if (words.some(({ kind }) => kind === 'bar line')) return inBars(words);
    if (words.some(({ kind }) => kind === 'hold')) return inBeats(words, slashesOf(meter));
    const sounding = words.filter(isSounding);
    if (!words.some(({ kind }) => kind === 'chord')) return sounding.map((word) => [word]);
    // Of one chord there is nothing to ask, but it counts.
    this.#questions.ask('chords in a bar', chordsInBar);
    const chords = this.#questions.ask(
      'chords in a bar',
      chordsInBar,
      sounding.length > 1 ? line : null,
    );
    this.#withoutBars.set(chords, (this.#withoutBars.get(chords) ?? 0) + 1);
    return inChords(sounding, Number(chords));
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
    const { chords, language } = this.#text.reading;
    const read =
      chords === 'numbers' ? parseChord(word.text, style) : readLetters(word.text, key, language);
    return read.ok ? read.value : word.chord;
  }
}

/** How many slashes a bar has: its beats, in groups of eighths as many as there are groups. */
function slashesOf({ beats, unit, groups }: Meter): number {
  return unit === 8 && groups ? groups.length : beats;
}
