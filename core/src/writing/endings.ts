import { upTo } from '../kit/range.ts';
import type { Meter } from '../chart/meter.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { playsOf } from '../chart/time/length.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import { endingOf } from '../chart/when.ts';
import type { Phrase, Section, Song } from '../chart/song.ts';
import { cellsBetween, withPlayed } from '../chart/played.ts';
import { withoutSilentEnd } from '../chart/tune.ts';
import type { Cursor } from '../marks/cursor.ts';
import { silentBar } from './bars.ts';
import { written } from './changes.ts';
import { refused, type Edit } from './edit.ts';
import { barsBefore, placeOfBar, rewrite, sharedBefore, type BarPlaced } from './place.ts';

const noBar = 'There is no bar here yet; begin a section first.';
const noName = 'Give the section a name first; it stands above its bars.';

/**
 * The section at the cursor ends otherwise the last time, all other times as before. Where it has endings, one more stands
 * below them: of a time more, if each time has its own. Where it has none, what stands from the cursor's bar on becomes
 * the ending of the times before; a section that was played once is played twice. The new ending has as many bars as that
 * of the time before it, at least one, each silent; one goes on there. A roadmap stays as it is.
 */
export function endOtherwise(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(noBar);
  if (placed.in.name === '') return refused(noName);
  const isEnding = placed.in.phrases.some(({ when }) => when?.kind === 'ending');
  return isEnding ? furtherEnding(read, placed) : firstEndings(read, placed);
}

function firstEndings(read: ChartResult, placed: BarPlaced): Edit {
  const { song } = read;
  const { of, in: section, phrase, inPhrase } = placed;
  const lastShared = section.phrases.findLastIndex(({ when }) => when === null);
  if (of.when !== null || phrase !== lastShared)
    return refused('Endings come after the last line that all times share; go to it.');
  const shared = sharedBefore(section, phrase) + inPhrase;
  if (shared === 0)
    return refused('Something has to stand before the endings; begin them at a later bar.');
  if (section.phrases.some((one) => reaches(one, shared)))
    return refused('Another time has bars of its own in these; take those away first.');
  if (leansBack(of, inPhrase))
    return refused('This bar goes on from the one before it; begin the endings at another one.');
  const time = Math.max(2, playsOf(song, placed.section));
  const meter = sharedMeters(section, song)[shared - 1]!;
  const last = cut(of, inPhrase, of.bars.length, song);
  const first: Phrase = {
    ...last,
    when: ending(upTo(1, time - 1)),
    words: last.words.slice(0, time - 1),
  };
  // Each line of words is of a time: that of the last one goes to its ending.
  const second: Phrase = {
    ...silentEnding(meter, of.bars.length - inPhrase, time),
    words: last.words.slice(time - 1),
  };
  const kept = inPhrase === 0 ? [] : [cut(of, 0, inPhrase, song)];
  const parts = [...kept, first, second].map(withoutEmptyEnd);
  if (parts.some(({ words }) => words.some(isEmptyLine)))
    return refused(
      'Some time has no words here; the words of the next one would take their place.',
    );
  return written(read, [rewrite(placed, ...parts), ...playedTwice(song, placed)], {
    bar: barsBefore(song, placed.section) + barsUpTo(section, phrase + 1),
    slot: 0,
  });
}

function furtherEnding(read: ChartResult, placed: BarPlaced): Edit {
  const { song } = read;
  const { in: section } = placed;
  const { phrases } = section;
  const highest = Math.max(...phrases.flatMap(endingTimes));
  const time = Math.max(highest + 1, playsOf(song, placed.section));
  if (time > 99) return refused('A section is played 1 to 99 times.');
  // Times beyond the highest that is named go on with the ending they take, all lines of it.
  const taken = endingOf(phrases, highest);
  const unnamed = endingOf(phrases, time - 1).length > 0 ? upTo(highest + 1, time - 1) : [];
  const last = phrases.findLastIndex(({ when }) => when?.kind === 'ending');
  const before = taken.reduce((sum, phrase) => sum + phrases[phrase]!.bars.length, 0);
  const bars = Math.max(1, before);
  const further = silentEnding(sharedMeters(section, song).at(-1) ?? song.meter, bars, time);
  return written(
    read,
    [
      ...[...new Set([...taken, last])].map((phrase) => {
        const is = phrases[phrase]!;
        const when = taken.includes(phrase) ? ending([...endingTimes(is), ...unnamed]) : is.when;
        return rewrite(
          { ...placed, phrase },
          { ...is, when },
          ...(phrase === last ? [further] : []),
        );
      }),
      ...(section.times < time && song.road === null ? [played(placed, time)] : []),
    ],
    { bar: barsBefore(song, placed.section) + barsUpTo(section, last + 1), slot: 0 },
  );
}

/**
 * The bar at the cursor is another one the last time, all other times as before: a silent one stands in its place, where
 * one goes on. A section that was played once is played twice. A roadmap stays as it is.
 */
export function changeBar(read: ChartResult, at: Cursor): Edit {
  const { song } = read;
  const placed = placeOfBar(song, at.bar);
  if (!placed) return refused(noBar);
  const { of, in: section, phrase, inPhrase, meter } = placed;
  if (section.name === '') return refused(noName);
  if (of.when !== null)
    return refused('This bar is one of some times only; change it where it stands.');
  const bar = sharedBefore(section, phrase) + inPhrase + 1;
  const time = Math.max(2, playsOf(song, placed.section));
  if (section.phrases.some((one) => replaces(one, time, bar)))
    return refused(`It is another bar already time ${time}; change that where it stands.`);
  const last = section.phrases.length - 1;
  const other: Phrase = {
    when: { kind: 'instead', times: [time], bar },
    bars: [silentBar(meter)],
    tune: [],
    words: [],
  };
  return written(
    read,
    [
      rewrite({ ...placed, phrase: last }, section.phrases[last]!, other),
      ...playedTwice(song, placed),
    ],
    { bar: barsBefore(song, placed.section + 1), slot: 0 },
  );
}

const ending = (times: readonly number[]) => ({ kind: 'ending', times, only: false }) as const;

/** The times that take an ending; none for any other line. */
function endingTimes({ when }: Phrase): readonly number[] {
  return when?.kind === 'ending' ? when.times : [];
}

/** An ending that waits for its chords. @param meter that in which the bars end which all times share */
function silentEnding(meter: Meter, bars: number, time: number): Phrase {
  return {
    when: ending([time]),
    bars: Array.from({ length: bars }, () => silentBar(meter)),
    tune: [],
    words: [],
  };
}

const played = ({ section, in: of }: BarPlaced, times: number) =>
  ({ kind: 'heading', section, written: { ...of, times } }) as const;

/** A section that is played once where it stands has no second time to be otherwise. */
function playedTwice({ road }: Song, placed: BarPlaced) {
  return placed.in.times === 1 && road === null ? [played(placed, 2)] : [];
}

/** The metre of each bar that all times share. */
function sharedMeters(section: Section, song: Song): Meter[] {
  return metersOf(section, song.meter)
    .filter(({ phrase }) => phrase.when === null)
    .flatMap(({ meters }) => meters);
}

function barsUpTo({ phrases }: Section, phrase: number): number {
  return phrases.slice(0, phrase).reduce((sum, { bars }) => sum + bars.length, 0);
}

/** Some bars of a phrase with what stands under them. */
function cut(phrase: Phrase, from: number, to: number, song: Song): Phrase {
  const some = {
    ...phrase,
    bars: phrase.bars.slice(from, to),
    tune: withoutSilentEnd(phrase.tune.slice(from, to)),
    words: phrase.words.map((line) => line.slice(from, to)),
  };
  return withPlayed(some, cellsBetween(phrase.played ?? [], from, to, song.lines));
}

const isEmptyLine = (line: readonly string[]) => line.every((cell) => cell === '');

/** A phrase without the lines at its end that have no words. */
function withoutEmptyEnd(phrase: Phrase): Phrase {
  const last = phrase.words.findLastIndex((line) => !isEmptyLine(line));
  return { ...phrase, words: phrase.words.slice(0, last + 1) };
}

/** Whether a change of another time stands in bars from one on, counted from 0 over those that all times share. */
function reaches({ when, bars }: Phrase, shared: number): boolean {
  return when?.kind === 'instead' && when.bar - 1 + bars.length > shared;
}

/** Whether a line is played at a time in the place of a bar, counted from 1 over those that all times share. */
function replaces({ when, bars }: Phrase, time: number, bar: number): boolean {
  return (
    when?.kind === 'instead' &&
    when.times.includes(time) &&
    when.bar <= bar &&
    bar < when.bar + bars.length
  );
}

/** Whether a bar begins with what goes on from the one before it. */
function leansBack({ bars, tune }: Phrase, at: number): boolean {
  const bar = bars[at]!;
  const isTied = bar.kind === 'played' && bar.slots[0]?.kind === 'held';
  return isTied || tune[at]?.[0]?.kind === 'held';
}
