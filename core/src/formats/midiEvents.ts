import { ticksPerQuarter } from '../kit/ticks.ts';
import { parseMidi, type MidiData } from 'midi-file';
import { success, type Result } from '../kit/result.ts';
import { oneLine, unreadable } from './imported.ts';

/** A note of the file; times in ticks of 480 to the quarter. */
export interface HeardNote {
  readonly note: number;
  readonly onset: number;
  readonly ticks: number;
  /** Which of the tracks it is on, from 0. */
  readonly track: number;
}

/** What a chart can use of a MIDI file. */
export interface HeardMidi {
  readonly name: string;
  /** What each track is called; empty where it is not said. */
  readonly tracks: readonly string[];
  readonly notes: readonly HeardNote[];
  /** Microseconds to the quarter; the first one. */
  readonly tempo: number | null;
  readonly tempos: number;
  readonly meters: readonly {
    readonly at: number;
    readonly beats: number;
    readonly unit: number;
  }[];
  readonly keys: readonly {
    readonly at: number;
    readonly sharps: number;
    readonly minor: boolean;
  }[];
  readonly markers: readonly { readonly at: number; readonly text: string }[];
}

/** What is read at most: bytes, tracks, notes, and ticks (about eight hours). */
const largest = { bytes: 5_000_000, tracks: 256, notes: 100_000, ticks: 10_000_000 } as const;

/** The controller of the sustain pedal: down from 64 on (MIDI 1.0, from memory). */
export const sustainPedal = 64;

/** Drums have no chords. */
const drums = 9;

/** Reads a Standard MIDI File (format 0 or 1). Every file that is none, or is broken, gets a sentence. */
export function readMidi(bytes: Uint8Array): Result<HeardMidi> {
  if (bytes.length > largest.bytes)
    return unreadable('A MIDI file is read up to 5 MB. Save the one song by itself.');
  const header = [...bytes.subarray(0, 4)].map((byte) => String.fromCharCode(byte)).join('');
  if (header !== 'MThd') return unreadable('This is no MIDI file: it does not begin with “MThd”.');
  if (bytes.length < 22)
    return unreadable('This MIDI file is cut off: it ends before its first track.');
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch (error) {
    return unreadable(
      `This MIDI file is cut off or broken (${error instanceof Error ? error.message : String(error)}). Save it again where it comes from.`,
    );
  }
  const { format, ticksPerBeat } = data.header;
  if (format === 2)
    return unreadable('MIDI files of format 2 hold separate pieces; save one as format 1.');
  if (!ticksPerBeat) return unreadable('This MIDI file counts in film frames; save it in beats.');
  if (data.tracks.length > largest.tracks)
    return unreadable(
      `A MIDI file is read up to ${largest.tracks} tracks; this has ${data.tracks.length}.`,
    );
  return gather(data, ticksPerQuarter / ticksPerBeat);
}

function gather(data: MidiData, scale: number): Result<HeardMidi> {
  const notes: HeardNote[] = [];
  const meters: HeardMidi['meters'][number][] = [];
  const keys: HeardMidi['keys'][number][] = [];
  const markers: HeardMidi['markers'][number][] = [];
  const tempos: number[] = [];
  let name = '';
  const tracks = data.tracks.map(() => '');
  for (const [index, track] of data.tracks.entries()) {
    let ticks = 0;
    /** Where each note of each channel began; those whose keys are up, and sound on while the pedal is down. */
    const down = new Map<number, number>();
    const rung = new Set<number>();
    const pedals = new Set<number>();
    const end = (id: number, at: number) => {
      const onset = down.get(id);
      down.delete(id);
      rung.delete(id);
      if (onset !== undefined && at > onset)
        notes.push({ note: id % 128, onset, ticks: at - onset, track: index });
    };
    for (const event of track) {
      ticks += event.deltaTime;
      const at = Math.round(ticks * scale);
      if (!(at <= largest.ticks)) return unreadable('This MIDI file is longer than a song can be.');
      switch (event.type) {
        case 'noteOn':
        case 'noteOff': {
          if (event.channel === drums) break;
          const id = event.channel * 128 + event.noteNumber;
          const begins = event.type === 'noteOn' && event.velocity > 0;
          if (!begins && pedals.has(event.channel) && down.has(id)) {
            rung.add(id);
            break;
          }
          // A note struck again before it ended ends there.
          end(id, at);
          if (begins) down.set(id, at);
          break;
        }
        case 'controller': {
          if (event.controllerType !== sustainPedal) break;
          if (event.value >= 64) pedals.add(event.channel);
          else if (pedals.delete(event.channel))
            for (const id of [...rung]) if (Math.floor(id / 128) === event.channel) end(id, at);
          break;
        }
        case 'setTempo':
          tempos.push(event.microsecondsPerBeat);
          break;
        case 'timeSignature':
          meters.push({ at, beats: event.numerator, unit: event.denominator });
          break;
        case 'keySignature':
          keys.push({ at, sharps: event.key, minor: event.scale === 1 });
          break;
        case 'marker':
          markers.push({ at, text: oneLine(decoded(event.text), 60) });
          break;
        case 'trackName':
          tracks[index] ||= oneLine(decoded(event.text));
          if (name === '') name = oneLine(decoded(event.text));
          break;
        default:
      }
      if (notes.length > largest.notes)
        return unreadable(`A MIDI file is read up to ${largest.notes} notes; this has more.`);
    }
    for (const id of [...down.keys()]) end(id, Math.round(ticks * scale));
  }
  const byTime = <One extends { readonly at: number }>(list: One[]) =>
    list.sort((one, other) => one.at - other.at);
  notes.sort((one, other) => one.onset - other.onset || one.note - other.note);
  return success({
    name,
    tracks,
    notes,
    tempo: tempos[0] ?? null,
    tempos: new Set(tempos).size,
    meters: byTime(meters),
    keys: byTime(keys),
    markers: byTime(markers),
  });
}

/** The reader gives bytes as characters; they are UTF-8 where they can be. */
function decoded(text: string): string {
  try {
    return decodeURIComponent(
      [...text]
        .map((one) => `%${(one.charCodeAt(0) & 255).toString(16).padStart(2, '0')}`)
        .join(''),
    );
  } catch {
    // Bytes that are no UTF-8 are Latin-1 in practice.
    return text;
  }
}
