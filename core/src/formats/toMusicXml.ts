import { feltBeats } from '../chart/beats.ts';
import { barTicks, type Meter } from '../chart/meter.ts';
import { printRoad } from '../chart/road.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { printBar } from '../chart/printChart.ts';
import {
  pushTicks,
  styleFor,
  type Bar,
  type ChordSlot,
  type Phrase,
  type Section,
  type Slot,
  type Song,
} from '../chart/song.ts';
import { printWhen } from '../chart/when.ts';
import { rootOf, type Chord } from '../chord/chord.ts';
import { letterParts } from '../chord/letters.ts';
import type { Degree } from '../pitch/degree.ts';
import { formatChord } from '../chord/formatChord.ts';
import { keySignature, noteOfDegree, type Key } from '../pitch/key.ts';
import type { Note } from '../pitch/note.ts';
import { harmonyKind } from './harmonyKinds.ts';
import { noteValues } from './noteValues.ts';
import { element, writeXml, type Element } from './xml.ts';

/** How a chart goes out as MusicXML. */
export interface MusicXmlWish {
  readonly key?: Key;
  /** The roots of its chords as notes, or as degrees of the key (MusicXML 4.0). */
  readonly harmony?: 'root' | 'numeral';
}

export const doctype =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">\n';

/**
 * A chart as a MusicXML 4.0 lead part: slashes for its slots with the chords over them, words as lyrics, sections as
 * rehearsal marks with their repeats and endings. 480 divisions to the quarter, so that no length is rounded.
 * docs/formats.md says what it holds.
 */
export function toMusicXml(
  song: Song,
  { key = song.key, harmony = 'root' }: MusicXmlWish = {},
): string {
  const writer = new LeadWriter(song, key, harmony);
  return writeXml(scoreOf(song, 'Chart', writer.measures()), doctype);
}

/** A score of one part. */
export function scoreOf(song: Song, part: string, measures: readonly Element[]): Element {
  const { by, rights, singer, feel } = song.details;
  const kept = {
    singer,
    feel,
    numbers: song.reading === 'as written' ? '' : song.reading,
    minor: song.minor === 'relative' ? '' : song.minor,
  };
  const fields = Object.entries(kept).filter(([, value]) => value !== '');
  return element(
    'score-partwise',
    { version: '4.0' },
    element('work', {}, element('work-title', {}, song.title)),
    element(
      'identification',
      {},
      by !== '' && element('creator', { type: 'composer' }, by),
      rights !== '' && element('rights', {}, rights),
      element('encoding', {}, element('software', {}, 'Intervallum')),
      fields.length > 0 &&
        element(
          'miscellaneous',
          {},
          ...fields.map(([name, value]) => element('miscellaneous-field', { name }, value)),
        ),
    ),
    element('part-list', {}, element('score-part', { id: 'P1' }, element('part-name', {}, part))),
    element('part', { id: 'P1' }, ...measures),
  );
}

export function keyElement(key: Key): Element {
  return element(
    'key',
    {},
    element('fifths', {}, keySignature(key)),
    element('mode', {}, key.mode),
  );
}

export function timeElement({ beats, unit, groups }: Meter): Element {
  return element(
    'time',
    {},
    element('beats', {}, groups ? groups.join('+') : beats),
    element('beat-type', {}, unit),
  );
}

/** The tempo mark of a song: felt beats a minute on the page, quarters for what plays it. */
export function tempoElement({ tempo, meter, swing }: Song): Element | null {
  if (tempo === null && swing === null) return null;
  const [beat = 480] = meter.groups ? [] : feltBeats(meter);
  return element(
    'direction',
    { placement: 'above' },
    element(
      'direction-type',
      {},
      tempo === null
        ? element('words', {}, 'swing')
        : element(
            'metronome',
            {},
            element('beat-unit', {}, 'quarter'),
            beat === 720 && element('beat-unit-dot'),
            element('per-minute', {}, tempo),
          ),
    ),
    element(
      'sound',
      tempo === null ? {} : { tempo: tempo * (beat / 480) },
      swing !== null &&
        element(
          'swing',
          {},
          element('first', {}, 2),
          element('second', {}, 1),
          element('swing-type', {}, swing === 'eighths' ? 'eighth' : '16th'),
        ),
    ),
  );
}

export function wordsElement(text: string, above = true): Element {
  return element(
    'direction',
    { placement: above ? 'above' : 'below' },
    element('direction-type', {}, element('words', {}, text)),
  );
}

const feelWords = {
  'half-time': 'half-time feel',
  rit: 'rit.',
  free: 'free',
  'in time': 'in time',
};

class LeadWriter {
  readonly #song: Song;
  readonly #key: Key;
  readonly #harmony: 'root' | 'numeral';
  #number = 0;
  #meter: Meter | null = null;
  #wasSame = false;

  constructor(song: Song, key: Key, harmony: 'root' | 'numeral') {
    this.#song = song;
    this.#key = key;
    this.#harmony = harmony;
  }

  measures(): Element[] {
    const measures = this.#song.sections.flatMap((section) => this.#section(section));
    if (measures.length > 0) return measures;
    return [element('measure', { number: 1 }, this.#attributes(this.#song.meter, null))];
  }

  #section(section: Section): Element[] {
    const lines = metersOf(section, this.#song.meter);
    const played = lines.filter(({ phrase }) => phrase.when?.kind !== 'instead');
    const endings = section.phrases.filter(({ when }) => when?.kind === 'ending').length;
    const repeats = section.times > 1 || endings > 1;
    const instead = section.phrases.filter(({ when }) => when?.kind === 'instead');
    let ending = 0;
    const measures: Element[] = [];
    for (const [line, { phrase, meters }] of played.entries()) {
      if (phrase.when) ending += 1;
      for (const [place, bar] of phrase.bars.entries()) {
        const isFirst = line === 0 && place === 0;
        const isLast = line === played.length - 1 && place === phrase.bars.length - 1;
        const closesEnding = phrase.when !== null && place === phrase.bars.length - 1;
        const left = [
          ...(place === 0 && !isFirst ? [element('print', { 'new-system': 'yes' })] : []),
          ...(isFirst && repeats ? [repeatLine('forward')] : []),
          ...(phrase.when && place === 0 ? [endingLine(phrase.when.times, 'start')] : []),
          this.#attributes(meters[place]!, bar),
          ...(isFirst ? this.#heading(section) : []),
          ...(isFirst
            ? instead.map((other) => wordsElement(this.#insteadInWords(other, section), false))
            : []),
        ];
        const goesBack = closesEnding ? ending < endings : isLast && repeats && endings === 0;
        const right = closesEnding
          ? [endingLine(phrase.when!.times, 'stop', goesBack)]
          : goesBack
            ? [repeatLine('backward', section.times)]
            : [];
        const words = phrase.words.map((cells) => cells[place] ?? '');
        measures.push(this.#measure(bar, meters[place]!, left, right, words));
      }
    }
    return measures;
  }

  #heading(section: Section): Element[] {
    const { name, times, open, directions } = section;
    const isStart = this.#number === 0;
    const road = this.#song.road;
    const tempo = isStart ? tempoElement(this.#song) : null;
    return [
      ...(tempo ? [tempo] : []),
      ...(isStart && road ? [wordsElement(`Order: ${printRoad(road)}`)] : []),
      element(
        'direction',
        { placement: 'above' },
        element('direction-type', {}, element('rehearsal', {}, name)),
      ),
      // A repeat sign says twice; more often, or without end, is said in words as well.
      ...(times > 1 ? [wordsElement(`×${times}`)] : []),
      ...(open ? [wordsElement('until the signal')] : []),
      ...directions.map((direction) => wordsElement(`* ${direction}`)),
    ];
  }

  #insteadInWords(phrase: Phrase, section: Section): string {
    const { meters } = metersOf(section, this.#song.meter).find((one) => one.phrase === phrase)!;
    const style = styleFor(this.#song.key, { reading: 'as written', minor: 'relative' });
    const bars = phrase.bars.map((bar, place) => printBar(bar, meters[place]!, style));
    return `${printWhen(phrase.when!)} ${bars.join(' | ')}`;
  }

  /** Divisions, key, metre and clef at the beginning, later what changes. */
  #attributes(meter: Meter, bar: Bar | null): Element {
    const isStart = this.#meter === null;
    const changes = this.#meter !== meter;
    this.#meter = meter;
    const same = bar?.kind === 'same';
    const style =
      same && !this.#wasSame
        ? element('measure-style', {}, element('measure-repeat', { type: 'start' }, 1))
        : !same && this.#wasSame
          ? element('measure-style', {}, element('measure-repeat', { type: 'stop' }))
          : null;
    this.#wasSame = same;
    return element(
      'attributes',
      {},
      isStart && element('divisions', {}, 480),
      isStart && keyElement(this.#key),
      changes && timeElement(meter),
      isStart && element('clef', {}, element('sign', {}, 'G'), element('line', {}, 2)),
      style,
    );
  }

  #measure(
    bar: Bar,
    meter: Meter,
    left: readonly Element[],
    right: readonly Element[],
    words: readonly string[],
  ): Element {
    const pickup = bar.kind === 'played' && bar.pickup;
    if (!pickup) this.#number += 1;
    const attributes: Record<string, string | number> = pickup
      ? { number: 0, implicit: 'yes' }
      : { number: this.#number };
    const feel = bar.feel ? [wordsElement(feelWords[bar.feel])] : [];
    const slots: readonly Slot[] =
      bar.kind === 'same' ? [{ kind: 'rest', fermata: false, ticks: barTicks(meter) }] : bar.slots;
    const from = pickup ? slots.findIndex(({ kind }) => kind === 'chord') : 0;
    const sounding = slots.slice(Math.max(0, from));
    const notes = sounding.flatMap((slot, index) => this.#slot(slot, index === 0 ? words : []));
    return element('measure', attributes, ...left, ...feel, ...notes, ...right);
  }

  #slot(slot: Slot, words: readonly string[]): Element[] {
    if (slot.kind === 'chord') return [this.#harmonyOf(slot), ...slashes(slot, slot, words)];
    return slashes(slot, null, words);
  }

  #harmonyOf({ chord, push }: ChordSlot): Element {
    const offset = push && element('offset', { sound: 'yes' }, -pushTicks(push));
    const root = rootOf(chord);
    const { kind, degrees } =
      chord.kind === 'named' ? harmonyKind(chord.figures) : { kind: 'other', degrees: [] };
    const bass = bassOf(chord);
    return element(
      'harmony',
      {},
      this.#harmony === 'numeral'
        ? numeralElement(root, this.#key)
        : noteElement('root', noteOfDegree(root, this.#key)),
      element('kind', { text: kindText(chord, this.#key) }, kind),
      bass && noteElement('bass', noteOfDegree(bass, this.#key)),
      ...degrees.map(({ value, alter, type }) =>
        element(
          'degree',
          { 'print-object': 'no' },
          element('degree-value', {}, value),
          element('degree-alter', {}, alter),
          element('degree-type', {}, type),
        ),
      ),
      offset,
    );
  }
}

/** The slashes of a slot: as many tied notes as its length needs; silence as rests. */
function slashes(slot: Slot, chord: ChordSlot | null, words: readonly string[]): Element[] {
  const silent = slot.kind === 'rest';
  const values = noteValues(slot.ticks);
  const goesOn = slot.kind === 'held';
  return values.map(({ ticks, type, dots }, index) => {
    const starts = index < values.length - 1;
    const stops = index > 0 || goesOn;
    const ties = silent ? [] : [...(stops ? ['stop'] : []), ...(starts ? ['start'] : [])];
    const isLast = index === values.length - 1;
    return element(
      'note',
      {},
      ...(silent
        ? [element('rest')]
        : [
            element(
              'unpitched',
              {},
              element('display-step', {}, 'B'),
              element('display-octave', {}, 4),
            ),
          ]),
      element('duration', {}, ticks),
      ...ties.map((tie) => element('tie', { type: tie })),
      element('voice', {}, 1),
      element('type', {}, type),
      dots === 1 && element('dot'),
      !silent && element('notehead', {}, 'slash'),
      notationsOf(
        ties,
        index === 0 ? chord : null,
        isLast && hasFermata(slot),
        isLast ? chord : null,
      ),
      ...(index === 0
        ? words.flatMap((text, line) =>
            text === '' ? [] : [element('lyric', { number: line + 1 }, element('text', {}, text))],
          )
        : []),
    );
  });
}

function hasFermata(slot: Slot): boolean {
  return (slot.kind === 'chord' || slot.kind === 'rest') && slot.fermata;
}

function notationsOf(
  ties: readonly string[],
  first: ChordSlot | null,
  fermata: boolean,
  last: ChordSlot | null,
): Element | false {
  const articulations = [
    ...(first?.accent ? [element('accent')] : []),
    ...(first?.stop ? [element('staccatissimo')] : []),
  ];
  const technical = [
    ...(first?.push?.hands === 'right' ? ['push: right hand'] : []),
    ...(first?.ring && first.ring.bars !== null ? [`ring: ${first.ring.bars} bars`] : []),
  ];
  const content = [
    ...ties.map((type) => element('tied', { type })),
    ...(last?.ring ? [element('tied', { type: 'let-ring' })] : []),
    ...(technical.length > 0
      ? [element('technical', {}, ...technical.map((text) => element('other-technical', {}, text)))]
      : []),
    ...(articulations.length > 0 ? [element('articulations', {}, ...articulations)] : []),
    ...(fermata ? [element('fermata', { type: 'upright' })] : []),
  ];
  return content.length > 0 && element('notations', {}, ...content);
}

function repeatLine(direction: 'forward' | 'backward', times = 2): Element {
  const more: Record<string, number> = direction === 'backward' && times > 2 ? { times } : {};
  return element(
    'barline',
    { location: direction === 'forward' ? 'left' : 'right' },
    element('bar-style', {}, direction === 'forward' ? 'heavy-light' : 'light-heavy'),
    element('repeat', { direction, ...more }),
  );
}

function endingLine(times: readonly number[], type: 'start' | 'stop', goesBack = false): Element {
  return element(
    'barline',
    { location: type === 'start' ? 'left' : 'right' },
    goesBack && element('bar-style', {}, 'light-heavy'),
    element('ending', { number: times.join(', '), type }),
    goesBack && element('repeat', { direction: 'backward' }),
  );
}

function noteElement(name: 'root' | 'bass', { letter, alter }: Note): Element {
  return element(
    name,
    {},
    element(`${name}-step`, {}, letter),
    alter !== 0 && element(`${name}-alter`, {}, alter),
  );
}

/** Degrees are those of the relative major, so the key they are counted in is said with them. */
function numeralElement({ step, alter }: Degree, key: Key): Element {
  const sign = alter === 0 ? '' : (alter < 0 ? 'b' : '#').repeat(Math.abs(alter));
  return element(
    'numeral',
    {},
    element('numeral-root', { text: `${sign}${step}` }, step),
    alter !== 0 && element('numeral-alter', {}, alter),
    key.mode === 'minor' &&
      element(
        'numeral-key',
        {},
        element('numeral-fifths', {}, keySignature(key)),
        element('numeral-mode', {}, 'major'),
      ),
  );
}

function bassOf(chord: Chord): Degree | null {
  return chord.kind === 'stack' ? null : chord.bass;
}

/** What stands behind the root: the quality; of a shape that has no kind, its whole name in numbers. */
function kindText(chord: Chord, key: Key): string {
  return chord.kind === 'named' ? letterParts(chord, key).quality : formatChord(chord);
}
