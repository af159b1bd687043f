import { ticksPerQuarter } from '../kit/ticks.ts';
import { runSteps, type RunStep } from './model/readRun.ts';

/** How the time of what was played is understood. */
export interface GridWish {
  /** Quarters a minute; guessed where null. */
  readonly tempo: number | null;
  /** How long a step is; guessed where null. */
  readonly step: RunStep | null;
  /** It was swung: of each pair of eighths the second came late. */
  readonly swung: boolean;
  /** The tempo that the player has in the ear, that of the song: of guesses that are as good the nearest to it is taken. */
  readonly near?: number;
}

/** What was played, on a grid. */
export interface Grid {
  readonly step: RunStep;
  /** Seconds of one step. */
  readonly seconds: number;
  /** Quarters a minute. */
  readonly tempo: number;
  /** The step of each strike, from 0. */
  readonly starts: readonly number[];
  /** What had to be assumed, in sentences. */
  readonly said: readonly string[];
}

/** Steps that are guessed, the plainest first. */
const guessed: readonly RunStep[] = ['quarters', 'eighths', 'triplets', 'sixteenths', 'sextuplets'];
/** How much surer a finer grid must be to be taken for what was meant, in seconds a strike. */
const plainer = 0.006;
/** Farther from its step than this part of it, on the whole, what was played has no pulse. */
const loose = 0.12;
/** On the whole a strike lasts so many units at most: with finer ones anything has a pulse. */
const mostUnits = 3;

/**
 * Puts strikes on a grid: of the tempo and the step that are wished, else of those on which they lie best, the plainer where two are
 * as good. Without any pulse each strike is one step.
 * @param times seconds from the first strike, in order
 */
export function onGrid(
  times: readonly number[],
  { tempo, step, swung, near = usualNear }: GridWish,
): Grid {
  const pulse = tempo ?? guessTempo(times, near, step);
  if (pulse === null) {
    const seconds = Math.max(0.05, (times.at(-1) ?? 0) / Math.max(1, times.length - 1) || 0.25);
    const plain = step ?? 'eighths';
    return {
      step: plain,
      seconds,
      tempo: Math.round((60 * runSteps[plain]) / ticksPerQuarter / seconds),
      starts: times.map((_, index) => index),
      said: [
        'It has no pulse that could be heard: each strike is one step. Play it with the click.',
      ],
    };
  }
  const quarter = 60 / pulse;
  const even = swung ? times.map((time) => straightened(time, quarter)) : times;
  const choices = step ? [step] : guessed;
  const tried = choices.map((one, index) => {
    const seconds = (quarter * runSteps[one]) / ticksPerQuarter;
    const starts = even.map((time) => Math.round(time / seconds));
    const off = mean(even.map((time, at) => Math.abs(time - starts[at]! * seconds)));
    // Strikes that fall on one step would run into each other.
    const lost = starts.length - new Set(starts).size;
    return { step: one, seconds, starts, cost: off + plainer * index + lost };
  });
  const best = tried.reduce((one, other) => (other.cost < one.cost ? other : one));
  const { starts } = best;
  const said = new Set(starts).size < starts.length ? ['Strikes that came too close are one.'] : [];
  return { step: best.step, seconds: best.seconds, tempo: Math.round(pulse), starts, said };
}

/** A tempo that songs have, in quarters a minute, where nothing is known of the song. */
const usualNear = 80;
/** So much farther from the tempo in the ear, in octaves of tempo, duple steps are meant sooner than triplets: those are rarer. */
const rarer = 0.5;

/** The tempo at which strikes lie best on quarters and their parts; null where none is like that. */
function guessTempo(times: readonly number[], near: number, step: RunStep | null): number | null {
  const gaps = times.slice(1).map((time, index) => time - times[index]!);
  const some = gaps.filter((gap) => gap > 0.03);
  if (some.length === 0) return 60;
  // The common unit: a gap, or a part of one, that all others are whole numbers of.
  const units = some.flatMap((gap) => [1, 2, 3].map((part) => gap / part));
  const costs = units
    .filter((unit) => unit >= 0.05 && unit <= 1.2 && mean(some) / unit <= mostUnits)
    .map((unit) => {
      const off = mean(
        some.map((gap) => Math.abs(gap / unit - Math.max(1, Math.round(gap / unit)))),
      );
      return { unit, off };
    });
  const clear = costs.filter(({ off }) => off < loose);
  if (clear.length === 0) return null;
  // Halves and thirds of a unit lie as well: the longest that is nearly as good.
  const least = Math.min(...clear.map(({ off }) => off));
  const good = clear.filter(({ off }) => off <= least + 0.04);
  const longest = Math.max(...good.map(({ unit }) => unit));
  const alike = good.filter(({ unit }) => unit > longest * 0.85);
  const rough = mean(alike.map(({ unit }) => unit));
  const counts = some.map((gap) => Math.max(1, Math.round(gap / rough)));
  const total = counts.reduce((sum, one) => sum + one, 0);
  const unit = some.reduce((sum, one) => sum + one, 0) / total;
  // As quarters, eighths, triplets or sixteenths, or as the step that was said, or two of it.
  const said = step && ticksPerQuarter / runSteps[step];
  const parts = said === null ? [1, 2, 3, 4] : [said, said / 2];
  const apart = (part: number) =>
    Math.abs(Math.log2(60 / (unit * part) / near)) + (said === null && part === 3 ? rarer : 0);
  return 60 / (unit * parts.reduce((best, one) => (apart(one) < apart(best) ? one : best)));
}

/** A swung time as it is written: two thirds of a beat are half of it. */
function straightened(time: number, quarter: number): number {
  const beat = Math.floor(time / quarter + 0.05);
  const phase = time / quarter - beat;
  const even = phase < 2 / 3 ? phase * 0.75 : 0.5 + (phase - 2 / 3) * 1.5;
  return (beat + even) * quarter;
}

function mean(numbers: readonly number[]): number {
  return numbers.reduce((sum, one) => sum + one, 0) / Math.max(1, numbers.length);
}
