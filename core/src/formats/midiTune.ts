import { barTicks, type Meter } from '../chart/meter.ts';
import { tuneNoteOf, type TuneBar } from '../chart/tune.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import type { HeardMidi, HeardNote } from './midiEvents.ts';
import { tuneOfNotes, type WrittenNote } from './musicXmlTune.ts';

/** What a track that holds the tune is called. */
const tuneName = /\b(?:tune|melody|vocals?|voice|lead|sung|singer|solo)\b/i;

/** Notes that sound together for longer than this are no tune, and a gap shorter than this is none, in ticks. */
const together = 120;
const breath = 120;

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

/** A tune as it was played, on the grid of sixteenths or of triplets, whichever is nearer in each beat. */
export function onGrid(notes: readonly HeardNote[]): HeardNote[] {
  const grids = new Map<number, number>();
  const byBeat = new Map<number, number[]>();
  for (const { onset } of notes) {
    const beat = Math.floor(onset / 480);
    byBeat.set(beat, [...(byBeat.get(beat) ?? []), onset % 480]);
  }
  for (const [beat, onsets] of byBeat) {
    const off = (grid: number) =>
      onsets.reduce((sum, at) => sum + Math.abs(at - Math.round(at / grid) * grid), 0);
    grids.set(beat, off(160) < off(120) ? 160 : 120);
  }
  const near = (tick: number) => {
    const grid = grids.get(Math.floor(tick / 480)) ?? 120;
    return Math.round(tick / grid) * grid;
  };
  const placed = notes.map((note) => ({
    ...note,
    onset: near(note.onset),
    end: near(note.onset + note.ticks),
  }));
  return placed.flatMap(({ end, ...note }, index) => {
    const next = placed[index + 1]?.onset ?? Infinity;
    const until = next - end < breath ? next : end;
    const ticks = Math.max(until, Math.min(note.onset + 120, next)) - note.onset;
    return ticks > 0 ? [{ ...note, ticks }] : [];
  });
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
    const spelled = noteOfDegree(tuneNoteOf(note, key).degree, key);
    const octave = (note - spelled.alter - pitchClass({ ...spelled, alter: 0 })) / 12 - 1;
    const from = Math.max(onset, at);
    return {
      at: from - at,
      ticks: Math.min(onset + ticks, end) - from,
      pitch: { note: spelled, octave },
      tieStop: onset < at,
      accent: false,
    };
  });
  return tuneOfNotes(written, key, 0, barTicks(meter));
}
