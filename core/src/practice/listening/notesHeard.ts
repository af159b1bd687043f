import { secondsOf, spectraOf, type Sound } from './spectrum.ts';

/** The lowest and the highest note that is listened for: from the lowest of a bass to the top of a right hand. */
export const heardNotes = { low: 28, high: 88 } as const;

/** How much of each note sounds in a stretch of a recording, from `heardNotes.low` up; together 1, all 0 in silence. */
export type NotesHeard = readonly number[];

/** Bins of a half step: with three of them it is seen how a recording is tuned. */
const binsOfStep = 3;
const bins = { low: heardNotes.low - 1, steps: 78 } as const;
const count = bins.steps * binsOfStep;

/**
 * How loud each overtone of a note is taken to be against the one before it: in the middle of what Mauch and Dixon use, 0.5 to 0.9
 * (from memory).
 */
const fading = 0.7;
const overtones = 12;

/** Quieter than this, as a root mean square, nothing sounds. */
export const nothingHeard = 0.0005;

/**
 * Which notes sound in a stretch: overtones are told from notes by asking which notes together make the spectrum (M. Mauch,
 * S. Dixon, ISMIR 2010, from memory: running mean and spread taken out, thirds of half steps, tuning found by their phase, a non-negative least squares fit to tones with fading
 * overtones). The fit is by multiplied steps (D. Lee, H. Seung 2001).
 */
export function notesHeard(sound: Sound): NotesHeard {
  const nothing = Array.from({ length: heardNotes.high - heardNotes.low + 1 }, () => 0);
  if (loudnessOf(sound) < nothingHeard) return nothing;
  const bins = evened(loudnessByPitch(sound));
  const found = fit(tuned(bins));
  const all = found.reduce((sum, one) => sum + one, 0);
  return all === 0 ? nothing : found.map((one) => one / all);
}

/** How loud a sound is, as a root mean square. */
export function loudnessOf({ samples }: Sound): number {
  if (samples.length === 0) return 0;
  let sum = 0;
  for (const one of samples) sum += one * one;
  return Math.sqrt(sum / samples.length);
}

const spectraBySize = new Map<number, ReturnType<typeof spectraOf>>();

/** The mean of a stretch's spectra, by thirds of half steps. */
function loudnessByPitch(sound: Sound): Float64Array {
  const { samples, rate } = sound;
  // Low notes are told apart by long looks; a beat has no room for them.
  const size = 2 ** Math.round(Math.log2(rate * (secondsOf(sound) < 1 ? 0.37 : 0.74)));
  let spectra = spectraBySize.get(size);
  if (!spectra) spectraBySize.set(size, (spectra = spectraOf(size)));
  const hop = size / 4;
  const mean = new Float64Array(size / 2);
  let frames = 0;
  for (let first = 0; first === 0 || first + size <= samples.length; first += hop) {
    const loud = spectra.at(samples, first);
    for (let at = 0; at < mean.length; at += 1) mean[at]! += loud[at]!;
    frames += 1;
  }
  const byPitch = new Float64Array(count);
  for (let bin = 0; bin < count; bin += 1) {
    const [low, middle, high] = [-0.5, 0, 0.5].map(
      (off) => (frequencyOf(bin + off) * size) / rate,
    ) as [number, number, number];
    let most = between(mean, middle);
    for (let at = Math.ceil(low); at <= high; at += 1) most = Math.max(most, mean[at] ?? 0);
    byPitch[bin] = most / frames;
  }
  return byPitch;
}

const frequencyOf = (bin: number) => 440 * 2 ** ((bins.low + bin / binsOfStep - 69) / 12);

function between(values: Float64Array, at: number): number {
  const below = Math.floor(at);
  const [one, other] = [values[below] ?? 0, values[below + 1] ?? 0];
  return one + (other - one) * (at - below);
}

/** Without what sounds everywhere, and with quiet stretches of pitch as clear as loud ones: over half an octave to each side. */
function evened(values: Float64Array): Float64Array {
  const wide = 6 * binsOfStep;
  return values.map((value, at) => {
    const near = values.subarray(Math.max(0, at - wide), at + wide + 1);
    const mean = near.reduce((sum, one) => sum + one, 0) / near.length;
    const spread = Math.sqrt(near.reduce((sum, one) => sum + (one - mean) ** 2, 0) / near.length);
    // Wholly evened, what is left of a note in a silent stretch would be as loud as the note.
    return value <= mean || spread === 0 ? 0 : (value - mean) / Math.sqrt(spread);
  });
}

/** The bins moved so that the middle one of each half step is its note, though the recording be tuned higher or lower. */
function tuned(values: Float64Array): Float64Array {
  let [real, imaginary] = [0, 0];
  for (const [at, value] of values.entries()) {
    const turn = (2 * Math.PI * (at % binsOfStep)) / binsOfStep;
    real += value * Math.cos(turn);
    imaginary += value * Math.sin(turn);
  }
  const off = (Math.atan2(imaginary, real) / (2 * Math.PI)) * binsOfStep;
  return values.map((_, at) => between(values, at + off));
}

/** For each note, how loud its tone with its overtones is in each bin. */
const tones: readonly Float64Array[] = Array.from(
  { length: heardNotes.high - heardNotes.low + 1 },
  (_, at) => {
    const tone = new Float64Array(count);
    const middle = (heardNotes.low + at - bins.low) * binsOfStep;
    for (let over = 1; over <= overtones; over += 1) {
      const there = middle + 12 * binsOfStep * Math.log2(over);
      for (let bin = Math.max(0, Math.floor(there) - 2); bin <= there + 2 && bin < count; bin += 1)
        tone[bin]! += fading ** (over - 1) * Math.exp(-((bin - there) ** 2) / 0.9);
    }
    const length = Math.sqrt(tone.reduce((sum, one) => sum + one * one, 0));
    return tone.map((one) => one / length);
  },
);

const dot = (one: Float64Array, other: Float64Array) =>
  one.reduce((sum, value, at) => sum + value * other[at]!, 0);

const shared: readonly (readonly number[])[] = tones.map((one) =>
  tones.map((other) => dot(one, other)),
);

const steps = 80;

function fit(values: Float64Array): number[] {
  const wanted = tones.map((tone) => dot(tone, values));
  let found = wanted.map((one) => one);
  for (let step = 0; step < steps; step += 1) {
    found = found.map((one, at) => {
      if (one === 0) return 0;
      const made = shared[at]!.reduce((sum, share, other) => sum + share * found[other]!, 0);
      return made > 0 ? (one * wanted[at]!) / made : 0;
    });
  }
  return found;
}
