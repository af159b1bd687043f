import { tempoBeat, type Meter } from '../chart/meter.ts';
import { usualTempo, type Song } from '../chart/song.ts';
import { eighth, ticksPerQuarter } from '../kit/ticks.ts';
import type { Beat } from '../chart/time/beats.ts';
import type { Timeline } from '../chart/time/timeline.ts';

/** Quarter notes a minute; a song's tempo counts felt beats. */
export function quartersAMinute({ tempo, meter }: Pick<Song, 'tempo' | 'meter'>): number {
  return ((tempo ?? usualTempo) * tempoBeat(meter)) / ticksPerQuarter;
}

/** From here on time goes by this much faster (over 1) or slower than the song's tempo. */
export interface TempoMark {
  readonly onset: number;
  readonly factor: number;
}

/**
 * How far a slowing down goes, what is left of the tempo where time is free, and how much longer a held slot sounds
 * (common practice, no published source: to about two thirds; a little slower; twice as long).
 */
const ritFactor = 0.65;
const freeFactor = 0.85;
const fermataFactor = 0.5;

/**
 * How the tempo changes over a stretch of the timeline; its ticks stay what they are. The first mark is at 0.
 * @param beats the felt beats of the stretch
 */
export function temposOf(
  timeline: Timeline,
  range: { readonly from: number; readonly to: number },
  beats: readonly Beat[],
): TempoMark[] {
  const origin = timeline.slots[range.from]?.start ?? 0;
  const marks: TempoMark[] = [];
  const put = (onset: number, factor: number) => {
    if (marks.at(-1)?.factor !== factor) marks.push({ onset, factor });
  };
  for (const stretch of stretchesOf(timeline, range)) {
    const start = stretch.start - origin;
    const end = stretch.end - origin;
    const first = timeline.slots[stretch.from]!;
    const base = paceOf(first.tempo, first.meter, timeline.song);
    const target =
      first.slowTo === null ? base * ritFactor : paceOf(first.slowTo, first.meter, timeline.song);
    const inRit = (at: number) => base + ((target - base) * (at - start)) / (end - start);
    for (const { start: slotStart, is } of timeline.slots.slice(stretch.from, stretch.to)) {
      const hold = (is.kind === 'chord' || is.kind === 'rest') && is.fermata ? fermataFactor : 1;
      const onset = slotStart - origin;
      if (stretch.feel !== 'rit') {
        put(onset, base * (stretch.feel === 'free' ? freeFactor : 1) * hold);
        continue;
      }
      put(onset, inRit(onset) * hold);
      for (let next = lastAtOrBefore(beats, onset) + 1; next < beats.length; next += 1) {
        const at = beats[next]!.onset;
        if (at >= onset + is.ticks) break;
        put(at, inRit(at) * hold);
      }
    }
  }
  return marks.length > 0 ? marks : [{ onset: 0, factor: 1 }];
}

/** How much faster than the song's own a tempo is, which counts the felt beats of a metre; 1 where none is said. */
function paceOf(tempo: number | null, meter: Meter, song: Song): number {
  return tempo === null ? 1 : quartersAMinute({ tempo, meter }) / quartersAMinute(song);
}

/**
 * The seconds from the beginning to a tick.
 * @param quarters quarter notes a minute where the factor is 1
 */
export function clockOf(tempos: readonly TempoMark[], quarters: number): (tick: number) => number {
  const perTick = 60 / quarters / ticksPerQuarter;
  let seconds = 0;
  const marks = tempos.map(({ onset, factor }, index) => {
    const before = tempos[index - 1];
    if (before) seconds += ((onset - before.onset) * perTick) / before.factor;
    return { onset, factor, seconds };
  });
  return (tick) => {
    const mark = marks[lastAtOrBefore(marks, tick)] ?? marks[0];
    return mark ? mark.seconds + ((tick - mark.onset) * perTick) / mark.factor : tick * perTick;
  };
}

interface Stretch {
  readonly feel: string;
  readonly from: number;
  to: number;
  readonly start: number;
  end: number;
}

/** Runs of slots of one feel and tempo, each within one time through a section. */
function stretchesOf(
  { slots, parts }: Timeline,
  { from, to }: { readonly from: number; readonly to: number },
) {
  const starts = new Set(parts.map((part) => part.from));
  const found: (Stretch & { readonly tempo: number | null; readonly slowTo: number | null })[] = [];
  for (let at = from; at < to; at += 1) {
    const { feel, tempo, slowTo, start, is } = slots[at]!;
    const last = found.at(-1);
    const isSame = last?.feel === feel && last.tempo === tempo && last.slowTo === slowTo;
    if (isSame && !starts.has(at)) {
      last.to = at + 1;
      last.end = start + is.ticks;
    } else {
      found.push({ feel, tempo, slowTo, from: at, to: at + 1, start, end: start + is.ticks });
    }
  }
  return found;
}

/**
 * Where a tick falls when a song swings: of two eighths (or sixteenths) the second comes at two thirds of their time
 * (common practice, no published source). Compound and grouped eighths do not swing.
 * @param beats the felt beats of what is played
 */
export function swinging(swing: Timeline['song']['swing'], beats: readonly Beat[]) {
  if (swing === null) return (tick: number) => tick;
  const pair = swing === 'eighths' ? ticksPerQuarter : eighth;
  const quarters = beats.filter(({ ticks }) => ticks === ticksPerQuarter);
  // Notes come more or less in the order of time: mostly it is the beat of the one before.
  let last: Beat | undefined;
  return (tick: number): number => {
    if (!last || tick < last.onset || tick >= last.onset + ticksPerQuarter)
      last = quarters[lastAtOrBefore(quarters, tick)] ?? quarters[0];
    const beat = last;
    // Where no quarter is felt nothing swings; before the first beat lies the end of the one before it.
    if (!beat || tick >= beat.onset + ticksPerQuarter || tick < beat.onset - ticksPerQuarter)
      return tick;
    const base = tick < beat.onset ? beat.onset - ticksPerQuarter : beat.onset;
    const at = tick - base;
    const inPair = at % pair;
    const half = pair / 2;
    const late = inPair <= half ? (inPair * 4) / 3 : (pair * 2) / 3 + ((inPair - half) * 2) / 3;
    return base + (at - inPair) + Math.round(late);
  };
}

/** The place of the last one that is at a tick or before it; -1 where all are after it. They are in order. */
function lastAtOrBefore(beats: readonly { readonly onset: number }[], tick: number): number {
  let low = 0;
  let high = beats.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (beats[middle]!.onset <= tick) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
