import { sectionOfStep } from '../../chart/road.ts';
import {
  withoutEmptyEnd,
  type Bar,
  type Phrase,
  type RoadStep,
  type Section,
  type Song,
} from '../../chart/song.ts';
import { linesFromBars, linesOfBars, withPlayed, type LineOfBar } from '../../chart/played.ts';
import { withoutSilentEnd, type TuneBar } from '../../chart/tune.ts';
import { playsOf } from '../../chart/time/length.ts';
import { endingOf } from '../../chart/when.ts';
import { upTo } from '../../kit/range.ts';
import { ordinalOf } from '../../kit/words.ts';

/**
 * A song whose sections can be written with repeat signs and brackets over their endings. Those say an ending for every
 * time through; a section that has none at some time is there time by time, each a section of its own.
 */
export function inRepeats(song: Song): Song {
  const parted = song.sections.map((section, place) => {
    const plays = playsOf(song, place) || section.times;
    return isSaid(section, plays) ? [ofAllTimes(section)] : byTimes(section, plays, song.lines);
  });
  const passes = song.sections.map(() => 0);
  const road = song.road?.flatMap((step): RoadStep[] => {
    const place = step.kind === 'play' ? sectionOfStep(song.sections, step.name) : -1;
    const times = parted[place];
    if (step.kind !== 'play' || !times || times.length === 1) return [step];
    const count = step.times ?? song.sections[place]!.times;
    return Array.from({ length: count }, (_, time) => {
      const pass = (passes[place]! += 1);
      const { name } = times[Math.min(pass, times.length) - 1]!;
      return { ...step, name, times: 1, open: step.open && time === count - 1 };
    });
  });
  return { ...song, road: road ?? null, sections: parted.flat() };
}

/** Nothing is played beyond the times that have an ending, so that none needs to say that it is for its times only. */
function ofAllTimes(section: Section): Section {
  const phrases = section.phrases.map((phrase) =>
    phrase.when?.kind === 'ending' && phrase.when.only
      ? { ...phrase, when: { ...phrase.when, only: false } }
      : phrase,
  );
  return { ...section, phrases };
}

/** Whether every time through a section, of those it has and those it names, has an ending, or none has. */
function isSaid(section: Section, plays: number): boolean {
  const endings = section.phrases.filter(({ when }) => when?.kind === 'ending');
  if (endings.length === 0) return true;
  if (endings.some(({ bars }) => bars.length === 0)) return false;
  const times = upTo(1, Math.max(plays, highestNamed(section)));
  // Brackets do not say that one of several lines of an ending is for its times only.
  const highest = Math.max(...endings.flatMap(({ when }) => when!.times));
  const goesOn = endingOf(section.phrases, highest).join();
  return times.every((time) => {
    const own = endingOf(section.phrases, time);
    return own.length > 0 && (time <= highest || own.join() === goesOn);
  });
}

/** The highest time that a line names; 0 where none does. */
function highestNamed({ phrases }: Section): number {
  return Math.max(0, ...phrases.flatMap(({ when }) => when?.times ?? []));
}

/** @param plays how often the section is played; the times beyond those that are named are all alike */
function byTimes(section: Section, plays: number, named: Song['lines']): Section[] {
  const times = upTo(1, Math.min(plays, highestNamed(section) + 1));
  return times.map((time) => ({
    ...section,
    name: time === 1 ? section.name : `${section.name} ${ordinalOf(time)} time`,
    times: time === times.length ? plays - time + 1 : 1,
    open: section.open && time === times.length,
    directions: time === 1 ? section.directions : [],
    phrases: phrasesOf(section, time, named),
  }));
}

/** A bar with the line it stands in, and what stands under it. */
interface Cell {
  readonly line: number;
  readonly bar: Bar;
  readonly tune: TuneBar;
  readonly played: readonly LineOfBar[];
  readonly words: string;
}

/** The lines of one time through a section, what is played instead in its place. */
function phrasesOf({ phrases }: Section, time: number, named: Song['lines']): Phrase[] {
  const cells = phrases.flatMap((phrase, line) =>
    phrase.when ? [] : cellsOf(phrase, line, time, named),
  );
  for (const phrase of phrases) {
    if (phrase.when?.kind !== 'instead' || !phrase.when.times.includes(time)) continue;
    const from = phrase.when.bar - 1;
    const instead = cellsOf(phrase, 0, time, named).map((cell, index) => {
      const replaced = cells[from + index] ?? cells.at(-1)!;
      const keep = index + from < cells.length;
      return {
        ...cell,
        line: replaced.line,
        words: keep && phrase.words.length === 0 ? replaced.words : cell.words,
        tune: keep && cell.tune.length === 0 ? replaced.tune : cell.tune,
      };
    });
    cells.splice(from, instead.length, ...instead);
  }
  for (const line of endingOf(phrases, time))
    cells.push(...cellsOf(phrases[line]!, line, time, named));
  return [...new Set(cells.map(({ line }) => line))].map((line) =>
    phraseOf(cells.filter((cell) => cell.line === line)),
  );
}

/** @param time of several lines of words each time has its own, the later ones the last */
function cellsOf(
  { bars, tune, played, words }: Phrase,
  line: number,
  time: number,
  named: Song['lines'],
): Cell[] {
  const lines = linesOfBars(played ?? [], bars.length, named);
  return bars.map((bar, place) => ({
    line,
    bar,
    tune: tune[place] ?? [],
    played: lines[place]!,
    words: words[Math.min(time, words.length) - 1]?.[place] ?? '',
  }));
}

function phraseOf(cells: readonly Cell[]): Phrase {
  const words = withoutEmptyEnd(cells.map((cell) => cell.words));
  const phrase: Phrase = {
    when: null,
    bars: cells.map(({ bar }) => bar),
    tune: withoutSilentEnd(cells.map(({ tune }) => tune)),
    words: words.length > 0 ? [words] : [],
  };
  return withPlayed(phrase, linesFromBars(cells.map(({ played }) => played)));
}
