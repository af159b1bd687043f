import type { LeftShape, LeftWish, RightWish } from '../../chart/saidHands.ts';
import type { Chord } from '../../chord/chord.ts';
import type { Key } from '../../pitch/key.ts';
import { bellsOf, leftsUnderBells } from '../shapes/bells.ts';
import { handsOfLeftShape, spanFor } from '../shapes/leftShapes.ts';
import { bitCount, maskOf, type Material } from '../shapes/material.ts';
import { isMuddy } from '../shapes/mud.ts';
import type { Instrument } from '../shapes/player.ts';
import { handsOfRightWay, handsUnderLine } from '../shapes/rightWays.ts';
import type { LeftFamily, RightFamily } from '../shapes/schools.ts';
import type { HandShape } from '../shapes/shapes.ts';
import { walkingHands, type WalkingHand } from './walks.ts';
import type { WalkKind } from './voiced.ts';
import { candidate, type Candidate, type Taste } from './cost.ts';

/** What a right hand is asked for: by its section, or to have a tone of an inner line in the thumb, by its pitch class. */
export type RightAsked = RightWish | { readonly kind: 'line'; readonly tone: number };

/** What is asked of the hands at a chord. */
export interface Wished {
  readonly chord: Chord;
  readonly key: Key;
  readonly instrument: Instrument;
  readonly taste: Pick<Taste, 'reach' | 'octaves'>;
  /** What the left hand should hold; null where it is found. */
  readonly left: LeftWish | null;
  /** How the left hand walks here, whatever it holds elsewhere; null where it does not. */
  readonly walk: WalkKind | null;
  /** What the right hand should do; null where it is found. */
  readonly right: RightAsked | null;
  /** The highest note of a hand that climbs; null for the others. */
  readonly top: number | null;
  /** The shape that the right hand is asked for by name, at every height; empty where none is asked for, or there is none. */
  readonly named: readonly (readonly number[])[];
}

interface Hands {
  readonly material: Material;
  readonly lefts: readonly HandShape<LeftFamily>[];
  readonly rights: readonly HandShape<RightFamily>[];
}

/** The left hands that a section's wish leaves, and which of its shapes they are; all of them, and null, where none can be. */
export function wishedLefts(
  { left, walk, chord, key, taste, instrument }: Wished,
  { material, lefts }: Hands,
): {
  readonly lefts: readonly (HandShape<LeftFamily> | WalkingHand)[];
  readonly took: LeftShape | 'walk' | null;
} {
  const { reach } = taste;
  // A walk goes over the root: under a chord with another bass there is none.
  if (walk && material.bass === material.root) {
    const walking = walkingHands(walk, chord, key, reach, instrument);
    if (walking.length > 0) return { lefts: walking, took: 'walk' };
  }
  if (!left) return { lefts, took: null };
  const span = spanFor(left, reach.left);
  for (const [shape, width] of [
    [left.shape, span],
    [left.orElse, reach.left.rolled],
  ] as const) {
    if (!shape) continue;
    const found = handsOfLeftShape(shape, { chord, key }, material, lefts, width, instrument);
    if (found.length > 0) return { lefts: found, took: shape };
  }
  return { lefts, took: null };
}

/** The right hands that a section's wish leaves; null where nothing is asked, or nothing of that kind can be held. */
export function wishedRights(
  { right, top, named, taste, instrument }: Wished,
  { material, rights }: Hands,
): readonly HandShape<RightFamily>[] | null {
  if (!right) return null;
  if (right.kind === 'line') return orNull(handsUnderLine(right.tone, rights));
  if (right.kind === 'way')
    return right.way === 'bells'
      ? null
      : orNull(handsOfRightWay(right.way, rights, material, top ?? 0));
  const fits = (notes: readonly number[]) =>
    notes[0]! >= instrument.lowest &&
    notes.at(-1)! <= instrument.highest &&
    notes.at(-1)! - notes[0]! <= taste.reach.right.rolled &&
    !isMuddy(notes);
  return orNull(
    named.filter(fits).map((notes) => ({ notes, family: 'close', mask: maskOf(notes) }) as const),
  );
}

function orNull<Value>(values: readonly Value[]): readonly Value[] | null {
  return values.length > 0 ? values : null;
}

/** For a third that stays under the bells, a chord without its root, another tone that is missing, a note more than three. */
const price = { rub: 150, noRoot: 40, missing: 16, more: 12, away: 4 } as const;
/** Where the middle of the left hand likes to be under the bells: in the middle of its range, a little towards them. */
const middle = 57;

/**
 * A chord's hands under the bells of home: the price of each is how far it is from its place, and what it leaves out. None where
 * the keyboard has no room for them.
 * @param held a left hand that the player fixed; null where it is found
 */
export function handsUnderBells(
  { taste, instrument }: Pick<Wished, 'taste' | 'instrument'>,
  material: Material,
  held: readonly number[] | null,
): { readonly candidates: Candidate[]; readonly own: number[] } {
  const { octaves, reach } = taste;
  const right = bellsOf(material, octaves, instrument);
  if (!right) return { candidates: [], own: [] };
  if (held) {
    const left = { notes: held, family: 'close', mask: maskOf(held) } as const;
    const crosses = held.length > 0 && held.at(-1)! >= right.notes[0]!;
    return crosses
      ? { candidates: [], own: [] }
      : { candidates: [candidate(left, right)], own: [0] };
  }
  const { essential, root, tones } = material;
  const all = maskOf(tones);
  const found = new Map<string, { readonly left: HandShape<LeftFamily>; readonly cost: number }>();
  for (const left of leftsUnderBells(material, right.notes, octaves, reach.left.held, instrument)) {
    const { notes, mask, withoutThird, rubs } = left;
    const third = material.third === null ? 0 : 1 << material.third;
    const silent = essential & ~(mask | right.mask) & ~(withoutThird ? third : 0);
    if (silent) continue;
    const average = notes.reduce((sum, note) => sum + note, 0) / notes.length;
    const cost =
      price.away * Math.abs(Math.round(average) - middle - 12 * octaves) +
      (rubs ? price.rub : 0) +
      (mask & (1 << root) ? 0 : price.noRoot) +
      price.missing * bitCount(all & ~mask & ~(withoutThird ? third : 0)) +
      price.more * Math.max(0, notes.length - 3);
    const name = notes.join();
    if (cost < (found.get(name)?.cost ?? Infinity)) found.set(name, { left, cost });
  }
  const hands = [...found.values()].sort((one, other) => one.cost - other.cost);
  return {
    candidates: hands.map(({ left }) => candidate(left, right)),
    own: hands.map(({ cost }) => cost),
  };
}
