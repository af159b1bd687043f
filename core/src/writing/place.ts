import { metersOf } from '../chart/sectionMeters.ts';
import type { Meter } from '../chart/meter.ts';
import type { Bar, Phrase, Section, Song } from '../chart/song.ts';
import { endingOf } from '../chart/when.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { linesOf } from '../kit/lines.ts';
import type { ChartChange } from './change.ts';

/** A bar where it stands. Everything is counted from 0; `firstBar` is the first bar of its phrase, over the whole song. */
export interface BarPlaced {
  readonly section: number;
  readonly phrase: number;
  readonly inPhrase: number;
  readonly firstBar: number;
  readonly bar: Bar;
  readonly meter: Meter;
  readonly of: Phrase;
  readonly in: Section;
}

/** Null for a bar that the song does not have. */
export function placeOfBar(song: Song, bar: number): BarPlaced | null {
  let first = 0;
  for (const [section, inSection] of song.sections.entries()) {
    for (const [phrase, { phrase: of, meters }] of metersOf(inSection, song.meter).entries()) {
      const inPhrase = bar - first;
      if (inPhrase < of.bars.length && inPhrase >= 0) {
        return {
          section,
          phrase,
          inPhrase,
          firstBar: first,
          bar: of.bars[inPhrase]!,
          meter: meters[inPhrase]!,
          of,
          in: inSection,
        };
      }
      first += of.bars.length;
    }
  }
  return null;
}

/** How many bars of the song stand before a section. */
export function barsBefore(song: Song, section: number): number {
  return song.sections
    .slice(0, section)
    .flatMap(({ phrases }) => phrases)
    .reduce((sum, { bars }) => sum + bars.length, 0);
}

/** How many slots of the song stand before a section. */
export function slotsBefore(song: Song, section: number): number {
  return song.sections
    .slice(0, section)
    .flatMap(({ phrases }) => phrases.flatMap(({ bars }) => bars))
    .reduce((sum, bar) => sum + (bar.kind === 'played' ? bar.slots.length : 0), 0);
}

/** The first line of a section, from 1; one line beyond the text for a section that is not there. */
export function lineOfSection({ sectionLines, text }: ChartResult, section: number): number {
  const own = sectionLines[section];
  return own ? (own.heading ?? own.phrases[0]?.bars ?? 1) : linesOf(text).length + 1;
}

/** How many bars, which all times share, stand in the section before a phrase. */
export function sharedBefore({ phrases }: Section, phrase: number): number {
  return phrases
    .slice(0, phrase)
    .filter(({ when }) => when === null)
    .reduce((sum, { bars }) => sum + bars.length, 0);
}

/** Which bar of its section it is, counted from 1 as one time through it is played. */
export function barInTime({ in: section, of, phrase, inPhrase }: BarPlaced): number {
  const { when } = of;
  if (when === null) return sharedBefore(section, phrase) + inPhrase + 1;
  if (when.kind === 'instead') return when.bar + inPhrase;
  const before = endingOf(section.phrases, when.times[0]!)
    .filter((place) => place < phrase)
    .reduce((sum, place) => sum + section.phrases[place]!.bars.length, 0);
  return sharedBefore(section, section.phrases.length) + before + inPhrase + 1;
}

/** The phrase with one bar given way to another. */
export function withBar(phrase: Phrase, inPhrase: number, bar: Bar): Phrase {
  return { ...phrase, bars: phrase.bars.map((old, index) => (index === inPhrase ? bar : old)) };
}

/** The change that puts a phrase in the place of another. */
export function rewrite(at: BarPlaced, ...instead: readonly Phrase[]): ChartChange {
  return { kind: 'phrase', section: at.section, phrase: at.phrase, instead };
}
