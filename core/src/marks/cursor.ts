import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Song } from '../chart/song.ts';

/** Where one works on a chart: a bar, counted over the whole song, and a slot in it (0 in a bar that repeats another). */
export interface Cursor {
  readonly bar: number;
  readonly slot: number;
}

/** A place in the text of the chart. */
export interface TextPlace {
  readonly line: number;
  readonly column: number;
}

/** The slot that the cursor of the text is in; null where it is in no bar. */
export function cursorAt(read: ChartResult, place: TextPlace | null): Cursor | null {
  if (!place) return null;
  const bar = read.barPlaces.findLastIndex(
    ({ line, column }) => line === place.line && column <= place.column,
  );
  const found = read.barPlaces[bar];
  if (!found) return null;
  const slot = found.slots.findLastIndex(({ column }) => column <= place.column);
  return { bar, slot: Math.max(slot, 0) };
}

/** The slot where one goes on from any place of the text: the one there, else the next bar below, else the last one. */
export function nearestCursor(read: ChartResult, place: TextPlace | null): Cursor | null {
  const here = cursorAt(read, place);
  if (here || read.barPlaces.length === 0) return here;
  const below = read.barPlaces.findIndex(({ line }) => line >= (place?.line ?? 0));
  return { bar: below < 0 ? read.barPlaces.length - 1 : below, slot: 0 };
}

/** The places one steps through: every slot, and every bar that repeats another. */
function stops(song: Song): Cursor[] {
  const bars = song.sections.flatMap(({ phrases }) => phrases.flatMap((phrase) => phrase.bars));
  return bars.flatMap((is, bar) =>
    is.kind === 'same' ? [{ bar, slot: 0 }] : is.slots.map((_, slot) => ({ bar, slot })),
  );
}

/** The slot so many steps on; null beyond the ends. */
export function stepped(song: Song, from: Cursor, by: 1 | -1): Cursor | null {
  const all = stops(song);
  const at = all.findIndex(({ bar, slot }) => bar === from.bar && slot === from.slot);
  return all[at + by] ?? null;
}

/** The bar above or below: in the line before or after, at the same place in it. */
export function lineAway(read: ChartResult, from: Cursor, by: 1 | -1): Cursor | null {
  const lines = [...new Set(read.barPlaces.map(({ line }) => line))];
  const line = read.barPlaces[from.bar]?.line ?? -1;
  const there = lines[lines.indexOf(line) + by];
  if (there === undefined) return null;
  const inLine = (one: number) =>
    read.barPlaces.flatMap((place, bar) => (place.line === one ? [bar] : []));
  const place = inLine(line).indexOf(from.bar);
  const bars = inLine(there);
  return { bar: bars[Math.min(place, bars.length - 1)]!, slot: 0 };
}

/** The first or last slot of the line. */
export function lineEnd(
  song: Song,
  read: ChartResult,
  from: Cursor,
  which: 'first' | 'last',
): Cursor {
  const line = read.barPlaces[from.bar]?.line;
  const here = stops(song).filter(({ bar }) => read.barPlaces[bar]?.line === line);
  return (which === 'first' ? here[0] : here.at(-1)) ?? from;
}

export function sameCursor(one: Cursor, other: Cursor): boolean {
  return one.bar === other.bar && one.slot === other.slot;
}
