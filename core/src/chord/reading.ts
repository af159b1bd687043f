import { toOwnTonic, type Degree, type MinorSchool } from '../pitch/degree.ts';
import type { Signs } from '../pitch/note.ts';
import type { Reading, Triad } from './chord.ts';
import type { OwnName } from './ownNames.ts';

/** The signs a band uses for the commonest qualities. */
export interface Symbols {
  readonly minor: 'm' | '-';
  readonly majorSeventh: 'maj7' | '△';
  readonly diminished: 'dim' | '°';
  readonly halfDiminished: 'm7b5' | 'ø';
}

export const plainSymbols: Symbols = {
  minor: 'm',
  majorSeventh: 'maj7',
  diminished: 'dim',
  halfDiminished: 'm7b5',
};

/** How numbers are written: the reading of bare ones, and what the numbers of a minor song are counted from. */
export interface NumberStyle {
  readonly reading: Reading;
  /** `own tonic` is for minor keys only: home is 1m instead of 6m. */
  readonly minor: MinorSchool;
  readonly signs: Signs;
  readonly symbols: Symbols;
  /** A player's own names, by which chords are written that have one; none where it is left out. */
  readonly names?: readonly OwnName[];
}

export const plainStyle: NumberStyle = {
  reading: 'as written',
  minor: 'relative',
  signs: 'typed',
  symbols: plainSymbols,
};

/**
 * What a number says of its triad when nothing follows it: the triad itself, or `unsaid` where a band
 * would be in doubt (a bare 3, 6 or 7 among in-key numbers counted from a minor home note). One that `keeps` its third
 * does so under b9, #11 and b13 too, as charts were read before (`chart/earlier`).
 */
export type BareTriad = (Triad & { readonly keeps?: boolean }) | 'unsaid';

export const majorTriad: Triad = { third: 0, fifth: 0 };
export const minorTriad: Triad = { third: -1, fifth: 0 };
const diminishedTriad: Triad = { third: -1, fifth: -1 };

/** The triads that a major key builds on its degrees (derived from its scale, so only listed here). */
const inMajorKey = [
  majorTriad,
  minorTriad,
  minorTriad,
  majorTriad,
  majorTriad,
  minorTriad,
  diminishedTriad,
] as const;

/** The triad of a bare number on this degree (of the relative major) in the given style. */
export function bareTriad(root: Degree, style: NumberStyle): BareTriad {
  if (style.reading === 'as written') return majorTriad;
  if (style.minor === 'own tonic') {
    const own = toOwnTonic(root);
    if (own.alter === 0 && [3, 6, 7].includes(own.step)) return 'unsaid';
  }
  return root.alter === 0 ? inMajorKey[root.step - 1]! : majorTriad;
}
