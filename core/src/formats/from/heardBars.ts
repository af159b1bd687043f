import {
  formatMeter,
  barTicks,
  commonTime,
  feltBeats,
  meterOf,
  type Meter,
} from '../../chart/meter.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
import { noteOfDegree, relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, formatNote, pitchClass } from '../../pitch/note.ts';
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

/** Notes by when they sound; asked from the beginning to the end. */
export class Sounding {
  readonly #notes: readonly HeardNote[];
  readonly #longest: number;
  #from = 0;
  readonly end: number;

  /** @param notes in the order in which they begin */
  constructor(notes: readonly HeardNote[]) {
    this.#notes = notes;
    // There can be more notes than a call takes arguments.
    let [end, longest] = [0, 0];
    for (const { onset, ticks } of notes) {
      end = Math.max(end, onset + ticks);
      longest = Math.max(longest, ticks);
    }
    [this.end, this.#longest] = [end, longest];
  }

  /** What sounds between two times, the first never before that of the question before. */
  between(start: number, end: number): HeardNote[] {
    const notes = this.#notes;
    // Those that ended long ago need not be looked at again.
    while (this.#from < notes.length && notes[this.#from]!.onset + this.#longest < start)
      this.#from += 1;
    const found: HeardNote[] = [];
    for (let index = this.#from; index < notes.length; index += 1) {
      const note = notes[index]!;
      if (note.onset >= end) break;
      if (note.onset + note.ticks > start) found.push(note);
    }
    return found;
  }
}

/** The bars of the file, each with the notes that sound in it. */
export function barsOf(midi: HeardMidi, dropped: string[]): HeardBar[] {
  const sounding = new Sounding(midi.notes);
  const bars: HeardBar[] = [];
  let at = 0;
  let next = 0;
  let meter = commonTime;
  while (at < sounding.end && bars.length <= mostBars) {
    while (next < midi.meters.length && midi.meters[next]!.at <= at) {
      meter = meterIn(midi.meters[next]!, meter, dropped);
      next += 1;
    }
    const ticks = barTicks(meter);
    bars.push({ at, meter, beats: feltBeats(meter), notes: sounding.between(at, at + ticks) });
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

/** What sounds in a bar, a letter for each note, where it first does: from the lowest up where several begin together. */
export function lettersOf({ notes, at }: HeardBar, key: Key): string {
  const tonic = pitchClass(relativeMajor(key).tonic);
  const names: string[] = [];
  for (const { note, onset } of notes) {
    if (onset < at) continue;
    const name = formatNote(
      noteOfDegree(degreeOfSemitones(fold(note - tonic, 12)), key),
      'printed',
    );
    if (!names.includes(name)) names.push(name);
  }
  return names.slice(0, 8).join(' ') || '·';
}
