import { sixteenth, ticksPerQuarter } from '../../kit/ticks.ts';
import { barTicks, feltBeats, type Meter } from '../../chart/meter.ts';
import { tuneNoteOf, type TuneBar } from '../../chart/tune.ts';
import type { Key } from '../../pitch/key.ts';
import type { HeardMidi, HeardNote } from '../midiEvents.ts';
import { tuneOfNotes, type WrittenNote } from './tuneOfNotes.ts';

/** What a track that holds the tune is called. */
const tuneName = /\b(?:tune|melody|vocals?|voice|lead|sung|singer|solo)\b/i;

/** Notes that sound together for longer than this are no tune, and a gap shorter than this is none, in ticks. */
const together = sixteenth;
const breath = sixteenth;

const triplet = ticksPerQuarter / 3;

/** The notes of the track that is called a tune and is one, a note at a time; null where there is none. */
export function tuneTrack({ notes, tracks }: HeardMidi): readonly HeardNote[] | null {
  for (const [track, name] of tracks.entries()) {
    if (!tuneName.test(name)) continue;
    const own = notes.filter((note) => note.track === track);
    const isAlone = own.every((note, index) => {
      const next = own[index + 1];
      return !next || next.onset >= note.onset + note.ticks - together;
    });
    if (own.length > 0 && isAlone) return own;
  }
  return null;
}

/** A bar of the file: where it begins, and its metre. */
interface MidiBar {
  readonly at: number;
  readonly meter: Meter;
}

/**
 * A tune as it was played, on the grid of sixteenths, or of triplets in the quarters that are nearer to those.
 * @param bars in the order of time
 */
export function onGrid(notes: readonly HeardNote[], bars: readonly MidiBar[]): HeardNote[] {
  const beats = bars.flatMap(({ at, meter }) => {
    let start = at;
    return feltBeats(meter).map((ticks) => {
      const beat = { start, ticks };
      start += ticks;
      return beat;
    });
  });
  const near = nearestOnGrid(
    beats,
    notes.map(({ onset }) => onset),
  );
  const placed = notes.map((note) => ({
    ...note,
    onset: near(note.onset),
    end: near(note.onset + note.ticks),
  }));
  return placed.flatMap(({ end, ...note }, index) => {
    const next = placed[index + 1]?.onset ?? Infinity;
    const until = next - end < breath ? next : end;
    const ticks = Math.max(until, Math.min(note.onset + sixteenth, next)) - note.onset;
    return ticks > 0 ? [{ ...note, ticks }] : [];
  });
}

/** Where a tick is moved to: each beat has the grid that its onsets lie nearer to. */
function nearestOnGrid(
  beats: readonly { readonly start: number; readonly ticks: number }[],
  onsets: readonly number[],
): (tick: number) => number {
  let next = 0;
  const grids = beats.map(({ start, ticks }) => {
    const inBeat: number[] = [];
    while (next < onsets.length && onsets[next]! < start + ticks)
      inBeat.push(onsets[next++]! - start);
    const off = (grid: number) =>
      inBeat.reduce((sum, at) => sum + Math.abs(at - Math.round(at / grid) * grid), 0);
    return ticks === ticksPerQuarter && off(triplet) < off(sixteenth) ? triplet : sixteenth;
  });
  return (tick) => {
    const index = beats.findLastIndex(({ start }) => start <= tick);
    const beat = beats[index];
    if (!beat) return Math.max(0, Math.round(tick / sixteenth) * sixteenth);
    return beat.start + Math.round((tick - beat.start) / grids[index]!) * grids[index]!;
  };
}

/** The part of a tune that falls into a bar. */
export function tuneOfBar(
  notes: readonly HeardNote[],
  at: number,
  meter: Meter,
  key: Key,
): TuneBar {
  const end = at + barTicks(meter);
  const inBar = notes.filter(({ onset, ticks }) => onset < end && onset + ticks > at);
  const written = inBar.map(({ note, onset, ticks }): WrittenNote => {
    const from = Math.max(onset, at);
    return {
      at: from - at,
      ticks: Math.min(onset + ticks, end) - from,
      sung: tuneNoteOf(note, key),
      tieStop: onset < at,
      accent: false,
    };
  });
  return tuneOfNotes(written, 0, barTicks(meter));
}
