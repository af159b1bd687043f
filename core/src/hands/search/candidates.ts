import type { Chord } from '../../chord/chord.ts';
import { formatKey, type Key } from '../../pitch/key.ts';
import {
  candidate,
  leftCost,
  rightCost,
  togetherCost,
  type Candidate,
  type Taste,
} from './cost.ts';
import { maskOf, materialOf, type Material } from '../shapes/material.ts';
import { isMuddy } from '../shapes/mud.ts';
import { hasBassPlayer, type HandGrade, type Instrument, type Lineup } from '../shapes/player.ts';
import type { LeftFamily, RightFamily } from '../shapes/schools.ts';
import { leftOverBass, leftWithoutBass, rightHands, type HandShape } from '../shapes/shapes.ts';

/** The voicings that one chord can be played in, the cheapest in themselves first. */
export interface CandidateSet {
  /** Equal sets have the same id. */
  readonly id: number;
  readonly candidates: readonly Candidate[];
  /** The own cost of each candidate. */
  readonly own: Int32Array;
  readonly lefts: readonly (readonly number[])[];
  readonly rights: readonly (readonly number[])[];
  /** Which of `lefts` and `rights` each candidate holds. */
  readonly leftOf: Uint16Array;
  readonly rightOf: Uint16Array;
}

/** What is asked of the hands for one chord. */
export interface VoicingRequest {
  readonly chord: Chord;
  readonly key: Key;
  readonly next: Chord | null;
  readonly grade: HandGrade;
  readonly lineup: Lineup;
  readonly instrument: Instrument;
  readonly taste: Taste;
  /** Hands that the player has fixed; the other one is found. */
  readonly fixed: {
    readonly left: readonly number[] | null;
    readonly right: readonly number[] | null;
  } | null;
  /** Right hands of the song's palette, at every height, tried beside those of the families. */
  readonly shapes: readonly (readonly number[])[];
}

/**
 * The most voicings of one chord that a search looks at: those that cost least in themselves. Four times as many make
 * the demo's songs less than half a per cent cheaper.
 */
export const mostCandidates = 96;
/** Right hands that go into the pairing; the rest are dearer than any of these. */
const mostRights = 120;
/** Own costs lie above minus this (a palette saves some), and no chord has as many pairs of hands as this. */
const costFloor = 10_000;
const pairPlaces = 2 ** 20;

/** The hands that a chord can be played with, whatever the school; another school only prices them anew. */
export interface HandCandidates {
  readonly material: Material;
  readonly lefts: readonly HandShape<LeftFamily>[];
  readonly rights: readonly HandShape<RightFamily>[];
}

/** All that hands depend on besides taste: equal names, equal hands. */
export function handCandidatesName({
  chord,
  key,
  next,
  grade,
  lineup,
  instrument,
  taste,
}: VoicingRequest): string {
  return JSON.stringify([chord, formatKey(key), next, grade, lineup, instrument, taste.reach]);
}

export function handCandidatesOf({
  chord,
  key,
  grade,
  next,
  lineup,
  instrument,
  taste,
}: VoicingRequest): HandCandidates {
  const material = materialOf(chord, key, grade, next);
  const withBass = hasBassPlayer(lineup);
  const lefts = withBass
    ? leftWithoutBass(material, taste.reach.left, instrument)
    : leftOverBass(material, taste.reach.left, instrument);
  // A left hand takes up to two of the tones that must sound; a beginner's right hand holds three notes.
  const essential = bitCount(
    withBass ? material.essential & ~(1 << material.bass) : material.essential,
  );
  const most =
    grade === 'beginner'
      ? Math.max(3, Math.min(4, essential - 1))
      : Math.max(4, Math.min(5, essential - 1));
  return { material, lefts, rights: rightHands(material, taste.reach.right, instrument, most) };
}

/** Finds the voicings of a chord that the player can hold; none where nothing can be held. */
export function findCandidates(
  request: VoicingRequest,
  handCandidates = handCandidatesOf(request),
): { candidates: Candidate[]; own: number[] } {
  const { taste, lineup, fixed } = request;
  const { material } = handCandidates;
  const withBass = hasBassPlayer(lineup);
  const lefts = fixed?.left
    ? [fixedShape<LeftFamily>(fixed.left, 'other tone')]
    : handCandidates.lefts;
  const rights = fixed?.right
    ? [fixedShape<RightFamily>(fixed.right, 'close')]
    : [...handCandidates.rights, ...paletteHands(request, handCandidates)];

  const needed = withBass ? material.essential & ~(1 << material.bass) : material.essential;
  // A colour is laid over the whole chord: in the place of a tone it would make another one.
  const colours = maskOf(material.added.keys());
  const whole =
    material.tones.length > 4
      ? needed
      : needed | (maskOf(material.tones) & ~(withBass ? 1 << material.bass : 0));
  const masks = [...new Set(lefts.map(({ mask }) => mask))];
  const pricedRights = rights
    .filter(({ mask }) => fixed || masks.some((left) => ((left | mask) & needed) === needed))
    .map((shape) => ({ shape, cost: rightCost(shape, material, taste) }))
    .sort(byCost)
    .slice(0, mostRights);
  const pricedLefts = lefts.map((shape) => ({ shape, cost: leftCost(shape, taste, withBass) }));

  // Each pair as one number, its cost above its place: numbers sort much faster than objects would.
  const pairs: number[] = [];
  for (const [leftIndex, { shape: left, cost: leftPart }] of pricedLefts.entries()) {
    const top = left.notes.at(-1) ?? -1;
    for (const [rightIndex, { shape: right, cost: rightPart }] of pricedRights.entries()) {
      if (right.notes[0]! <= top) continue;
      const both = left.mask | right.mask;
      const asked = both & colours ? whole : needed;
      if (!fixed && (both & asked) !== asked) continue;
      if (left.notes.length > 0 && meetsInMud(left.notes, right.notes)) continue;
      const cost = leftPart + rightPart + togetherCost(left, right, material, taste);
      pairs.push((cost + costFloor) * pairPlaces + leftIndex * mostRights + rightIndex);
    }
  }
  const kept = Float64Array.from(pairs).sort().subarray(0, mostCandidates);
  const candidates: Candidate[] = [];
  const own: number[] = [];
  for (const pair of kept) {
    const place = pair % pairPlaces;
    const left = pricedLefts[Math.floor(place / mostRights)]!.shape;
    candidates.push(candidate(left, pricedRights[place % mostRights]!.shape));
    own.push(Math.floor(pair / pairPlaces) - costFloor);
  }
  return { candidates, own };
}

/** Each hand is clear alone; together they are measured where the right hand comes low. */
function meetsInMud(left: readonly number[], right: readonly number[]): boolean {
  return right[0]! - left[0]! <= 28 && right[0]! < 62 && isMuddy([...left, ...right]);
}

/** The palette's right hands that fit the chord and are not among the usual ones. */
function paletteHands(
  { shapes, taste }: VoicingRequest,
  { material, rights }: HandCandidates,
): HandShape<RightFamily>[] {
  if (shapes.length === 0) return [];
  const known = new Set(rights.map(({ notes }) => notes.join()));
  return shapes
    .map((notes) => fixedShape<RightFamily>(notes, 'close'))
    .filter(
      ({ notes, mask }) =>
        suits(mask, material) &&
        notes.at(-1)! - notes[0]! <= taste.reach.right.rolled &&
        !known.has(notes.join()) &&
        !isMuddy(notes),
    );
}

/** True if a shape holds nothing but tones of the chord and colours that it takes. */
function suits(mask: number, { tones, added }: Material): boolean {
  let rest = mask;
  for (const tone of tones) rest &= ~(1 << tone);
  for (const tone of added.keys()) rest &= ~(1 << tone);
  return rest === 0;
}

function fixedShape<Family>(notes: readonly number[], family: Family): HandShape<Family> {
  let mask = 0;
  for (const note of notes) mask |= 1 << (note % 12);
  return { notes, family, mask };
}

/** Prepares voicings for the search: each different hand once. */
export function candidateSet(
  id: number,
  {
    candidates,
    own,
  }: { readonly candidates: readonly Candidate[]; readonly own: readonly number[] },
): CandidateSet {
  const lefts = new HandIndex();
  const rights = new HandIndex();
  return {
    id,
    candidates,
    own: Int32Array.from(own),
    leftOf: Uint16Array.from(candidates, ({ left }) => lefts.indexOf(left.notes)),
    rightOf: Uint16Array.from(candidates, ({ right }) => rights.indexOf(right.notes)),
    lefts: lefts.hands,
    rights: rights.hands,
  };
}

class HandIndex {
  readonly hands: (readonly number[])[] = [];
  readonly #known = new Map<string, number>();

  indexOf(notes: readonly number[]): number {
    const name = notes.join();
    const known = this.#known.get(name);
    if (known !== undefined) return known;
    this.#known.set(name, this.hands.length);
    return this.hands.push(notes) - 1;
  }
}

function byCost(one: { readonly cost: number }, other: { readonly cost: number }): number {
  return one.cost - other.cost;
}

function bitCount(mask: number): number {
  let count = 0;
  for (let rest = mask; rest; rest &= rest - 1) count += 1;
  return count;
}
