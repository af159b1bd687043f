import { printRangeSaid } from '../../chart/saidRange.ts';
import { printHandsLines } from '../../chart/saidHands.ts';
import { ticksOf, ticksPerQuarter } from '../../kit/ticks.ts';
import { barTicks, type Meter } from '../../chart/meter.ts';
import { printPhrase } from '../../chart/print/printChart.ts';
import { printPlayLine } from '../../chart/print/printPlayed.ts';
import { printTextures } from '../../chart/texture.ts';
import { printRoad } from '../../chart/road.ts';
import { metersOf } from '../../chart/sectionMeters.ts';
import {
  styleFor,
  type Bar,
  type Phrase,
  type Section,
  type Slot,
  type Song,
} from '../../chart/song.ts';
import { inRepeats } from './inRepeats.ts';
import { cut, soundingAfter, type TuneBar, type TuneNote } from '../../chart/tune.ts';
import type { Key } from '../../pitch/key.ts';
import {
  doctype,
  endingLine,
  keyElement,
  repeatLine,
  scoreOf,
  tempoChangeElement,
  tempoElement,
  timeElement,
  wordsElement,
} from './musicXmlElements.ts';
import { harmonyElement } from './musicXmlHarmony.ts';
import { slashes } from './musicXmlSlashes.ts';
import { shownPushes } from './shownPushes.ts';
import { tuneNotes } from './musicXmlTune.ts';
import { element, writeXml, type XmlElement } from '../xml.ts';

/** How a chart goes out as MusicXML. */
export interface MusicXmlWish {
  readonly key?: Key;
  /** The roots of its chords as notes, or as degrees of the key (MusicXML 4.0). */
  readonly harmony?: 'root' | 'numeral';
}

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
  /** The tune of every measure in the order they are written, and the note that sounds where the next one begins. */
  readonly #tunes: readonly TuneBar[];
  /** What every measure begins with, likewise: it may come early, in the measure before. */
  readonly #firstSlots: readonly (Slot | null)[];
  #written = 0;
  #sounding: TuneNote | null = null;

  constructor(song: Song, key: Key, harmony: 'root' | 'numeral') {
    this.#song = inRepeats(song);
    this.#key = key;
    this.#harmony = harmony;
    const played = this.#song.sections.flatMap(({ phrases }) =>
      phrases.filter(({ when }) => when?.kind !== 'instead'),
    );
    this.#tunes = played.flatMap(({ bars, tune }) => bars.map((_, place) => tune[place] ?? []));
    this.#firstSlots = played.flatMap(({ bars }) =>
      bars.map((bar) => (bar.kind === 'played' ? (bar.slots[0] ?? null) : null)),
    );
  }

  measures(): XmlElement[] {
    const measures = this.#song.sections.flatMap((section) => this.#section(section));
    if (measures.length > 0) return measures;
    return [element('measure', { number: 1 }, this.#attributes(this.#song.meter, null))];
  }

  #section(section: Section): XmlElement[] {
    const lines = metersOf(section, this.#song.meter);
    const played = lines.filter(({ phrase }) => phrase.when?.kind !== 'instead');
    const endings = section.phrases.filter(({ when }) => when?.kind === 'ending').length;
    const repeats = section.times > 1 || endings > 1;
    const instead = section.phrases.filter(({ when }) => when?.kind === 'instead');
    let ending = 0;
    const measures: XmlElement[] = [];
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
          ...(place === 0 ? this.#lines(phrase, meters) : []),
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

  #heading(section: Section): XmlElement[] {
    const { name, times, open, tempo: tempoHere, range, directions, textures, hands } = section;
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
      ...(tempoHere === undefined ? [] : [wordsElement(`tempo: ${tempoHere}`)]),
      ...(range ? [wordsElement(`range: ${printRangeSaid(range)}`)] : []),
      ...directions.map((direction) => wordsElement(`* ${direction}`)),
      ...[...printTextures(textures), ...printHandsLines(hands)].map((line) => wordsElement(line)),
    ];
  }

  /** What hands play under a line of bars, in chart text at its first bar. */
  #lines({ played = [] }: Phrase, meters: readonly Meter[]): XmlElement[] {
    return played.map((line) => wordsElement(printPlayLine(line, meters, 'relative'), false));
  }

  #insteadInWords(phrase: Phrase, section: Section): string {
    const metered = metersOf(section, this.#song.meter).find((one) => one.phrase === phrase)!;
    const style = styleFor(this.#song.key, { reading: 'as written', minor: 'relative' });
    return printPhrase(metered, style).join('\n');
  }

  /** Divisions, key, metre and clef at the beginning, later what changes. */
  #attributes(meter: Meter, bar: Bar | null): XmlElement {
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
      isStart && element('divisions', {}, ticksPerQuarter),
      isStart && keyElement(this.#key),
      changes && timeElement(meter),
      isStart && element('clef', {}, element('sign', {}, 'G'), element('line', {}, 2)),
      style,
    );
  }

  /** What is said of tempo and feel before a bar. */
  #time({ tempo, slowTo, feel }: Bar, meter: Meter): XmlElement[] {
    const said: XmlElement[] = [];
    if (tempo === 'a tempo') said.push(wordsElement(tempo));
    // A mark in the first measure is that of the song.
    else if (tempo !== undefined)
      said.push(
        this.#written === 0 ? wordsElement(`tempo ${tempo}`) : tempoChangeElement(tempo, meter),
      );
    if (feel === 'rit' && slowTo !== undefined) said.push(wordsElement(`rit. to ${slowTo}`));
    else if (feel) said.push(wordsElement(feelWords[feel]));
    return said;
  }

  #measure(
    bar: Bar,
    meter: Meter,
    left: readonly XmlElement[],
    right: readonly XmlElement[],
    words: readonly string[],
  ): XmlElement {
    const pickup = bar.kind === 'played' && bar.pickup;
    if (!pickup) this.#number += 1;
    const attributes: Record<string, string | number> = pickup
      ? { number: 0, implicit: 'yes' }
      : { number: this.#number };
    const feel = this.#time(bar, meter);
    const slots: readonly Slot[] =
      bar.kind === 'same' ? [{ kind: 'rest', fermata: false, ticks: barTicks(meter) }] : bar.slots;
    const tune = this.#tunes[this.#written] ?? [];
    const next = this.#tunes[this.#written + 1]?.[0];
    this.#written += 1;
    const from = pickup ? firstSound(slots, tune) : 0;
    const sounding = partOf(slots, from);
    const isSet = tune.some(({ kind }) => kind === 'note');
    const shown =
      tune.length === 0 && bar.kind === 'played'
        ? shownPushes(sounding, this.#firstSlots[this.#written] ?? null)
        : null;
    const isHidden = tune.length > 0 || shown !== null;
    const notes = sounding.flatMap((slot, index) =>
      this.#slot(slot, index === 0 && !isSet && !shown ? words : [], isHidden),
    );
    const printed = (shown ?? []).flatMap(({ slot, ...way }, index) =>
      slashes(slot, slot.kind === 'chord' && !way.tiedIn ? slot : null, index === 0 ? words : [], {
        isHidden: false,
        ...way,
      }),
    );
    const back = element('backup', {}, element('duration', {}, ticksOf(sounding)));
    const sung =
      tune.length === 0
        ? []
        : [
            ...tuneNotes(cut(tune, from, barTicks(meter)), isSet ? words : [], this.#key, from, {
              sounding: this.#sounding,
              goesOn: next?.kind === 'held',
            }),
            element('backup', {}, element('duration', {}, barTicks(meter) - from)),
          ];
    this.#sounding = soundingAfter(tune, this.#sounding);
    return element(
      'measure',
      attributes,
      ...left,
      ...feel,
      ...sung,
      ...(shown ? [...printed, back] : []),
      ...notes,
      ...right,
    );
  }

  #slot(slot: Slot, words: readonly string[], isHidden: boolean): XmlElement[] {
    if (slot.kind === 'chord')
      return [
        harmonyElement(slot, this.#key, this.#harmony),
        ...slashes(slot, slot, words, { isHidden }),
      ];
    return slashes(slot, null, words, { isHidden });
  }
}

/** Where a pickup begins to sound, in ticks. */
function firstSound(slots: readonly Slot[], tune: TuneBar): number {
  const before = (
    events: readonly { readonly kind: string; readonly ticks: number }[],
    kind: string,
  ) => {
    const first = events.findIndex((one) => one.kind === kind);
    return first < 0 ? Infinity : ticksOf(events.slice(0, first));
  };
  const from = Math.min(before(slots, 'chord'), before(tune, 'note'));
  return Number.isFinite(from) ? from : 0;
}

/** The slots from a tick on. */
function partOf(slots: readonly Slot[], from: number): Slot[] {
  let at = 0;
  return slots.flatMap((slot) => {
    const start = at;
    at += slot.ticks;
    const ticks = at - Math.max(start, from);
    return ticks > 0 ? [{ ...slot, ticks }] : [];
  });
}
