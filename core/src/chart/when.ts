import { ordinalOf } from '../kit/words.ts';
import type { PhraseWhen } from './song.ts';

/** How many times through a section a chart can tell apart. */
export const mostTimes = 99;

const ordinal = String.raw`\d{1,2}(?:st|nd|rd|th)`;
const pattern = new RegExp(
  String.raw`^(${ordinal}(?:(?:\s*,\s*|\s+and\s+|\s+)${ordinal})*)\s+(?:(ending)(\s+only)?|time\s+bar\s+(\d{1,3}))\s*:`,
  'i',
);

/**
 * The beginning of a line of bars that is not played every time: `1st 2nd ending: 5 | 1`, `3rd ending only: 4`,
 * `3rd time bar 4: 2M`.
 * @returns when, and how much of the line says so; null for a line that says nothing of it.
 */
export function readWhen(text: string): { when: PhraseWhen; length: number } | null {
  const start = text.length - text.trimStart().length;
  const found = pattern.exec(text.slice(start));
  if (!found) return null;
  const times = [...new Set([...found[1]!.matchAll(/\d+/g)].map(Number))].sort(
    (one, other) => one - other,
  );
  const length = start + found[0].length;
  if (found[2]) return { when: { kind: 'ending', times, only: found[3] !== undefined }, length };
  return { when: { kind: 'instead', times, bar: Number(found[4]) }, length };
}

/** @example printWhen({ kind: 'ending', times: [1, 2], only: false }) // '1st 2nd ending:' */
export function printWhen(when: PhraseWhen): string {
  const times = when.times.map(ordinalOf).join(' ');
  return when.kind === 'ending'
    ? `${times} ending${when.only ? ' only' : ''}:`
    : `${times} time bar ${when.bar}:`;
}

/**
 * The places of the lines that are the ending of a time through a section, counted from 1. An ending belongs to the times
 * it names. Times before the lowest that is named, and between those that are, have none; times beyond the highest take
 * the ending of that, unless it is for its times only.
 */
export function endingOf(
  phrases: readonly { readonly when: PhraseWhen | null }[],
  pass: number,
): number[] {
  const endings = phrases.flatMap(({ when }, place) =>
    when?.kind === 'ending' ? [{ ...when, place }] : [],
  );
  const highest = Math.max(0, ...endings.flatMap(({ times }) => times));
  return endings
    .filter(({ times, only }) =>
      pass > highest ? times.includes(highest) && !only : times.includes(pass),
    )
    .map(({ place }) => place);
}
