import { ticksPerQuarter } from '../../kit/ticks.ts';
import { tempoRange } from '../../chart/fields.ts';
import { tempoBeat, barTicks, sameMeter, type Meter } from '../../chart/meter.ts';
import { readRoad } from '../../chart/road.ts';
import {
  plainSection,
  type Bar,
  type Phrase,
  type Song,
  type TempoChange,
} from '../../chart/song.ts';
import { playLineNamed } from '../../chart/played.ts';
import { tuneOctave, type TuneBar, type TuneNote } from '../../chart/tune.ts';
import { degreeOfNote, liftBetween, raised, type Key } from '../../pitch/key.ts';
import { midiNumber } from '../../pitch/midi.ts';
import { success, type Result } from '../../kit/result.ts';
import type { KeyGuess } from '../guessKey.ts';
import {
  counted,
  emptySong,
  oneLine,
  sectionName,
  unreadable,
  withKnownRoad,
  type Imported,
  type ScoreHints,
} from '../imported.ts';
import { Questions } from '../questions.ts';
import { Sources } from '../sources.ts';
import { changes } from './heardHarmony.ts';
import { barOf, type PlacedNote } from './musicXmlBars.ts';
import { formOf, orderOf, type Repeat } from './musicXmlForm.ts';
import { keyIn, type ReadMeasure } from './musicXmlMeasure.ts';
import { headOf, namedLinesIn } from './musicXmlHead.ts';
import { lengthOf } from './musicXmlPieces.ts';
import { guessedKey, readScore, type ReadScore, type ScoreParts } from './musicXmlScore.ts';
import { finished, sameWhen, takeLine, type OpenSection } from './musicXmlSection.ts';
import { tuneOfNotes } from './tuneOfNotes.ts';
import { child, childrenOf, readXml, textOf, type XmlElement } from '../xml.ts';

/** Largest file that is read, in UTF-16 code units, and most measures. */
const largestFile = 5_000_000;
const mostMeasures = 2_000;

/** Bars on a line where the file has no breaks of its own; the first is usual. */
const barsOnLine = ['4', '2', '8'] as const;

/**
 * Reads the part of a MusicXML score that has the chords: sections by rehearsal marks, repeats and endings, chords by
 * root or numeral, words by lyrics. The notes of a tune are left out, and said to be.
 */
export function fromMusicXml(text: string, hints: ScoreHints = {}): Result<Imported> {
  if (text.length > largestFile)
    return unreadable('A MusicXML file is read up to 5 MB. Save the one song by itself.');
  const document = readXml(text);
  if (!document.ok) return document;
  const root = document.value;
  if (root.name === 'score-timewise')
    return unreadable('This score is written time-wise; save it as a part-wise MusicXML file.');
  if (root.name !== 'score-partwise')
    return unreadable(`This is XML, but no MusicXML score: its root is “${root.name}”.`);
  const parts = childrenOf(root, 'part');
  const byNotes = !parts.some(hasChords);
  const part = parts.find(byNotes ? hasWords : hasChords) ?? parts[0];
  if (!part) return unreadable('There is no part in this score, and so nothing to read.');
  const measures = childrenOf(part, 'measure');
  if (measures.length > mostMeasures)
    return unreadable(
      `A score is read up to ${mostMeasures} measures; this has ${measures.length}.`,
    );
  const software = textOf(root, 'identification', 'encoding', 'software');
  const sung = hasWords(part) ? part : (parts.find(hasWords) ?? part);
  const own = software === 'Intervallum';
  const read: ScoreParts = {
    measures,
    own,
    sung: sung === part ? null : childrenOf(sung, 'measure'),
    hasTune: hasWords(sung) || (!byNotes && !isForHands(sung)),
    played: byNotes ? parts.map((one) => childrenOf(one, 'measure')) : null,
  };
  const reader = new PartReader(root, read, hints);
  if (byNotes && !own && !reader.hasChords)
    return unreadable(
      'This score has no chord symbols, and no notes that sound together as a chord that can be named.',
    );
  const others = byNotes ? 0 : parts.filter((one) => one !== part && one !== sung).length;
  if (others > 0) reader.dropped.push(`${counted(others, 'other part')} of the score.`);
  return success(reader.read());
}

function hasChords(part: XmlElement): boolean {
  return childrenOf(part, 'measure').some((measure) => child(measure, 'harmony') !== null);
}

function hasWords(part: XmlElement): boolean {
  return childrenOf(part, 'measure').some((measure) =>
    childrenOf(measure, 'note').some((note) => child(note, 'lyric') !== null),
  );
}

/** Whether a part strikes notes together in most of its measures: what is on top of them is no tune that anybody sings. */
function isForHands(part: XmlElement): boolean {
  const measures = childrenOf(part, 'measure');
  const struck = measures.filter((measure) =>
    childrenOf(measure, 'note').some((note) => child(note, 'chord') !== null),
  );
  return struck.length > measures.length / 2;
}

interface MeasureShown {
  readonly place: number;
  readonly text: string;
}

class PartReader {
  readonly guessed: string[] = [];
  readonly dropped: string[] = [];
  readonly #root: XmlElement;
  #song: Song;
  readonly #sections: OpenSection[] = [];
  #meter: Meter = emptySong.meter;
  /** The metre that a section's bars go on in; a change is announced against it. */
  #announced: Meter = emptySong.meter;
  #sounds = false;
  #ending: Phrase['when'] = null;
  #strange = new Set<string>();
  #moved = 0;
  #lostSigns = 0;
  /** The number of the measure that is being taken, as the score says it. */
  #measure = 0;
  #same = false;
  /** The key in which what is read is written: it changes, and for some instruments it is not the one that sounds. */
  #key: Key = emptySong.key;
  /** The tempo of the measure that is being read is the song's. */
  #saysSongTempo = false;
  #marked: string | null = null;
  #unmarked = 0;
  readonly #parts: ScoreParts;
  readonly #score: ReadScore;
  readonly #isKeyKnown: boolean;
  readonly #questions: Questions;
  readonly #sources = new Sources();
  /** The measures of each line of bars, and what they show. */
  readonly #shown = new Map<readonly Bar[], MeasureShown[]>();
  #barsOnLine = Number(barsOnLine[0]);

  constructor(root: XmlElement, parts: ScoreParts, { key = null, answers }: ScoreHints) {
    const song = headOf(root);
    this.#root = root;
    this.#song = song;
    this.#parts = parts;
    this.#questions = new Questions(answers);
    const often = parts.played ? this.#questions.ask('changes', changes) : changes[0];
    this.#score = readScore(parts, { wished: key, meter: song.meter, often });
    this.#isKeyKnown = key !== null || parts.measures.some((one) => keyIn(one) !== null);
  }

  /** Whether there is a chord in what is read. */
  get hasChords(): boolean {
    return this.#score.measures.some(({ chords }) => chords.some(({ chord }) => chord !== null));
  }

  read(): Imported {
    const { key, sounds, keys, measures } = this.#score;
    this.#key = key;
    this.#song = { ...this.#song, key: raised(key, sounds) };
    const guessed = guessedKey(this.#score, this.#isKeyKnown);
    if (guessed) this.guessed.push(guessed);
    const breaks =
      this.#parts.own ||
      this.#parts.measures.some((measure) =>
        childrenOf(measure, 'print').some(({ attributes }) => attributes['new-system'] === 'yes'),
      );
    const marks = this.#parts.measures.some((measure) =>
      childrenOf(measure, 'direction').some((one) => child(one, 'direction-type', 'rehearsal')),
    );
    if (this.#score.leadsInSilently)
      this.dropped.push('What leads into the first measure: it has neither a chord nor a tune.');
    const { starts, repeats } = formOf(measures);
    const sections = starts.filter(Boolean).length;
    if (this.#parts.played)
      this.guessed.push(
        'The score has no chord symbols: the chords are named by the notes that sound together.',
      );
    if (!marks)
      this.guessed.push(
        sections > 1
          ? 'The score has no rehearsal marks; its sections go by its repeats and keys.'
          : 'The score has no rehearsal marks; its bars are one section.',
      );
    if (!breaks) {
      this.#barsOnLine = Number(this.#questions.ask('bars on a line', barsOnLine));
      this.guessed.push(`The score has no line breaks; ${this.#barsOnLine} bars stand on a line.`);
    }
    for (const [index, measure] of measures.entries()) {
      this.#measure = Number.parseInt(measure.number, 10) || index + 1;
      if (measure.key) this.#key = measure.key;
      this.#takeHead(measure, index);
      if (starts[index]) this.#openSection(measure, index, sections > 1);
      this.#take(measure, index, breaks);
    }
    this.#order(repeats);
    return this.#finish(keys);
  }

  #take(measure: ReadMeasure, index: number, breaks: boolean): void {
    const section = this.#sections.at(-1)!;
    if (measure.ending) this.#ending = { kind: 'ending', times: measure.ending.times, only: false };
    for (const words of measure.words) this.#takeWords(words, section);
    const isShort = !this.#parts.own && index === 0 && this.#parts.measures.length > 1;
    const length = lengthOf(measure);
    const isPickup = isShort && length > 0 && length < barTicks(this.#meter);
    this.#addBar(isPickup ? { ...measure, implicit: true } : measure, section, breaks);
    if (measure.endingStops) this.#ending = null;
    section.signs.push(...measure.signs);
  }

  #takeHead(measure: ReadMeasure, index: number): void {
    if (measure.meter) this.#meter = measure.meter;
    if (measure.strangeMeter !== null)
      this.dropped.push(
        `The metre ${measure.strangeMeter} in measure ${index + 1}, which no chart can be in.`,
      );
    if (index === 0) {
      const lines = namedLinesIn(this.#root, this.#meter);
      this.#song = { ...this.#song, meter: this.#meter, swing: measure.swing, lines };
    }
    this.#saysSongTempo =
      measure.tempo !== null && (index === 0 || (!this.#parts.own && this.#song.tempo === null));
    if (this.#saysSongTempo) {
      const tempo = this.#felt(measure.tempo!);
      if (tempo !== null) this.#song = { ...this.#song, tempo };
    }
    for (const kind of measure.strangeChords) this.#strange.add(kind);
  }

  /** Quarters a minute as felt beats; null, and said, where no song can go so. */
  #felt(quarters: number): number | null {
    const beat = tempoBeat(this.#meter);
    const felt = Math.round((quarters / (beat / ticksPerQuarter)) * 10) / 10;
    if (felt >= tempoRange.slowest && felt <= tempoRange.fastest) return felt;
    this.dropped.push(`A tempo of ${felt}, which no song can have.`);
    return null;
  }

  #openSection({ rehearsal }: ReadMeasure, from: number, hasOthers: boolean): void {
    if (rehearsal !== null) [this.#marked, this.#unmarked] = [rehearsal, 0];
    else this.#unmarked += 1;
    const letter = String.fromCharCode(65 + ((this.#unmarked - 1) % 26));
    const alone = hasOthers ? letter : 'Song';
    const behind = this.#marked === null ? alone : `${this.#marked} ${this.#unmarked + 1}`;
    this.#sections.push({
      ...plainSection,
      name: sectionName(rehearsal ?? behind),
      from,
      key: this.#key,
      directions: [],
      phrases: [],
      instead: [],
      waiting: [],
      signs: [],
    });
    this.#announced = this.#song.meter;
    this.#ending = null;
  }

  #takeWords(words: string, section: OpenSection): void {
    const order = /^Order: (.+)$/.exec(words);
    const road = order && readRoad(order[1]!);
    if (road?.ok) this.#song = { ...this.#song, road: road.value };
    else if (/^×\d{1,2}$/.test(words)) section.times = Math.max(1, Number(words.slice(1)));
    else if (words === 'until the signal') section.open = true;
    else if (playLineNamed(/^(.*?):/.exec(words)?.[1] ?? '')) section.waiting.push(words);
    else if (takeLine(words, section, this.#song.patterns)) return;
    else if (/^\d{1,2}(?:st|nd|rd|th).* time bar \d+:/.test(words)) section.instead.push(words);
    else if (words !== 'swing') section.directions.push(oneLine(words.replace(/^\*\s*/, '')));
  }

  #addBar(measure: ReadMeasure, section: OpenSection, breaks: boolean): void {
    const last = section.phrases.at(-1);
    const goesOn = last && sameWhen(last.when, this.#ending);
    const isFull = breaks ? measure.newLine : (last?.bars.length ?? 0) >= this.#barsOnLine;
    if (!last || !goesOn || isFull)
      section.phrases.push({ when: this.#ending, bars: [], tune: [], words: [], lines: [] });
    const phrase = section.phrases.at(-1)!;
    const shown = this.#shown.get(phrase.bars) ?? [];
    this.#shown.set(phrase.bars, [
      ...shown,
      { place: this.#measure, text: measure.shown.join(' ') },
    ]);
    const place = phrase.bars.length;
    phrase.lines.push(...section.waiting.splice(0).map((text) => ({ place, text })));
    if (measure.same !== null) this.#same = measure.same === 'start';
    phrase.bars.push({ ...this.#bar(measure, section), ...this.#tempoFrom(measure) });
    phrase.tune.push(this.#tuneOf(measure, phrase.bars.at(-1)!));
    for (const [line, text] of measure.lyrics.entries()) {
      const cells = (phrase.words[line] ??= []);
      while (cells.length < place) cells.push('');
      cells.push(oneLine(text, 400));
    }
  }

  /** The tempo that a measure changes to, where that is not the song's. */
  #tempoFrom({ tempo, saidTempo, aTempo, slowTo }: ReadMeasure): TempoChange {
    const set = saidTempo ?? (tempo && !this.#saysSongTempo ? this.#felt(tempo) : null);
    return {
      ...(set !== null ? { tempo: set } : aTempo ? { tempo: 'a tempo' as const } : {}),
      ...(slowTo === null ? {} : { slowTo }),
    };
  }

  #bar(measure: ReadMeasure, section: OpenSection): Bar {
    const isFirstOfSong = this.#sections.length === 1 && section.phrases[0]!.bars.length === 0;
    const changes = !sameMeter(this.#meter, this.#announced);
    this.#announced = this.#meter;
    if (this.#same && !isFirstOfSong) return { kind: 'same', feel: measure.feel };
    const hidden = measure.notes.filter((note) => note.hidden && (note.slash || note.rest));
    const kept = this.#parts.own && hidden.length > 0 ? hidden : measure.notes;
    const { bar, moved } = barOf(measure.chords, kept, this.#meter, {
      pickup: measure.implicit && isFirstOfSong,
      goesOn: this.#sounds,
    });
    this.#moved += moved;
    this.#sounds ||= measure.chords.length > 0;
    if (bar.kind === 'same') return bar;
    return { ...bar, feel: measure.feel, meter: changes ? this.#meter : null };
  }

  /** The tune is in the voice that has pitches first. */
  #tuneOf({ sung: notes }: ReadMeasure, bar: Bar): TuneBar {
    const voice = notes.find(({ pitch, slash }) => pitch && !slash)?.voice;
    const own = notes.filter((note) => note.voice === voice && !note.slash && !note.hidden);
    const length = barTicks(this.#meter);
    const end = notes.reduce((last, { at, ticks }) => Math.max(last, at + ticks), 0);
    const lead = bar.kind === 'played' && bar.pickup ? Math.max(0, length - (end || length)) : 0;
    const sung = own.map((note) => ({
      ...note,
      sung: note.pitch && sungAs(note.pitch, this.#key),
    }));
    return voice === undefined ? [] : tuneOfNotes(sung, lead, length);
  }

  /** A repeat of a section is how often it is played; one of several, and what is lifted, is the order of the song. */
  #order(repeats: readonly Repeat[]): void {
    const sectionAt = (measure: number) =>
      this.#sections.findLastIndex(({ from }) => from <= measure);
    const over = repeats.flatMap(({ from, to, times, hasEndings }) => {
      const [first, last] = [sectionAt(from), sectionAt(to)];
      const section = this.#sections[last]!;
      if (first < last) return [{ from: first, to: last, times }];
      if (!hasEndings) section.times = Math.max(section.times, times);
      else if (section.times === 1 && !this.#parts.own) section.times = times;
      return [];
    });
    if (this.#song.road) return;
    const jumps = this.#sections.some(({ signs }) => signs.length > 0);
    const { road, lost } = orderOf(this.#named(over.length > 0 || jumps), over);
    this.#lostSigns = lost;
    if (road) this.#song = { ...this.#song, road };
    if (road && jumps)
      this.guessed.push('Jumps (da capo, segno, coda, fine) are the order of the sections.');
  }

  /** The sections, each with a name of its own where an order has to tell them apart. */
  #named(isOrdered: boolean): readonly OpenSection[] {
    const isLifted = this.#sections.some(
      ({ key }) => liftBetween(this.#sections[0]!.key, key) !== 0,
    );
    if (!isOrdered && !isLifted) return this.#sections;
    const taken = new Set<string>();
    for (const section of this.#sections) {
      const base = section.name;
      for (let count = 2; taken.has(section.name.toLowerCase()); count += 1)
        section.name = `${base} ${count}`;
      taken.add(section.name.toLowerCase());
    }
    return this.#sections;
  }

  #finish(keys: readonly KeyGuess[]): Imported {
    for (const [bars, shown] of this.#shown)
      this.#sources.add(bars, {
        unit: 'measure',
        from: shown[0]!.place,
        to: shown.at(-1)!.place,
        text: shown.map(({ text }) => text || '·').join(' | '),
      });
    const sections = this.#sections.map((section) => finished(section, this.#song, this.dropped));
    if (this.#strange.size > 0) {
      const [shown, more] = [[...this.#strange].slice(0, 8), this.#strange.size - 8];
      const others = more > 0 ? `; and ${more} more` : '';
      this.dropped.push(`Chords that cannot be read whole: ${shown.join('; ')}${others}.`);
    }
    if (this.#moved > 0)
      this.guessed.push(
        `${counted(this.#moved, 'chord')} moved to the nearest place that the metre parts a bar at.`,
      );
    if (this.#lostSigns > 0)
      this.dropped.push(
        `${counted(this.#lostSigns, 'jump')} (da capo or segno) that lead nowhere. Write the order as a roadmap.`,
      );
    const song = withKnownRoad({ ...this.#song, sections }, this.dropped);
    return {
      song,
      keys,
      guessed: this.guessed,
      dropped: this.dropped,
      questions: this.#questions.asked,
      sources: this.#sources.inOrder(song),
    };
  }
}

/** A written pitch as a note of a tune: by its own spelling. */
function sungAs(
  { note, octave }: NonNullable<PlacedNote['pitch']>,
  key: Key,
): Pick<TuneNote, 'degree' | 'octave'> {
  const degree = degreeOfNote(note, key);
  return { degree, octave: tuneOctave(midiNumber(note, octave), degree, key) };
}
