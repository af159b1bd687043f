import { tempoOf } from '../chart/feel.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Bar, Phrase, PlayedBar } from '../chart/song.ts';
import type { Cursor } from '../marks/cursor.ts';
import { written } from '../writing/changes.ts';
import { refused, type Edit } from '../writing/edit.ts';
import { barInTime, barsBefore, placeOfBar, rewrite, type BarPlaced } from '../writing/place.ts';
import type { BarAfter } from './fit.ts';

/**
 * The edit that writes bars anew where they stand. A bar that repeated another is written out, and so is one behind that repeats
 * a bar which is another one now.
 */
export function takeBars(read: ChartResult, bars: readonly BarAfter[], cursor: Cursor): Edit {
  const phrases = new Map<
    string,
    { readonly placed: BarPlaced; readonly after: Map<number, BarAfter> }
  >();
  for (const bar of bars) {
    const placed = placeOfBar(read.song, bar.bar);
    if (!placed) return refused('The chart is another one by now; ask again.');
    const name = `${placed.section} ${placed.phrase}`;
    const known = phrases.get(name) ?? { placed, after: new Map<number, BarAfter>() };
    known.after.set(placed.inPhrase, bar);
    phrases.set(name, known);
  }
  const changes = [...phrases.values()].map(({ placed, after }) =>
    rewrite(placed, withBars(placed.of, after)),
  );
  return written(read, changes, cursor);
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
  const other: Phrase = {
    when: { kind: 'instead', times: [time], bar: from },
    bars: bars.map(({ slots }, index): PlayedBar => {
      const { bar } = placed[index]!;
      const meter = bar.kind === 'played' ? bar.meter : null;
      return { ...writtenOut(bar, null), meter, slots };
    }),
    tune: [],
    words: [],
  };
  const last = phrases.length - 1;
  return written(read, [rewrite({ ...first, phrase: last }, phrases[last]!, other)], {
    bar: barsBefore(read.song, first.section + 1),
    slot: 0,
  });
}

function withBars(phrase: Phrase, after: ReadonlyMap<number, BarAfter>): Phrase {
  let before: PlayedBar | null = null;
  let isChanged = false;
  const bars = phrase.bars.map((bar, place): Bar => {
    const now = after.get(place);
    const old = bar.kind === 'played' ? bar : before && writtenOut(bar, before);
    const repeatsChanged = bar.kind === 'same' && isChanged;
    before = old ?? before;
    isChanged = now !== undefined || repeatsChanged;
    if (now) return { ...(old ?? writtenOut(bar, null)), slots: now.slots };
    return repeatsChanged && old ? old : bar;
  });
  return { ...phrase, bars };
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
