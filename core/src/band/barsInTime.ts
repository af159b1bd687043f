import { ticksOf } from '../kit/ticks.ts';
import { barTicks, type Meter } from '../chart/meter.ts';
import type { Timeline, TimelineBar } from '../chart/time/timeline.ts';

/** A bar of the unrolled song, at its time. */
export interface TimedBar {
  /** Which part of the timeline it is in, and which bar of that, from 0. */
  readonly part: number;
  readonly place: number;
  /** Ticks from the beginning of the song, and how long it is. */
  readonly start: number;
  readonly ticks: number;
  /** Null in a bar without a slot. */
  readonly meter: Meter | null;
  /** Ticks of its metre that a pickup lacks at its beginning. */
  readonly lacks: number;
  readonly is: TimelineBar;
}

/** Every bar of a song as it is played, in the order of time. */
export function barsInTime({ parts }: Timeline): TimedBar[] {
  const bars: TimedBar[] = [];
  let start = 0;
  for (const [part, { bars: inPart }] of parts.entries()) {
    for (const [place, is] of inPart.entries()) {
      const ticks = ticksOf(is.slots.map(({ is: slot }) => slot));
      const meter = is.slots[0]?.meter ?? null;
      const lacks = meter && isPickup(is) ? Math.max(0, barTicks(meter) - ticks) : 0;
      bars.push({ part, place, start, ticks, meter, lacks, is });
      start += ticks;
    }
  }
  return bars;
}

/** A pickup leads in, and is not counted as a bar. */
export function isPickup({ is }: TimelineBar): boolean {
  return is.kind === 'played' && is.pickup;
}
