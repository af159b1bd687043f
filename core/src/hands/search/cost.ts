import { fold } from '../../pitch/note.ts';
import type { Material } from '../shapes/material.ts';
import { fingersChanged, fingerTravel, freeShift, handShift } from '../shapes/movement.ts';
import type { Reach } from '../shapes/player.ts';
import type { School, LeftFamily, RightFamily, Weights } from '../shapes/schools.ts';
import type { HandShape } from '../shapes/shapes.ts';

/** Taken out once: the search asks for these hundreds of thousands of times. */
const { abs, ceil, max } = Math;

/** What two hands hold for a chord, with what is asked of it again and again. */
export interface Candidate {
  readonly left: HandShape<LeftFamily>;
  readonly right: HandShape<RightFamily>;
  readonly lowest: number;
  readonly highest: number;
}

export function candidate(left: HandShape<LeftFamily>, right: HandShape<RightFamily>): Candidate {
  const lowest = left.notes[0] ?? right.notes[0]!;
  const highest = right.notes.at(-1) ?? left.notes.at(-1)!;
  return { left, right, lowest, highest };
}

/** All that the own cost of a voicing depends on besides its chord. */
export interface Taste {
  readonly school: School;
  readonly weights: Weights;
  readonly reach: Reach;
  /** Octaves that the section is played higher (or, negative, lower) than usual. */
  readonly octaves: number;
  /** Others fill the middle (a guitar, a pad): a note less is enough, and the right hand stays above them. */
  readonly middleFilled: boolean;
  /** The pitch class that should be on top; null where nothing is sung. */
  readonly melody: number | null;
  /** Right hands that the song uses, each as the semitones above its lowest note with that note's pitch class. */
  readonly palette: ReadonlySet<string>;
}

/** What the step from one voicing to the next costs, by reason, in whole tenths of a semitone. */
export interface StepCost {
  readonly right: number;
  readonly left: number;
  readonly jump: number;
  readonly topLine: number;
  readonly parallel: number;
}

export function totalOf(parts: StepCost): number {
  return parts.right + parts.left + parts.jump + parts.topLine + parts.parallel;
}

/** The right hand's part of the own cost. */
export function rightCost(
  { notes, family, mask }: HandShape<RightFamily>,
  material: Material,
  { weights, reach, octaves, middleFilled, melody, palette }: Taste,
): number {
  const middle = (notes[0]! + notes.at(-1)!) / 2;
  const place = weights.rightPlace + 12 * octaves + (middleFilled ? 3 : 0);
  return (
    weights.right[family] +
    spreadCost(notes, reach.right.held, weights) +
    driftCost(middle, place, weights) +
    colourCost(mask, material, weights) +
    weights.rub * semitonesInside(notes) +
    (melody === null || fold(notes.at(-1)!, 12) === melody ? 0 : weights.offMelody) -
    (palette.size > 0 && palette.has(shapeName(notes)) ? weights.palette : 0)
  );
}

/** The left hand's part of the own cost; its colours are counted with the right hand's. */
export function leftCost(
  { notes, family }: HandShape<LeftFamily>,
  { weights, reach, octaves }: Taste,
  withBass: boolean,
): number {
  if (notes.length === 0) return weights.left[family];
  const place = max(weights.leftPlace + 12 * octaves, withBass ? 53 : 0);
  return (
    weights.left[family] +
    spreadCost(notes, reach.left.held, weights) +
    driftCost(notes[0]!, place, weights) +
    weights.rub * semitonesInside(notes)
  );
}

/** What both hands cost together, besides each alone. */
export function togetherCost(
  left: HandShape<LeftFamily>,
  right: HandShape<RightFamily>,
  material: Material,
  { weights, middleFilled }: Taste,
): number {
  const { third, fifth } = material;
  const wanted = weights.notes - (middleFilled ? 1 : 0);
  const both = left.mask | right.mask;
  const count = left.notes.length + right.notes.length;
  const between = left.notes.length === 0 ? 0 : right.notes[0]! - left.notes.at(-1)!;
  const rubs = ((left.mask << 1) | (left.mask >> 11)) & right.mask & 0xfff;
  const doubled =
    third !== null && left.mask & right.mask & (1 << third) ? weights.doubledThird : 0;
  const onlyLeft = left.mask & ~right.mask;
  return (
    weights.noteOff * abs(count - wanted) +
    weights.gap * max(0, between - 16) +
    weights.rub * bits(rubs & ~natural(material)) +
    doubled +
    (fifth !== null && !(both & (1 << fifth)) ? weights.noFifth : 0) +
    colourCost(onlyLeft, material, weights)
  );
}

/** A chord that has a minor ninth by its own name (7b9 over its root) may sound it. */
function natural({ tones, bass }: Material): number {
  return tones.includes(fold(bass + 1, 12)) ? 1 << fold(bass + 1, 12) : 0;
}

function spreadCost(notes: readonly number[], held: number, weights: Weights): number {
  const span = notes.at(-1)! - notes[0]!;
  return weights.spread * max(0, span - 12) + (span > held ? weights.roll : 0);
}

/** Whole semitones beyond a fourth from where the hand likes to be. */
function driftCost(at: number, place: number, weights: Weights): number {
  return weights.drift * max(0, ceil(abs(at - place)) - 5);
}

function colourCost(mask: number, { added }: Material, weights: Weights): number {
  let cost = 0;
  for (const [tone, level] of added) if (mask & (1 << tone)) cost += weights.colour[level - 1]!;
  return cost;
}

function semitonesInside(notes: readonly number[]): number {
  let count = 0;
  for (let index = 1; index < notes.length; index += 1)
    if (notes[index]! - notes[index - 1]! === 1) count += 1;
  return count;
}

function bits(mask: number): number {
  let count = 0;
  for (let rest = mask; rest; rest &= rest - 1) count += 1;
  return count;
}

/** A right hand by its lowest pitch class and its intervals: the same shape in every octave. */
export function shapeName(notes: readonly number[]): string {
  const low = notes[0]!;
  return [fold(low, 12), ...notes.slice(1).map((note) => note - low)].join();
}

/** What a right hand's step costs: its fingers, its jump and the leap of its top note. */
export function rightStepCost(
  from: readonly number[],
  to: readonly number[],
  weights: Weights,
): number {
  return (
    fingerCost(from, to, weights.rightMove, weights.finger) +
    rightJump(from, to, weights) +
    topLeap(from, to, weights)
  );
}

/** What a left hand's step costs: its fingers and its jump. */
export function leftStepCost(
  from: readonly number[],
  to: readonly number[],
  weights: Weights,
): number {
  return fingerCost(from, to, weights.leftMove, 2 * weights.leftMove) + leftJump(from, to, weights);
}

function fingerCost(
  from: readonly number[],
  to: readonly number[],
  move: number,
  finger: number,
): number {
  return move * fingerTravel(from, to) + finger * fingersChanged(from, to);
}

function rightJump(from: readonly number[], to: readonly number[], weights: Weights): number {
  const beyond = handShift(from, to) - freeShift.right;
  return beyond > 0 ? weights.rightJump * beyond : 0;
}

function leftJump(from: readonly number[], to: readonly number[], weights: Weights): number {
  const beyond = handShift(from, to) - freeShift.left;
  return beyond > 0 ? weights.leftJump * beyond : 0;
}

function topLeap(from: readonly number[], to: readonly number[], weights: Weights): number {
  const beyond = abs((from[from.length - 1] ?? 0) - (to[to.length - 1] ?? 0)) - 2;
  return beyond > 0 ? weights.topLeap * beyond : 0;
}

/** Lowest and highest note going the same way in octaves sound like one voice (a rule of every harmony textbook). */
export function isParallel(from: Candidate, to: Candidate): boolean {
  const step = to.lowest - from.lowest;
  return (
    step !== 0 && to.highest - from.highest === step && (from.highest - from.lowest) % 12 === 0
  );
}

/** The whole step, by reason. */
export function stepCost(from: Candidate, to: Candidate, weights: Weights): StepCost {
  const [right, left] = [from.right.notes, from.left.notes];
  return {
    right: fingerCost(right, to.right.notes, weights.rightMove, weights.finger),
    left: fingerCost(left, to.left.notes, weights.leftMove, 2 * weights.leftMove),
    jump: rightJump(right, to.right.notes, weights) + leftJump(left, to.left.notes, weights),
    topLine: topLeap(right, to.right.notes, weights),
    parallel: isParallel(from, to) ? weights.parallel : 0,
  };
}
