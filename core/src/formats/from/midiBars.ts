import {
  barTicks,
  commonTime,
  feltBeats,
  formatMeter,
  meterOf,
  type Meter,
} from '../../chart/meter.ts';
import { pushTicks } from '../../chart/song.ts';
import type { HeardMidi, HeardNote } from '../midiEvents.ts';

/** What sounds on a felt beat, from the lowest up. */
export interface HeardBeat {
  readonly ticks: number;
  readonly notes: readonly number[];
  /** What sounds up to its last eighth, and in that: a chord that comes there is pushed. */
  readonly head: readonly number[];
  readonly tail: readonly number[];
}

/** A bar of the file, from a tick on. */
export interface HeardBar {
  readonly at: number;
  readonly meter: Meter;
  /** The notes of each felt beat. */
  readonly beats: readonly HeardBeat[];
}

/** How early a pushed chord comes, in ticks. */
const early = pushTicks({ by: 'eighth', hands: 'both' });

/** Of a beat that a note must sound in to belong to its chord. */
const soundingShare = 0.4;

/** The most bars of a file that are read. */
export const mostBars = 1_000;

/** The bars of the file, each with the notes that sound on its beats. */
export function barsOf(midi: HeardMidi, dropped: string[]): HeardBar[] {
  // There can be more notes than a call takes arguments.
  let [end, longest] = [0, 0];
  for (const { onset, ticks } of midi.notes) {
    end = Math.max(end, onset + ticks);
    longest = Math.max(longest, ticks);
  }
  const bars: HeardBar[] = [];
  let at = 0;
  let next = 0;
  let meter = commonTime;
  let from = 0;
  while (at < end && bars.length <= mostBars) {
    while (next < midi.meters.length && midi.meters[next]!.at <= at) {
      meter = meterIn(midi.meters[next]!, meter, dropped);
      next += 1;
    }
    // The notes are in order; those that ended long ago need not be looked at again.
    while (from < midi.notes.length && midi.notes[from]!.onset + longest < at) from += 1;
    const beats = feltBeats(meter).map((ticks, index, all) => {
      const start = at + all.slice(0, index).reduce((sum, one) => sum + one, 0);
      return {
        ticks,
        notes: soundingIn(midi.notes, from, start, ticks),
        head: soundingIn(midi.notes, from, start, ticks - early),
        tail: soundingIn(midi.notes, from, start + ticks - early, early),
      };
    });
    bars.push({ at, meter, beats });
    at += barTicks(meter);
  }
  return bars;
}

function meterIn(
  { beats, unit }: HeardMidi['meters'][number],
  before: Meter,
  dropped: string[],
): Meter {
  const meter = meterOf(beats, unit);
  if (meter) return meter;
  const message = `The metre ${beats}/${unit}, which no chart can be in; ${formatMeter(before)} was taken.`;
  if (!dropped.includes(message)) dropped.push(message);
  return before;
}

function soundingIn(
  notes: readonly HeardNote[],
  from: number,
  start: number,
  ticks: number,
): number[] {
  const found = new Set<number>();
  for (let index = from; index < notes.length; index += 1) {
    const { note, onset, ticks: length } = notes[index]!;
    if (onset >= start + ticks) break;
    const overlap = Math.min(onset + length, start + ticks) - Math.max(onset, start);
    if (overlap >= ticks * soundingShare) found.add(note);
  }
  return [...found].sort((one, other) => one - other);
}
