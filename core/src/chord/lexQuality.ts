import { alterOf } from '../pitch/note.ts';
import type { FigureNumber } from './chord.ts';

/** The words of a chord quality, in the order they were typed. `start` counts from 0 in the quality. */
export type QualityToken = { readonly start: number; readonly text: string } & (
  | {
      readonly kind: 'major' | 'minor' | 'diminished' | 'half-diminished' | 'augmented' | 'altered';
    }
  | { readonly kind: 'major seventh' | 'figure'; readonly figure: FigureNumber }
  | { readonly kind: 'six-nine' | 'open' | 'close' }
  | { readonly kind: 'suspended'; readonly figures: readonly (2 | 4)[] }
  | { readonly kind: 'added'; readonly figure: FigureNumber; readonly alter: number }
  | { readonly kind: 'omitted'; readonly figure: 3 | 5 }
  | { readonly kind: 'alteration'; readonly figure: FigureNumber; readonly alter: number }
);

type Make = (found: RegExpExecArray) => DistributiveOmit<QualityToken, 'start' | 'text'>;
type DistributiveOmit<Union, Keys extends PropertyKey> = Union extends unknown
  ? Omit<Union, Keys>
  : never;

/** A word of the grammar: the characters it can begin with, its pattern, and the token it makes. */
type Word = readonly [starts: string, pattern: RegExp, make: Make];

const asFigure = (digits: string) => Number(digits) as FigureNumber;

/** Tried in order at each place, so the longest name of a family stands first (`madd9` is m + add9, never ma + rest). */
const words: readonly Word[] = [
  ['(', /\(/y, () => ({ kind: 'open' })],
  [')', /\)/y, () => ({ kind: 'close' })],
  ['sS', /sus(?:2sus4|4sus2|24|42)/iy, () => ({ kind: 'suspended', figures: [2, 4] })],
  ['sS', /sus2/iy, () => ({ kind: 'suspended', figures: [2] })],
  ['sS', /sus4?/iy, () => ({ kind: 'suspended', figures: [4] })],
  [
    'aA',
    /add([b♭#♯]?)(2|4|6|9|11|13)/iuy,
    (found) => ({ kind: 'added', figure: asFigure(found[2]!), alter: alterOf(found[1]!) }),
  ],
  [
    'oOnN',
    /(?:omit|no)([35])/iy,
    (found) => ({ kind: 'omitted', figure: asFigure(found[1]!) as 3 | 5 }),
  ],
  ['7aA', /7?alt/iy, () => ({ kind: 'altered' })],
  [
    'mM△Δ',
    /(?:[Mm]aj|[Mm]a|M|[△Δ])(7|9|11|13)/uy,
    (found) => ({ kind: 'major seventh', figure: asFigure(found[1]!) }),
  ],
  ['△Δ', /[△Δ]/uy, () => ({ kind: 'major seventh', figure: 7 })],
  ['mM', /[Mm]aj|M|ma(?![a-z])/y, () => ({ kind: 'major' })],
  ['do°', /dim|[o°]/uy, () => ({ kind: 'diminished' })],
  ['ø', /ø7?/uy, () => ({ kind: 'half-diminished' })],
  ['a', /aug/y, () => ({ kind: 'augmented' })],
  ['m', /min|mi|m/y, () => ({ kind: 'minor' })],
  [
    'b♭#♯+-',
    /([b♭#♯+-])(4|5|9|11|13)/uy,
    (found) => ({
      kind: 'alteration',
      figure: found[2] === '4' ? 11 : asFigure(found[2]!),
      alter: /[b♭-]/u.test(found[1]!) ? -1 : 1,
    }),
  ],
  // A plus that no figure follows raises the fifth: 57+.
  ['+', /\+/y, () => ({ kind: 'alteration', figure: 5, alter: 1 })],
  ['6', /6\/?9/y, () => ({ kind: 'six-nine' })],
  ['1245679', /13|11|[245679]/y, (found) => ({ kind: 'figure', figure: asFigure(found[0]) })],
];

/** Right after the degree a hyphen is minor and a plus is augmented; further on they alter the next figure. */
const leading: readonly Word[] = [
  ['-', /-/y, () => ({ kind: 'minor' })],
  ['+', /\+5?/y, () => ({ kind: 'augmented' })],
];

/** The words that can begin with a character, so that each place tries only a few of them. */
function byStart(list: readonly Word[]): ReadonlyMap<string, readonly Word[]> {
  const starts = new Set(list.flatMap(([characters]) => [...characters]));
  return new Map(
    [...starts].map((start) => [start, list.filter(([characters]) => characters.includes(start))]),
  );
}

const wordsByStart = byStart(words);
const firstWordsByStart = byStart([...leading, ...words]);

/** The words of a quality, or where the first one stands that is none. */
export function lexQuality(
  quality: string,
): { readonly tokens: readonly QualityToken[] } | { readonly strangeAt: number } {
  const tokens: QualityToken[] = [];
  let at = 0;
  while (at < quality.length) {
    const start = quality[at]!;
    if (/[\s,]/u.test(start)) {
      at += 1;
      continue;
    }
    const token = readToken(quality, at, (at === 0 ? firstWordsByStart : wordsByStart).get(start));
    if (!token) return { strangeAt: at };
    tokens.push(token);
    at += token.text.length;
  }
  return { tokens };
}

function readToken(
  quality: string,
  at: number,
  choices: readonly Word[] = [],
): QualityToken | null {
  for (const [, pattern, make] of choices) {
    pattern.lastIndex = at;
    const found = pattern.exec(quality);
    if (found) return { ...make(found), start: at, text: found[0] };
  }
  return null;
}
