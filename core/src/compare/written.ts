import { printBar, printSection, printNamedLines, printShapes } from '../chart/print/printChart.ts';
import { printLineBar } from '../chart/print/printPlayed.ts';
import { printTuneBar } from '../chart/print/printTune.ts';
import { printSongPattern } from '../chart/ownPatterns.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { styleFor, type Song } from '../chart/song.ts';
import { printWhen } from '../chart/when.ts';
import { printOwnName } from '../chord/readOwnNames.ts';
import type { BarPart } from './difference.ts';

/** A bar of a song as text, for comparing. */
export interface WrittenBar {
  /** Counted over the song as it is written, from 0, and over its section, from 1. */
  readonly at: number;
  readonly bar: number;
  readonly chords: string;
  /** At which times it is played; empty for every time. */
  readonly when: string;
  readonly parts: Readonly<Record<BarPart, string>>;
}

export interface WrittenSection {
  readonly name: string;
  /** What is said of it besides its bars. */
  readonly said: string;
  readonly bars: readonly WrittenBar[];
}

/** The sections of a song as they are written. */
export function writtenSections(song: Song): WrittenSection[] {
  const style = styleFor(song.key, song);
  let at = 0;
  return song.sections.map((section) => {
    const bars: WrittenBar[] = [];
    for (const { phrase, meters } of metersOf(section, song.meter)) {
      for (const [place, bar] of phrase.bars.entries()) {
        const meter = meters[place]!;
        const tune = phrase.tune[place];
        const played = (phrase.played ?? []).map((line) => {
          const cell = line.cells[place];
          if (!cell || cell.kind === 'nothing') return '';
          const notes =
            cell.kind === 'named'
              ? cell.name
              : printLineBar(cell.voices, { meter, minor: style.minor });
          return `${line.hand} ${notes}`;
        });
        bars.push({
          at,
          bar: bars.length + 1,
          chords: printBar(bar, meter, style),
          when: phrase.when ? printWhen(phrase.when) : '',
          parts: {
            words: phrase.words
              .map((line) => line[place]?.trim() ?? '')
              .filter((words) => words !== '')
              .join(' / '),
            tune: tune ? printTuneBar(tune, { meter, minor: style.minor }) : '',
            played: played.filter((notes) => notes !== '').join(' / '),
          },
        });
        at += 1;
      }
    }
    const said = printSection({ ...section, name: '', phrases: [] }, song.meter, style);
    return { name: section.name, said, bars };
  });
}

/** What the song has of its own by names: patterns, shapes, words for chords, lines of a hand. */
export function namedOf(song: Song): string {
  const { minor } = styleFor(song.key, song);
  return [
    ...song.patterns.map(printSongPattern),
    ...printShapes(song),
    ...song.names.map((own) => printOwnName(own, minor)),
    ...printNamedLines(song),
  ].join('\n');
}

/** How a bar is told from others: by when it is played, and its chords. */
export const chordsOf = ({ chords, when }: WrittenBar): string => `${when} ${chords}`;
