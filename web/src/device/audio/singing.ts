import { PitchDetector } from 'pitchy';
import { t } from '../../words/words.ts';

/** What is heard now: a pitch in MIDI numbers with fractions; null where nothing is sung clearly. */
export type OnPitch = (pitch: number | null) => void;

/** Somebody who sings into this device: behind the microphone, or the simulated one. */
export interface SingingSource {
  readonly id: 'microphone' | 'simulated';
  readonly name: string;
  /** Listens until the function that it gives is called. Rejects with a reason for a person. */
  readonly listen: (onPitch: OnPitch) => Promise<() => void>;
}

/** Samples that are looked at together: of 2048 at 44.1 kHz a low E has four waves. */
const frame = 2_048;
/** Quieter than this, as a root mean square, nobody sings; less clear than that, of 1, it is no one note. */
const quiet = 0.01;
const clear = 0.9;
/** Times a second that one listens. */
const rate = 20;
/** From the lowest bass to the highest soprano, in hertz. */
const sung = { low: 60, high: 1_400 } as const;

/** Finds the pitch in frames of samples (McLeod and Wyvill 2005, A smarter way to find pitch; by pitchy). */
export function pitchFinder(sampleRate: number): (samples: Float32Array) => number | null {
  const detector = PitchDetector.forFloat32Array(frame);
  return (samples) => {
    const power = samples.reduce((sum, one) => sum + one * one, 0) / samples.length;
    if (Math.sqrt(power) < quiet) return null;
    const [hertz, clarity] = detector.findPitch(samples, sampleRate);
    if (clarity < clear || hertz < sung.low || hertz > sung.high) return null;
    return 69 + 12 * Math.log2(hertz / 440);
  };
}

/** Whoever sings before this device. Nothing of it is kept, and nothing leaves the device. */
export const microphone: SingingSource = {
  id: 'microphone',
  name: t('Microphone'),
  listen: async (onPitch) => {
    if (!navigator.mediaDevices?.getUserMedia)
      throw new Error(t('This browser cannot listen here: it needs a secure address.'));
    let stream: MediaStream;
    try {
      // What a telephone does to a voice bends its pitch.
      const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
      stream = await navigator.mediaDevices.getUserMedia({ audio });
    } catch (error) {
      throw new Error(t('The microphone was not allowed, or there is none.'), { cause: error });
    }
    const context = new AudioContext();
    const analyser = context.createAnalyser();
    analyser.fftSize = frame;
    context.createMediaStreamSource(stream).connect(analyser);
    const samples = new Float32Array(frame);
    const find = pitchFinder(context.sampleRate);
    const timer = setInterval(() => {
      analyser.getFloatTimeDomainData(samples);
      onPitch(find(samples));
    }, 1_000 / rate);
    return () => {
      clearInterval(timer);
      for (const track of stream.getTracks()) track.stop();
      void context.close();
    };
  },
};

/** A stand-in for somebody who sings: it sings the note that it is told, as a wave that is heard like any other. */
export interface SimulatedSinger extends SingingSource {
  /** @param note a MIDI number; null for silence */
  readonly sing: (note: number | null) => void;
}

export function simulatedSinger(): SimulatedSinger {
  let now: number | null = null;
  return {
    id: 'simulated',
    name: t('Simulated voice'),
    sing: (note) => {
      now = note;
    },
    listen: (onPitch) => {
      const find = pitchFinder(simulatedRate);
      const timer = setInterval(() => onPitch(find(voiceSamples(now))), 1_000 / rate);
      return Promise.resolve(() => clearInterval(timer));
    },
  };
}

const simulatedRate = 44_100;

/** A frame of a sung vowel: a tone with overtones that grow fainter, a little unsteady as voices are. */
export function voiceSamples(note: number | null): Float32Array {
  const samples = new Float32Array(frame);
  if (note === null) return samples;
  const hertz = 440 * 2 ** ((note - 69) / 12);
  for (let at = 0; at < frame; at += 1) {
    const time = at / simulatedRate;
    const turns = 2 * Math.PI * (hertz * time + 0.02 * Math.sin(2 * Math.PI * 5.5 * time));
    for (const [over, share] of overtones.entries())
      samples[at]! += share * Math.sin((over + 1) * turns);
  }
  return samples;
}

/** How loud each overtone of an open vowel is (memory). */
const overtones = [0.3, 0.2, 0.15, 0.06, 0.03];
