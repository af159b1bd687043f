import { formatMeter, type Meter } from '../../chart/meter.ts';
import { playLineNamed, withPlayed, type HandLine } from '../../chart/played.ts';
import { printNamedLine } from '../../chart/print/printPlayed.ts';
import { readPlayLine } from '../../chart/read/readPlayed.ts';
import { metersOf } from '../../chart/sectionMeters.ts';
import { parseTempo } from '../../chart/fields.ts';
import type { SongPattern } from '../../chart/ownPatterns.ts';
import { parseChart } from '../../chart/read/parseChart.ts';
import { readRangeSaid, type RangeSaid } from '../../chart/saidRange.ts';
import { handsLineNamed, readHandsLine, type SaidHands } from '../../chart/saidHands.ts';
import {
  withoutEmptyEnd,
  type Bar,
  type Phrase,
  type Section,
  type Song,
} from '../../chart/song.ts';
import {
  readTexture,
  textureLineNamed,
  withBarTexture,
  type Textures,
} from '../../chart/texture.ts';
import { withoutSilentEnd, type TuneBar } from '../../chart/tune.ts';
import { formatKey, type Key } from '../../pitch/key.ts';
import { oneLine } from '../imported.ts';
import type { WaySign } from './musicXmlMeasure.ts';

/** A section of a score while its measures are taken. */
export interface OpenSection {
  name: string;
  /** The first measure, and the key that holds from there on. */
  readonly from: number;
  readonly key: Key;
  times: number;
  open: boolean;
  tempo?: number;
  range?: RangeSaid;
  readonly directions: string[];
  textures: Textures;
  hands: SaidHands;
  readonly phrases: {
    when: Phrase['when'];
    bars: Bar[];
    tune: TuneBar[];
    words: string[][];
    /** What hands play under it, in chart text, and the bar at which each begins. */
    lines: { readonly place: number; readonly text: string }[];
  }[];
  /** Such lines before the measure that is taken next. */
  readonly waiting: string[];
  readonly instead: string[];
  readonly signs: WaySign[];
}

/** True for words over a score that are a line of the chart's section: how fast it goes, what is sung, what its hands do and hold. */
export function takeLine(
  words: string,
  section: OpenSection,
  patterns: readonly SongPattern[],
): boolean {
  const tempo = parseTempo(/^tempo: (\S+)$/.exec(words)?.[1] ?? '');
  if (tempo.ok) {
    section.tempo = tempo.value;
    return true;
  }
  const range = /^range: (.+)$/.exec(words);
  const said = range && readRangeSaid(range[1]!);
  if (said?.ok) {
    section.range = said.value;
    return true;
  }
  return takeTexture(words, section, patterns) || takeHands(words, section);
}

function takeTexture(
  words: string,
  section: OpenSection,
  patterns: readonly SongPattern[],
): boolean {
  const colon = words.indexOf(':');
  const line = colon < 0 ? null : textureLineNamed(words.slice(0, colon));
  const read = line && readTexture(words.slice(colon + 1), line.hand, patterns);
  if (!read?.ok || !read.value) return false;
  const { textures } = section;
  section.textures =
    line!.bar === null
      ? { ...textures, [line!.hand]: read.value }
      : withBarTexture(textures, line!.hand, line!.bar, read.value);
  return true;
}

function takeHands(words: string, section: OpenSection): boolean {
  const colon = words.indexOf(':');
  const line = colon < 0 ? null : handsLineNamed(words.slice(0, colon));
  const read = line && readHandsLine(line, words.slice(colon + 1), section.hands);
  if (!read?.ok) return false;
  section.hands = read.value;
  return true;
}

/** The section as the chart has it; what of it cannot be read is told. */
export function finished(
  { instead, phrases, waiting: _w, from: _from, key: _key, signs: _signs, ...section }: OpenSection,
  song: Song,
  dropped: string[],
): Section {
  const bare = phrases.map(({ lines: _lines, ...phrase }) => ({
    ...phrase,
    tune: withoutSilentEnd(phrase.tune),
    words: phrase.words.map(withoutEmptyEnd).filter((cells) => cells.length > 0),
  }));
  const metered = metersOf({ phrases: bare }, song.meter);
  const trimmed = metered.map(({ phrase, meters }, index) =>
    withPlayed<Phrase>(phrase, playedOf(phrases[index]!.lines, meters, song, dropped)),
  );
  const changed = instead.flatMap((words) => insteadOf(words, trimmed, song, dropped));
  return { ...section, phrases: [...ordered(trimmed), ...changed] };
}

/** What hands play under a line of bars, as it was written in chart text. */
function playedOf(
  lines: OpenSection['phrases'][number]['lines'],
  meters: readonly Meter[],
  song: Song,
  dropped: string[],
): HandLine[] {
  return lines.flatMap(({ place, text }) => {
    const colon = text.indexOf(':');
    const head = playLineNamed(text.slice(0, colon));
    if (!head) return [];
    const { cells, problems } = readPlayLine(
      text.slice(colon + 1),
      meters.slice(place),
      'relative',
      song.lines,
    );
    if (problems.length > 0) dropped.push(`“${oneLine(text, 60)}” could not be read.`);
    const before = Array.from({ length: place }, () => ({ kind: 'nothing' }) as const);
    return [{ ...head, cells: [...before, ...cells] }];
  });
}

/** Bars that some times play instead are written in words, in chart text, with their tune and what is sung. */
function insteadOf(
  words: string,
  phrases: readonly Phrase[],
  { key, meter, lines }: Song,
  dropped: string[],
): Phrase[] {
  const shared = phrases.filter(({ when }) => when === null).flatMap(({ bars }) => bars);
  const bars = shared.map((bar) => {
    const change = bar.kind === 'played' && bar.meter ? `{${formatMeter(bar.meter)}} ` : '';
    return `  ${change}1\n`;
  });
  const named = lines.map((line) => `${printNamedLine(line, { meter, minor: 'relative' })}\n`);
  const head = `key: ${formatKey(key)}\nmeter: ${formatMeter(meter)}\n${named.join('')}`;
  const text = `${head}\nA:\n${bars.join('')}${words}\n`;
  const read = parseChart(text);
  const phrase = read.ok ? read.value.sections[0]?.phrases.at(-1) : undefined;
  if (phrase?.when) return [phrase];
  dropped.push(`“${oneLine(words, 60)}” could not be read.`);
  return [];
}

/** Whether two lines are played at the same times. */
export function sameWhen(one: Phrase['when'], other: Phrase['when']): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** Endings stand below the bars that all times share. */
function ordered(phrases: readonly Phrase[]): Phrase[] {
  return [
    ...phrases.filter(({ when }) => when === null),
    ...phrases.filter(({ when }) => when !== null),
  ];
}
