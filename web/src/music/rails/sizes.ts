import type { ChartView } from './view.ts';

/**
 * How large everything on a chart is, in CSS pixels, from the height of its numerals: they, the qualities, the letters
 * and the words grow together. What is drawn and what is planned read the same figures.
 */
export interface Sizes {
  readonly numeral: number;
  readonly quality: number;
  readonly bass: number;
  readonly letters: number;
  readonly words: number;
  /** From one line of words to the next. */
  readonly wordsLine: number;
  /** Names of sections, and what is said of them. */
  readonly name: number;
  readonly remark: number;
  /** Beside what stands in a bar. */
  readonly pad: number;
  /** Above a rail; from the top of a numeral's place to under the rail; the letters beneath. */
  readonly above: number;
  /** What more is above where something stands over a numeral: an accent, a hold, how time goes. */
  readonly mark: number;
  readonly rail: number;
  readonly beneath: number;
  /** The row of a line that a hand plays, and its degrees. */
  readonly line: number;
  readonly 'line-degree': number;
  /** What stands beside them: whose it is, fingers, short notes. */
  readonly 'line-small': number;
  /** Under all that stands in a bar, and between two sections. */
  readonly below: number;
  readonly apart: number;
  /** A section's name where it stands beside its bars, with what parts it from them. */
  readonly margin: number;
}

/** Nothing on a page is smaller. */
const least = 12;

/** How much air there is between what stands on a page: as it reads best, or as little as it can be read with. */
export type Air = 'usual' | 'little';

/** @param numeral the height of a numeral, in CSS pixels, 14 or more */
export function sizesOf(numeral: number, air: Air = 'usual'): Sizes {
  const part = (of: number, atLeast = least) => round(Math.max(atLeast, numeral * of));
  const isUsual = air === 'usual';
  const words = part(isUsual ? 0.39 : 0.37, isUsual ? 13 : least);
  const letters = part(0.35);
  return {
    numeral,
    quality: part(0.42),
    bass: part(0.6, 13),
    letters,
    words,
    wordsLine: round(words * (isUsual ? 1.25 : 1.15)),
    name: part(0.43, 15),
    remark: part(0.33),
    pad: part(0.22, 5),
    above: isUsual ? part(0.22, 6) : part(0.14, 4),
    mark: part(0.36),
    rail: part(isUsual ? 1.16 : 1.06, 0),
    beneath: isUsual ? round(letters * 1.25 + 3) : round(letters * 1.15 + 2),
    line: round(Math.max(24, numeral * 0.62)),
    'line-degree': part(0.36, 14),
    'line-small': part(0.27),
    below: isUsual ? part(0.12, 3) : 2,
    apart: isUsual ? part(0.4, 8) : part(0.2, 5),
    margin: round(Math.min(180, Math.max(92, numeral * 3))),
  };
}

function round(size: number): number {
  return Math.round(size * 4) / 4;
}

/** `--rail` is a colour of the page. */
const variableNames: Readonly<Record<string, string>> = { rail: 'rail-height' };

/** The sizes as the style sheets of a chart name them. */
export function sizeVariables(sizes: Sizes): Record<`--${string}`, string> {
  return Object.fromEntries(
    Object.entries(sizes).map(([name, size]) => [`--${variableNames[name] ?? name}`, `${size}px`]),
  ) as Record<`--${string}`, string>;
}

/** What of a view decides how much room a bar takes. */
export interface Shows {
  readonly letters: boolean;
  readonly words: boolean;
  readonly tune: ChartView['tune'];
  /** Something stands over each chord: what the hands do, how many ideas a gap holds. */
  readonly over: boolean;
}

/** The height of what stands over a chord. */
export const overHeight = 22;
