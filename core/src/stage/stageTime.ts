import { barTicks, feltBeats, tempoBeat } from '../chart/meter.ts';
import { usualTempo } from '../chart/song.ts';
import type { ProgramItem } from './program.ts';

/** Time before a count-in, in milliseconds: it reaches the slowest page before it is heard. */
export const countLead = 1_000;

/** How long ticks last, in milliseconds; at the usual tempo where none is said. */
export function ticksInMs(item: ProgramItem, tempo: number | null, ticks: number): number {
  const beats = ticks / tempoBeat(item.meter);
  return (beats * 60_000) / (tempo ?? item.tempo ?? usualTempo);
}

/** How long a bar of the song's metre lasts, in milliseconds. */
export function barMs(item: ProgramItem, tempo: number | null): number {
  return ticksInMs(item, tempo, barTicks(item.meter));
}

/** How long a part lasts, in milliseconds; one without time as long as a bar. */
export function partMs(item: ProgramItem, place: number, tempo: number | null): number {
  return barEnds(item, place, tempo).at(-1) || barMs(item, tempo);
}

/** When each bar of a part ends, in milliseconds since it began. */
export function barEnds(item: ProgramItem, place: number, tempo: number | null): number[] {
  let ticks = 0;
  return (item.parts[place]?.bars ?? []).map((bar) => {
    ticks += bar;
    return ticksInMs(item, tempo, ticks);
  });
}

/** Where a moment lies in a part that goes round and round, in milliseconds since it began: which bar, from 0. */
export function barAt(
  item: ProgramItem,
  place: number,
  { tempo, elapsed }: { readonly tempo: number | null; readonly elapsed: number },
): number {
  const inRound = elapsed % partMs(item, place, tempo);
  return Math.max(
    0,
    barEnds(item, place, tempo).findIndex((end) => end > inRound),
  );
}

/** A beat of a click: when, in milliseconds since what it is counted from; and whether it begins a bar. */
export interface StageBeat {
  readonly at: number;
  readonly isStrong: boolean;
}

/** The felt beats of one round of a part, counted from its beginning. */
export function beatsOfPart(item: ProgramItem, place: number, tempo: number | null): StageBeat[] {
  let from = 0;
  return item.parts[place]!.bars.flatMap((length) => {
    const beats = beatsOfBar(item, length, { tempo, from });
    from += length;
    return beats;
  });
}

/** The felt beats of the bar that is counted in before a part, counted from its beginning. */
export function countOfBar(item: ProgramItem, tempo: number | null): StageBeat[] {
  const whole = barTicks(item.meter);
  return beatsOfBar(item, whole, { tempo, from: -whole });
}

function beatsOfBar(
  item: ProgramItem,
  length: number,
  { tempo, from }: { readonly tempo: number | null; readonly from: number },
): StageBeat[] {
  const beats: StageBeat[] = [];
  // A pickup is the end of a bar: its beats are the last ones.
  let inBar = Math.min(0, length - barTicks(item.meter));
  for (const [index, ticks] of feltBeats(item.meter).entries()) {
    if (inBar >= 0 && inBar < length)
      beats.push({ at: ticksInMs(item, tempo, from + inBar), isStrong: index === 0 });
    inBar += ticks;
  }
  return beats;
}
