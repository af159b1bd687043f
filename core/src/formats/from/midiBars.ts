import {
  formatMeter,
  barTicks,
  commonTime,
  feltBeats,
  meterOf,
  type Meter,
} from '../../chart/meter.ts';
import type { HeardMidi, HeardNote } from '../midiEvents.ts';

/** A bar of the file, from a tick on. */
export interface HeardBar {
  readonly at: number;
  readonly meter: Meter;
  /** How long each of its felt beats is, in ticks. */
  readonly beats: readonly number[];
  /** The notes that sound in it, in the order in which they begin. */
  readonly notes: readonly HeardNote[];
}

/** The most bars of a file that are read. */
export const mostBars = 1_000;

/** The bars of the file, each with the notes that sound in it. */
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
    const ticks = barTicks(meter);
    bars.push({
      at,
      meter,
      beats: feltBeats(meter),
      notes: soundingIn(midi.notes, from, at, ticks),
    });
    at += ticks;
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
): HeardNote[] {
  const found: HeardNote[] = [];
  for (let index = from; index < notes.length; index += 1) {
    const note = notes[index]!;
    if (note.onset >= start + ticks) break;
    if (note.onset + note.ticks > start) found.push(note);
  }
  return found;
}
