import { ticksOf } from '../kit/ticks.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { barTicks, type Meter } from '../chart/meter.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import type { Song } from '../chart/song.ts';
import { cut, withoutSilentEnd, type TuneBar, type TuneEvent } from '../chart/tune.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { placeOfBar, rewrite } from './place.ts';

/** The line of bars at the cursor, as one sets a tune under it. */
export interface TuneLine {
  readonly section: number;
  readonly tune: readonly TuneBar[];
  readonly meters: readonly Meter[];
  readonly words: readonly (readonly string[])[];
}

/** Null where there is no bar. */
export function tuneLineAt(song: Song, at: Cursor): TuneLine | null {
  const placed = placeOfBar(song, at.bar);
  if (!placed) return null;
  const { meters } = metersOf(placed.in, song.meter)[placed.phrase]!;
  const { tune, words } = placed.of;
  return { section: placed.section, tune, meters, words };
}

/** Sets the tune under the line of bars at the cursor; what stood there gives way. */
export function setTune(read: ChartResult, at: Cursor, tune: readonly TuneBar[]): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused('A tune stands under bars; there are none here yet.');
  if (tune.length > placed.of.bars.length)
    return refused(`The line has ${placed.of.bars.length} bars; this tune has ${tune.length}.`);
  return written(read, [rewrite(placed, { ...placed.of, tune: withoutSilentEnd(tune) })], at);
}

/**
 * A line's tune with one more note or silence after what is written; null where the line has no room for any of it. What
 * reaches over a bar line is tied.
 */
export function withPlayed(
  tune: readonly TuneBar[],
  meters: readonly Meter[],
  event: Exclude<TuneEvent, { kind: 'held' }>,
): TuneBar[] | null {
  const written = flat(tune, meters);
  const length = meters.reduce((sum, meter) => sum + barTicks(meter), 0);
  const at = ticksOf(written);
  if (at >= length) return null;
  return inBars([...written, { ...event, ticks: Math.min(event.ticks, length - at) }], meters);
}

/** A line's tune without the note or silence that was written last. */
export function withoutLast(tune: readonly TuneBar[], meters: readonly Meter[]): TuneBar[] {
  return inBars(flat(tune, meters).slice(0, -1), meters);
}

/** All events in a row, ties joined, without the silence that fills the last bar. */
function flat(tune: readonly TuneBar[], meters: readonly Meter[]): TuneEvent[] {
  const row: TuneEvent[] = [];
  for (const [index, meter] of meters.entries()) {
    const bar = tune[index];
    const events: TuneBar =
      bar && bar.length > 0 ? bar : [{ kind: 'rest', ticks: barTicks(meter) }];
    for (const event of events) {
      const last = row.at(-1);
      if (last && (event.kind === 'held' || (event.kind === 'rest' && last.kind === 'rest')))
        row[row.length - 1] = { ...last, ticks: last.ticks + event.ticks };
      else row.push(event);
    }
  }
  return row.at(-1)?.kind === 'rest' ? row.slice(0, -1) : row;
}

function inBars(row: readonly TuneEvent[], meters: readonly Meter[]): TuneBar[] {
  const end = ticksOf(row);
  let at = 0;
  return withoutSilentEnd(
    meters.map((meter): TuneBar => {
      const from = at;
      at += barTicks(meter);
      if (from >= end) return [];
      const bar = cut(row, from, at);
      const full = ticksOf(bar);
      const left = at - from - full;
      return left > 0 ? [...bar, { kind: 'rest', ticks: left }] : bar;
    }),
  );
}
