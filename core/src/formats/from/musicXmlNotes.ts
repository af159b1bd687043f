import { barTicks, feltBeats, commonTime, type Meter } from '../../chart/meter.ts';
import type { Key } from '../../pitch/key.ts';
import { midiNumber } from '../../pitch/midi.ts';
import { ticksPerQuarter } from '../../kit/ticks.ts';
import type { HeardNote } from '../midiEvents.ts';
import { child, childrenOf, numberOf, type XmlElement } from '../xml.ts';
import { lettersOf, Sounding, type HeardBar } from './heardBars.ts';
import { harmonyOf, type Changes } from './heardHarmony.ts';
import type { PlacedChord } from './musicXmlBars.ts';
import { mostPieces } from './musicXmlPieces.ts';
import { divisionsIn, meterIn, pitchIn, transposeIn } from './musicXmlMeasure.ts';

/** A measure of a score in its time, in ticks from the beginning. */
interface TimedMeasure {
  readonly at: number;
  readonly ticks: number;
  readonly meter: Meter;
}

/**
 * The chords that the notes of a score make, for each of its measures, as they are found in a MIDI file.
 * @param parts the measures of every part
 * @param keyOf the key in which a measure sounds, counted from 0
 */
export function chordsOfNotes(
  parts: readonly (readonly XmlElement[])[],
  keyOf: (measure: number) => Key,
  often: Changes,
): { readonly chords: readonly PlacedChord[]; readonly shown: readonly string[] }[] {
  const measures = timesOf(parts);
  const notes = parts
    .flatMap((part, track) => notesOf(part, measures, track))
    .sort((one, other) => one.onset - other.onset || one.note - other.note);
  const sounding = new Sounding(notes);
  const bars = measures.map((measure) => barsIn(measure, sounding));
  const keys = bars.flatMap((own, index) => own.map(() => keyOf(index)));
  const harmony = harmonyOf(bars.flat(), (bar) => keys[bar]!, often);
  let next = 0;
  return bars.map((own, index) => {
    const shown = own.map((bar) => lettersOf(bar, keyOf(index)));
    const chords = own.flatMap((bar) => {
      const stretches = harmony[next++]!;
      return stretches.flatMap(({ from, is, push }): PlacedChord[] => {
        if (is === 'no chord') return [];
        const before = bar.beats.slice(0, from).reduce((sum, ticks) => sum + ticks, 0);
        const at = Math.max(0, bar.at + before - measures[index]!.at);
        return [{ at, chord: is === 'silence' ? null : is, push }];
      });
    });
    return { chords, shown };
  });
}

/** When each measure begins: it is as long as the longest of the parts, and in silence as its metre. */
function timesOf(parts: readonly (readonly XmlElement[])[]): TimedMeasure[] {
  const count = Math.max(0, ...parts.map((part) => part.length));
  const divisions = parts.map(() => 1);
  const times: TimedMeasure[] = [];
  let meter = commonTime;
  let at = 0;
  for (let index = 0; index < count; index += 1) {
    let longest = 0;
    for (const [place, part] of parts.entries()) {
      const measure = part[index];
      if (!measure) continue;
      divisions[place] = divisionsIn(measure) ?? divisions[place]!;
      meter = meterIn(measure)[0] ?? meter;
      let [here, end] = [0, 0];
      for (const { moves } of durations(measure, divisions[place]!)) {
        here = Math.max(0, here + moves);
        end = Math.max(end, here);
      }
      longest = Math.max(longest, end);
    }
    const ticks = longest || barTicks(meter);
    times.push({ at, ticks, meter });
    at += ticks;
  }
  return times;
}

/** What of a measure takes time, and by how much it goes on, in ticks; a note of a chord goes on by nothing. */
function durations(measure: XmlElement, divisions: number) {
  return measure.children.map((part) => {
    const ticks = Math.round(((numberOf(part, 'duration') ?? 0) * ticksPerQuarter) / divisions);
    const stays = part.name === 'note' && child(part, 'chord') !== null;
    const moves =
      part.name === 'backup'
        ? -ticks
        : part.name === 'forward' || (part.name === 'note' && !stays)
          ? ticks
          : 0;
    return { part, ticks, moves, stays };
  });
}

/** The notes of a part as they sound, tied ones as one; grace notes and cues are passed over. */
function notesOf(
  part: readonly XmlElement[],
  times: readonly TimedMeasure[],
  track: number,
): HeardNote[] {
  const notes: HeardNote[] = [];
  /** By its number the note that may be tied to what follows, and where it is in the list. */
  const open = new Map<number, number>();
  let divisions = 1;
  let sounds = 0;
  for (const [index, measure] of part.entries()) {
    divisions = divisionsIn(measure) ?? divisions;
    sounds = transposeIn(measure) || sounds;
    const { at: start } = times[index]!;
    let at = start;
    let last = start;
    for (const { part: one, ticks, moves, stays } of durations(measure, divisions)) {
      const onset = stays ? last : at;
      if (one.name === 'note' && !stays) last = at;
      at = Math.max(start, at + moves);
      if (one.name !== 'note' || child(one, 'grace') || child(one, 'cue') || ticks <= 0) continue;
      const pitch = pitchIn(one);
      if (!pitch) continue;
      const note = midiNumber(pitch.note, pitch.octave) + sounds;
      const isTied = childrenOf(one, 'tie').some(({ attributes }) => attributes['type'] === 'stop');
      const before = open.get(note);
      const tied = before === undefined ? undefined : notes[before];
      if (isTied && tied && tied.onset + tied.ticks === onset)
        notes[before!] = { ...tied, ticks: tied.ticks + ticks };
      else {
        open.set(note, notes.length);
        notes.push({ note, onset, ticks, track });
      }
    }
  }
  return notes.filter(({ note }) => note >= 0 && note <= 127);
}

/** The bars that a measure is: one, or as many as it has time for; a short one ends where it ends. */
function barsIn({ at, ticks, meter }: TimedMeasure, sounding: Sounding): HeardBar[] {
  const bar = barTicks(meter);
  const count = Math.min(mostPieces, Math.max(1, Math.floor(ticks / bar)));
  const lead = Math.max(0, bar - ticks);
  return Array.from({ length: count }, (_, place) => {
    const from = at - lead + place * bar;
    const notes = sounding
      .between(lead > 0 ? at : from, from + bar)
      // What sounds on from before a short measure is no part of the time that is missing in it.
      .map((note) => (lead > 0 && note.onset < at ? clipped(note, at) : note));
    return { at: from, meter, beats: feltBeats(meter), notes };
  });
}

function clipped(note: HeardNote, at: number): HeardNote {
  return { ...note, onset: at, ticks: note.onset + note.ticks - at };
}
