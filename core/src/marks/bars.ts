import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Bar, Song } from '../chart/song.ts';
import type { Follow } from './follow.ts';
import { placedSlots } from './slots.ts';

const barsOf = ({ sections }: Song): Bar[] =>
  sections.flatMap(({ phrases }) => phrases.flatMap(({ bars }) => bars));

/**
 * Follows the bars of a chart into another state of it, by where their slots went. A bar that repeats another (`%`) goes with
 * the bar before it.
 * @returns for a bar of the old chart, counted over the whole song, that of the new; null where it is gone
 */
export function followBars(
  before: ChartResult,
  after: ChartResult,
  follow: Follow,
): (bar: number) => number | null {
  const old = placedSlots(before.song);
  const now = placedSlots(after.song);
  const found = new Map<number, number>();
  for (const [slot, { bar }] of old.entries()) {
    const there = follow(slot);
    const place = there === null ? undefined : now[there];
    if (place && !found.has(bar)) found.set(bar, place.bar);
  }
  const [were, are] = [barsOf(before.song), barsOf(after.song)];
  for (const [bar, { kind }] of were.entries()) {
    if (kind !== 'same') continue;
    const next = found.get(bar - 1);
    if (next !== undefined && are[next + 1]?.kind === 'same') found.set(bar, next + 1);
  }
  return (bar) => found.get(bar) ?? null;
}
