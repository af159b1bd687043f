import { tempoOf } from '../chart/feel.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { withPlayed, type HandLine, type LineCell } from '../chart/played.ts';
import type { Bar, Phrase, PlayedBar } from '../chart/song.ts';
import type { Cursor } from '../marks/cursor.ts';
import { written } from '../writing/changes.ts';
import { refused, type Edit } from '../writing/edit.ts';
import type { ChartChange } from '../writing/change.ts';
import { barInTime, barsBefore, placeOfBar, rewrite, type BarPlaced } from '../writing/place.ts';
import type { BarAfter, LineInBar } from './fit.ts';

/**
 * The edit that writes bars anew where they stand. A bar that repeated another is written out, and so is one that repeats a bar
 * which is another one now, in the next line and under an ending too.
 */
export function takeBars(read: ChartResult, bars: readonly BarAfter[], cursor: Cursor): Edit {
  const { song } = read;
  const after = new Map(bars.map((one) => [one.bar, one]));
  const changes: ChartChange[] = [];
  const found = new Set<number>();
  let first = 0;
  for (const [section, { phrases }] of song.sections.entries()) {
    const shared: Shared[] = [];
    for (const [phrase, of] of phrases.entries()) {
      let before = beforePhrase(of, shared);
      const now = of.bars.map((bar, place): Bar => {
        const number = first + place;
        const own = bar.kind === 'played' ? bar : writtenOut(bar, before?.was ?? null);
        const changed = after.get(number);
        if (changed) found.add(number);
        const repeatsChanged = bar.kind === 'same' && before?.isChanged === true;
        before = { bar, was: own, isChanged: changed !== undefined };
        if (of.when === null) shared.push(before);
        return changed ? { ...own, slots: changed.slots } : repeatsChanged ? own : bar;
      });
      if (before?.isChanged) now.push(...repeatedBehind(of, { phrases, shared }, before.was));
      const lines = bars.flatMap(({ bar, lines }) =>
        lines && bar >= first && bar < first + of.bars.length
          ? [{ place: bar - first, lines }]
          : [],
      );
      if (now.some((bar, place) => bar !== of.bars[place])) {
        const instead = [withLines({ ...of, bars: now }, lines)];
        changes.push({ kind: 'phrase', section, phrase, instead });
      }
      first += of.bars.length;
    }
  }
  if (found.size < after.size) return refused('The chart is another one by now; ask again.');
  return written(read, changes, cursor);
}

/** A bar written out as it was, and whether it is another one now. */
interface Shared {
  readonly bar: Bar;
  readonly was: PlayedBar;
  readonly isChanged: boolean;
}

/**
 * Behind bars that some times have instead of others, the bar that all share may repeat the last of them: where that is another
 * one now, it is written out for those times as it was. None where nothing repeats it, or those times have bars of their own there.
 */
function repeatedBehind(
  { when, bars }: Phrase,
  { phrases, shared }: { readonly phrases: readonly Phrase[]; readonly shared: readonly Shared[] },
  was: PlayedBar,
): PlayedBar[] {
  if (when?.kind !== 'instead') return [];
  const behind = when.bar + bars.length;
  const next = shared[behind - 1]?.bar;
  const isTaken = phrases.some(
    (one) =>
      one.when?.kind === 'instead' &&
      one.when.times.some((time) => when.times.includes(time)) &&
      one.when.bar <= behind &&
      behind < one.when.bar + one.bars.length,
  );
  return next?.kind === 'same' && !isTaken ? [writtenOut(next, was)] : [];
}

/** The bar before the first of a line, as it is played. @param shared those before it that all times share */
function beforePhrase({ when }: Phrase, shared: readonly Shared[]): Shared | null {
  const place = when?.kind === 'instead' ? when.bar - 2 : shared.length - 1;
  return shared[place] ?? null;
}

/**
 * The same for one time through the section: the bars stand as that time's own, under those that all times share. Bars that are
 * of that time only already are written anew where they stand.
 */
export function takeBarsOnce(read: ChartResult, bars: readonly BarAfter[], time: number): Edit {
  const placed = bars.map(({ bar }) => placeOfBar(read.song, bar));
  const [first] = placed;
  if (!first || placed.some((one) => one?.section !== first.section))
    return refused('The chart is another one by now; ask again.');
  const whens = placed.map((one) => one!.of.when);
  const cursor = { bar: bars[0]!.bar, slot: 0 };
  if (whens.every((when) => when?.times.join() === String(time)))
    return takeBars(read, bars, cursor);
  if (whens.some((when) => when !== null))
    return refused(
      'These bars are of some times already, not of this one alone; write them for it first.',
    );
  const { phrases } = first.in;
  const from = barInTime(first);
  const isTaken = phrases.some(
    ({ when, bars: own }) =>
      when?.kind === 'instead' &&
      when.times.includes(time) &&
      when.bar < from + bars.length &&
      from < when.bar + own.length,
  );
  if (isTaken) return refused('This time has bars of its own here already; change those.');
  const own = bars.map(({ slots }, index): PlayedBar => {
    const { bar } = placed[index]!;
    const meter = bar.kind === 'played' ? bar.meter : null;
    return { ...writtenOut(bar, null), meter, slots };
  });
  const other = withLines(
    {
      when: { kind: 'instead', times: [time], bar: from },
      bars: [...own, ...repeatsOf(first, from + bars.length - 1)],
      tune: [],
      words: [],
    },
    bars.flatMap(({ lines }, place) => (lines ? [{ place, lines }] : [])),
  );
  const last = phrases.length - 1;
  return written(read, [rewrite({ ...first, phrase: last }, phrases[last]!, other)], {
    bar: barsBefore(read.song, first.section + 1),
    slot: 0,
  });
}

/** A line of bars with what hands play in some of them, in the place of what was said there. */
function withLines(
  of: Phrase,
  bars: readonly { readonly place: number; readonly lines: readonly LineInBar[] }[],
): Phrase {
  const played = bars.reduce<readonly HandLine[]>(
    (all, { place, lines }) =>
      lines.reduce((now, { hand, voices }) => withCell(now, hand, place, voices), all),
    of.played ?? [],
  );
  return withPlayed(of, played);
}

function withCell(
  lines: readonly HandLine[],
  hand: LineInBar['hand'],
  place: number,
  voices: LineInBar['voices'],
): HandLine[] {
  const own = lines.find((line) => line.hand === hand && !line.over && line.octaves === 0);
  const line: HandLine = own ?? { hand, over: false, octaves: 0, cells: [] };
  const cells: LineCell[] = [...line.cells];
  while (cells.length < place) cells.push({ kind: 'nothing' });
  cells[place] = { kind: 'bar', voices };
  const now = { ...line, cells };
  return own ? lines.map((one) => (one === own ? now : one)) : [...lines, now];
}

/** The bar behind one that is another at some time, written out where it repeats that one; none where it does not. */
function repeatsOf({ in: section }: BarPlaced, last: number): PlayedBar[] {
  const shared = section.phrases.filter(({ when }) => when === null).flatMap(({ bars }) => bars);
  const next = shared[last];
  if (next?.kind !== 'same') return [];
  const was = shared.slice(0, last).findLast((bar) => bar.kind === 'played');
  return was ? [writtenOut(next, was)] : [];
}

/** A bar that repeats another, with the slots of that. */
function writtenOut(bar: Bar, before: PlayedBar | null): PlayedBar {
  return {
    kind: 'played',
    meter: null,
    feel: bar.feel,
    ...tempoOf(bar),
    pickup: false,
    slots: before?.slots ?? [],
  };
}
