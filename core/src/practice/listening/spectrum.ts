import FFT from 'fft.js';

/** A stretch of one recording: one channel, from -1 to 1. */
export interface Sound {
  readonly samples: Float32Array;
  /** Samples a second. */
  readonly rate: number;
}

/** Seconds of a sound. */
export const secondsOf = ({ samples, rate }: Sound): number => samples.length / rate;

/** A stretch of a sound, in seconds; what lies outside of it is left out. */
export function stretchOf({ samples, rate }: Sound, from: number, to: number): Sound {
  const [first, last] = [from, to].map((time) => Math.max(0, Math.round(time * rate)));
  return { samples: samples.subarray(first, last), rate };
}

/** Looks at frames of a sound as how loud each frequency is in them. */
export interface Spectra {
  /** How many samples are looked at together. */
  readonly size: number;
  /** How loud each frequency is, `rate / size` hertz apart; the same array is filled each time. */
  readonly at: (samples: Float32Array, first: number) => Float64Array;
}

/** @param size a power of two; samples are weighted by a Hann window, what lies beyond the end of a sound is silence */
export function spectraOf(size: number): Spectra {
  const transform = new FFT(size);
  const window = Float64Array.from(
    { length: size },
    (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / size),
  );
  const frame = new Float64Array(size);
  const complex = transform.createComplexArray();
  const loudness = new Float64Array(size / 2);
  return {
    size,
    at: (samples, first) => {
      for (let at = 0; at < size; at += 1) frame[at] = (samples[first + at] ?? 0) * window[at]!;
      transform.realTransform(complex, frame);
      for (let at = 0; at < loudness.length; at += 1) {
        const [real, imaginary] = [complex[2 * at]!, complex[2 * at + 1]!];
        loudness[at] = (2 / size) * Math.sqrt(real * real + imaginary * imaginary);
      }
      return loudness;
    },
  };
}
