import { secondsOf, spectraOf, type Sound } from './spectrum.ts';

/** How often a second it is looked whether something is struck. */
const looks = 86;
/** What is looked for, in beats a minute; between them the middle is likeliest. */
const limits = { slow: 40, fast: 220, middle: 90 } as const;
/** Less than so many seconds have no tempo. */
const least = 6;

/**
 * How fast a recording goes, in beats a minute; null where nothing is struck regularly. Strokes are where many frequencies
 * grow louder at once; the tempo is the step after which they come again (D. Ellis 2007, “Beat tracking by dynamic programming”: the
 * tempo from the autocorrelation of onset strength, weighted by a normal curve over the logarithm of the tempo).
 * @param near the tempo of the chart: what strokes may be taken for as well (every second one, two to three) is, where it is near
 * to it
 */
export function tempoHeard(sound: Sound, near: number | null = null): number | null {
  if (secondsOf(sound) < least) return null;
  const { strokes, rate } = strokesOf(sound);
  const centred = smoothed(strokes);
  const power = centred.reduce((sum, one) => sum + one * one, 0);
  if (power === 0) return null;
  const [shortest, longest] = [limits.fast, limits.slow].map((tempo) =>
    Math.round((60 * rate) / tempo),
  ) as [number, number];
  const again = Array.from({ length: 2 * longest + 2 }, (_, step) =>
    step < shortest / 2 ? 0 : autocorrelation(centred, step) / power,
  );
  let best = { step: 0, score: 0.02 };
  for (let step = shortest; step <= longest; step += 1) {
    const octaves = Math.log2((60 * rate) / step / (near ?? limits.middle));
    // Whoever strikes on beats strikes on every second beat too.
    const score = (again[step]! + 0.5 * again[2 * step]!) * Math.exp(-0.5 * (octaves / 0.9) ** 2);
    if (score > best.score) best = { step, score };
  }
  if (best.step === 0) return null;
  const tempo = (60 * rate) / finest(centred, best.step);
  if (near === null) return tempo;
  const off = (one: number) => Math.abs(Math.log2(one / near));
  const meant = readings.map((times) => tempo * times).sort((one, other) => off(one) - off(other));
  return off(meant[0]!) <= closeBy ? meant[0]! : tempo;
}

/** What strokes may be taken for: every second one a beat, two to three beats, and the other way round. */
const readings = [1, 1 / 2, 2, 2 / 3, 3 / 2, 1 / 3, 3] as const;
/** So near, in octaves, it is the tempo of the chart: an eighth faster or slower. */
const closeBy = Math.log2(9 / 8);

/**
 * Each stroke a little wider, as a step between beats is no whole number of looks; without what is loud for long.
 * Widths in looks.
 */
function smoothed(values: Float64Array): Float64Array {
  const [near, far] = [blurred(values, 2), blurred(values, Math.round(looks / 2))];
  return near.map((value, at) => value - far[at]!);
}

function blurred(values: Float64Array, width: number): Float64Array {
  const weights = Array.from({ length: 6 * width + 1 }, (_, at) =>
    Math.exp(-0.5 * (at / width - 3) ** 2),
  );
  const all = weights.reduce((sum, one) => sum + one, 0);
  return values.map((_, at) => {
    let sum = 0;
    for (let index = 0; index < weights.length; index += 1)
      sum += weights[index]! * (values[at + index - 3 * width] ?? 0);
    return sum / all;
  });
}

function autocorrelation(values: Float64Array, step: number): number {
  let sum = 0;
  for (let at = step; at < values.length; at += 1) sum += values[at]! * values[at - step]!;
  return sum;
}

/** The step between two looks, found over as many beats as there are: an error is parted among them. */
function finest(values: Float64Array, step: number): number {
  let fine = step;
  for (let beats = 2; beats * step < values.length / 3 && beats <= 64; beats *= 2) {
    const middle = Math.round(fine * beats);
    let best = { at: middle, value: -Infinity };
    for (let at = middle - 3; at <= middle + 3; at += 1) {
      const value = autocorrelation(values, at);
      if (value > best.value) best = { at, value };
    }
    fine = best.at / beats;
  }
  return fine;
}

/** How much louder the frequencies become from one look to the next. */
function strokesOf({ samples, rate }: Sound): { strokes: Float64Array; rate: number } {
  const hop = Math.round(rate / looks);
  const spectra = spectraOf(2 ** Math.ceil(Math.log2(4 * hop)));
  const strokes = new Float64Array(Math.max(1, Math.floor(samples.length / hop)));
  const before = new Float64Array(spectra.size / 2);
  for (let at = 0; at < strokes.length; at += 1) {
    const now = spectra.at(samples, at * hop);
    let rise = 0;
    for (let bin = 0; bin < before.length; bin += 1) {
      const loud = Math.log1p(1000 * now[bin]!);
      rise += Math.max(0, loud - before[bin]!);
      before[bin] = loud;
    }
    strokes[at] = at === 0 ? 0 : rise;
  }
  return { strokes, rate: rate / hop };
}
