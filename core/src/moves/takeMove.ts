import { tempoOf } from '../chart/feel.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Bar, Phrase, PlayedBar } from '../chart/song.ts';
import type { Cursor } from '../marks/cursor.ts';
import { written } from '../writing/changes.ts';
import { refused, type Edit } from '../writing/edit.ts';
import { placeOfBar, rewrite, type BarPlaced } from '../writing/place.ts';
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
