import type { School } from '../../chart/saidHands.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatKey } from '../../pitch/key.ts';
import {
  candidate,
  leftCost,
  rightCost,
  togetherCost,
  type Candidate,
  type Taste,
} from './cost.ts';
import { anotherChord, Colours } from './colourPrices.ts';
import { bitCount, materialOf, type Material } from '../shapes/material.ts';
import { isMuddy } from '../shapes/mud.ts';
import { lowestWith } from '../shapes/rightWays.ts';
import { hasBassPlayer, type HandGrade, type Lineup } from '../shapes/player.ts';
import {
  weightsOf,
  weightsUnderBells,
  type LeftFamily,
  type RightFamily,
  type Weights,
} from '../shapes/schools.ts';
import {
  leftOverBass,
  leftWithoutBass,
  rightHands,
  stackHands,
  type HandShape,
} from '../shapes/shapes.ts';
import { handsUnderBells, wishedLefts, wishedRights, type Wished } from './wishes.ts';

/** The voicings that one chord can be played in, the cheapest in themselves first. */
export interface CandidateSet {
  /** Equal sets have the same id. */
  readonly id: number;
  readonly school: School;
  /** By these a step into it is priced. */
  readonly weights: Weights;
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
export interface VoicingRequest extends Wished {
  readonly next: Chord | null;
  readonly grade: HandGrade;
  readonly lineup: Lineup;
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
/** Of these the last few are for basses that would else not be there, so many for each. */
const fewOfEachBass = 16;
const mostOfRareBass = 4;
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
  if (material.order) {
    const { lefts, rights } = stackHands(material.order, taste.reach, instrument, withBass);
    return { material, lefts, rights };
  }
  const lefts = withBass
    ? leftWithoutBass(material, taste.reach.left, instrument)
    : leftOverBass(material, taste.reach.left, instrument);
  // A left hand takes up to two of the tones that must sound; a beginner's right hand holds three notes.
  const essential = bitCount(neededOf(material, withBass)) + material.oneOf.length;
  const most =
    grade === 'beginner'
      ? Math.max(3, Math.min(4, essential - 1))
      : Math.max(4, Math.min(5, essential - 1));
  const rights = rightHands(material, taste.reach.right, instrument, most);
  const { upper } = material;
  if (upper === null) return { material, lefts, rights };
  // A shape over a shell is one hand's, in any inversion; the other hand has all the rest.
  const rest = neededOf(material, withBass) & ~upper;
  const whole = rights.filter(
    ({ mask, notes }) => mask === upper && notes.length === bitCount(upper),
  );
  const shells = lefts.filter(({ mask }) => (mask & rest) === rest);
  return {
    material,
    lefts: shells.length > 0 ? shells : lefts,
    rights: shells.length > 0 && whole.length > 0 ? whole : rights,
  };
}

/** Voicings of a chord, with what each costs in itself. */
interface Found {
  readonly candidates: Candidate[];
  readonly own: number[];
}

/** Whether a request is for the bells of home: who fixed the right hand has decided otherwise. */
export function isUnderBells({ right, fixed }: Pick<VoicingRequest, 'right' | 'fixed'>): boolean {
  return right?.kind === 'way' && right.way === 'bells' && !fixed?.right;
}

/**
 * Finds the voicings of a chord that the player can hold; none where nothing can be held. Where what is asked of the hands leaves
 * no way to hold the chord, the right hand is found, or the left, or both.
 */
export function findCandidates(
  request: VoicingRequest,
  handCandidates = handCandidatesOf(request),
): Found {
  if (isUnderBells(request)) {
    const found = handsUnderBells(request, handCandidates.material, request.fixed?.left ?? null);
    if (found.candidates.length > 0) return found;
  }
  const { left, right, walk } = request;
  for (const wish of [
    ...(walk
      ? [
          { left, right, walk },
          { left, right: null, walk },
        ]
      : []),
    { left, right, walk: null },
    { left, right: null, walk: null },
    { left: null, right, walk: null },
  ]) {
    const found = candidatesWith({ ...request, ...wish }, handCandidates);
    if (found.candidates.length > 0) return found;
  }
  return candidatesWith({ ...request, left: null, right: null, walk: null }, handCandidates);
}

function candidatesWith(request: VoicingRequest, handCandidates: HandCandidates): Found {
  const { taste, lineup, fixed } = request;
  const { material } = handCandidates;
  const withBass = hasBassPlayer(lineup);
  const wished = wishedLefts(request, handCandidates);
  const asked = wishedRights(request, handCandidates);
  const lefts = fixed?.left ? [fixedShape<LeftFamily>(fixed.left, 'other tone')] : wished.lefts;
  const rights = fixed?.right
    ? [fixedShape<RightFamily>(fixed.right, 'close')]
    : (asked ?? [...handCandidates.rights, ...paletteHands(request, handCandidates)]);

  const needed = neededOf(material, withBass);
  // What a shape that is asked for brings from the key, as a seventh, is no colour of the search.
  const brought =
    (wished.took === null ? 0 : masksOf(wished.lefts)) |
    (asked && request.right?.kind === 'shape' ? masksOf(asked) : 0);
  const colours = new Colours(material, request, needed, brought);
  const way = request.right?.kind === 'way' ? request.right.way : null;
  const masks = [...new Set(lefts.map(({ mask }) => mask))];
  const pricedRights = rights
    .map((shape) => {
      const colour = Math.min(...masks.map((left) => colours.of(left | shape.mask)));
      return { shape, cost: rightCost(shape, material, taste), colour };
    })
    .filter(({ colour }) => colour < anotherChord)
    .sort((one, other) => one.cost + one.colour - other.cost - other.colour)
    .slice(0, mostRights);
  const pricedLefts = lefts.map((shape) => ({
    shape,
    cost: leftCost(shape, material, taste, withBass),
  }));

  // An alt is heard by its tones, not by their number; what a player fixed is as long as it is.
  const isAlt = material.oneOf.length > 0 && !fixed;
  const mostNotes = !isAlt ? 10 : request.grade === 'beginner' ? 4 : 5;
  // Each pair as one number, its cost above its place: numbers sort much faster than objects would.
  const pairs: number[] = [];
  for (const [leftIndex, { shape: left, cost: leftPart }] of pricedLefts.entries()) {
    const top = 'top' in left ? left.top : (left.notes.at(-1) ?? -1);
    for (const [rightIndex, { shape: right, cost: rightPart }] of pricedRights.entries()) {
      if (lowestWith(way, right.notes) <= top) continue;
      if (left.notes.length + right.notes.length > mostNotes) continue;
      const colour = colours.of(left.mask | right.mask);
      if (colour === anotherChord) continue;
      if (left.notes.length > 0 && meetsInMud(left.notes, right.notes)) continue;
      const cost = leftPart + rightPart + colour + togetherCost(left, right, material, taste);
      pairs.push((cost + costFloor) * pairPlaces + leftIndex * mostRights + rightIndex);
    }
  }
  const lowest = pricedLefts.map(({ shape }) => shape.notes[0] ?? -1);
  const kept = chosenPairs(Float64Array.from(pairs).sort(), (left) => lowest[left]!);
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

/**
 * The cheapest pairs, and of each bass note at least a few: a line may need one that is dear in itself.
 * @param pairs sorted, from the cheapest
 */
function chosenPairs(pairs: Float64Array, bassOf: (left: number) => number): number[] {
  const kept: number[] = [];
  const ofBass = new Map<number, number>();
  const open = mostCandidates - fewOfEachBass;
  for (const pair of pairs) {
    if (kept.length === mostCandidates) break;
    const bass = bassOf(Math.floor((pair % pairPlaces) / mostRights));
    const count = ofBass.get(bass) ?? 0;
    if (kept.length >= open && count >= mostOfRareBass) continue;
    kept.push(pair);
    ofBass.set(bass, count + 1);
  }
  return kept;
}

function masksOf(hands: readonly HandShape[]): number {
  return hands.reduce((all, { mask }) => all | mask, 0);
}

/** What must sound, the bass aside where somebody else has it. */
function neededOf({ essential, bass }: Material, withBass: boolean): number {
  return withBass ? essential & ~(1 << bass) : essential;
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
  for (const tone of added) rest &= ~(1 << tone);
  return rest === 0;
}

function fixedShape<Family>(notes: readonly number[], family: Family): HandShape<Family> {
  let mask = 0;
  for (const note of notes) mask |= 1 << (note % 12);
  return { notes, family, mask };
}

/** By what the steps into the hands of a request are priced. */
export function stepWeights({ right, fixed, taste }: VoicingRequest): Weights {
  return isUnderBells({ right, fixed }) ? weightsUnderBells : weightsOf[taste.school];
}

/** Prepares voicings for the search: each different hand once. */
export function candidateSet(
  id: number,
  school: School,
  {
    candidates,
    own,
  }: { readonly candidates: readonly Candidate[]; readonly own: readonly number[] },
  weights: Weights = weightsOf[school],
): CandidateSet {
  const lefts = new HandIndex();
  const rights = new HandIndex();
  return {
    id,
    school,
    weights,
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
