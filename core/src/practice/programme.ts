import { barTicks, divisions, formatMeter, tempoBeat, type Meter } from '../chart/meter.ts';
import { patternNames, type PatternName } from '../chart/patterns.ts';
import { parseChart } from '../chart/read/parseChart.ts';
import type { Song } from '../chart/song.ts';
import type { Chord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { formatKey, transposeKey, type Key } from '../pitch/key.ts';

/** Round which keys a programme goes: none but its own, up by fifths or by half steps through all twelve. */
export const keyRounds = ['own', 'fifths', 'half steps'] as const;
export type KeyRound = (typeof keyRounds)[number];

/** What a programme is made of: everything is played with everything else. */
export interface ProgrammeAsk {
  /** The chords of its bars. */
  readonly bars: readonly (readonly Chord[])[];
  readonly key: Key;
  readonly keys: KeyRound;
  readonly meters: readonly Meter[];
  readonly patterns: readonly PatternName[];
  /** Felt beats a minute: from one tempo up to another, by so many each time round. */
  readonly from: number;
  readonly to: number;
  readonly by: number;
}

/** One round of a programme. */
export interface ProgrammeStep {
  readonly key: Key;
  readonly meter: Meter;
  readonly pattern: PatternName;
  readonly tempo: number;
  /** What is played, as a song of one section. */
  readonly song: Song;
}

/** The most rounds of one programme: an evening. */
export const mostRounds = 300;

/** Of a section its first bars are enough to go through keys with. */
export const mostProgrammeBars = 8;

/** The chords of a section, bar by bar, up to `mostProgrammeBars`; a bar that repeats another has its chords. */
export function barsOfSection(song: Song, section: number): Chord[][] {
  const bars: Chord[][] = [];
  for (const { bars: ofPhrase } of song.sections[section]?.phrases ?? [])
    for (const bar of ofPhrase) {
      const own =
        bar.kind === 'same'
          ? []
          : bar.slots.flatMap((slot) => (slot.kind === 'chord' ? [slot.chord] : []));
      // Where a chord sounds on, or a bar is said again, it is that of before.
      const before = bars.at(-1);
      const chords = own.length > 0 ? own : bar.kind === 'same' ? before : before?.slice(-1);
      if (chords) bars.push([...chords]);
    }
  return bars.slice(0, mostProgrammeBars);
}

/**
 * The rounds of a programme in their order: each tempo with each pattern in each metre round the keys, so that hands learn one thing
 * everywhere before it is faster. Nothing where anything of it is missing; at most `mostRounds`.
 */
export function programmeOf(ask: ProgrammeAsk): ProgrammeStep[] {
  const { bars, patterns, meters, from, to, by } = ask;
  if (bars.length === 0 || !(by > 0)) return [];
  const tempos: number[] = [];
  for (let tempo = from; tempo < to && tempos.length < mostRounds; tempo += by) tempos.push(tempo);
  tempos.push(Math.max(from, to));
  const steps: ProgrammeStep[] = [];
  for (const tempo of tempos)
    for (const pattern of patterns)
      for (const meter of meters)
        for (const key of keysOf(ask)) {
          if (steps.length === mostRounds) return steps;
          const song = songOf(bars, { key, meter, pattern, tempo });
          steps.push({ key, meter, pattern, tempo, song });
        }
  return steps;
}

function keysOf({ key, keys }: ProgrammeAsk): readonly Key[] {
  if (keys === 'own') return [key];
  const by = keys === 'fifths' ? 7 : 1;
  return Array.from({ length: 12 }, (_, place) =>
    place === 0 ? key : transposeKey(key, place * by),
  );
}

function songOf(
  bars: ProgrammeAsk['bars'],
  { key, meter, pattern, tempo }: Omit<ProgrammeStep, 'song'>,
): Song {
  const hand = patternNames('right').includes(pattern) ? 'right' : 'left';
  const lines = [
    `key: ${formatKey(key)}`,
    `meter: ${formatMeter(meter)}`,
    `tempo: ${tempo}`,
    '',
    'Programme:',
    `  ${hand}: ${pattern}`,
    `  ${bars.map((chords) => barIn(meter, chords)).join(' | ')}`,
  ];
  return parseChart(lines.join('\n')).song;
}

/**
 * Chords parted over a bar of a metre as evenly as it is parted: where it is not parted in so many, the first ones are held; where
 * it is parted in fewer, the last ones are left out.
 */
function barIn(meter: Meter, chords: readonly Chord[]): string {
  const ways = divisions(meter).map(({ length }) => length);
  const parts = ways.find((count) => count >= chords.length) ?? Math.max(...ways);
  const taken = chords.slice(0, parts);
  const texts = Array.from({ length: parts }, () => '.');
  for (const [place, chord] of taken.entries())
    texts[Math.floor((place * parts) / taken.length)] = formatChord(chord);
  return texts.join(' ');
}

/** How long a programme takes, in seconds, each round played once with a bar counted in. */
export function secondsOfProgramme(steps: readonly ProgrammeStep[]): number {
  return steps.reduce((sum, { meter, tempo, song }) => {
    const bars = song.sections.flatMap(({ phrases }) => phrases.flatMap((one) => one.bars)).length;
    const beats = barTicks(meter) / tempoBeat(meter);
    return sum + ((bars + 1) * beats * 60) / tempo;
  }, 0);
}
