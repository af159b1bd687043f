import type { School } from '../../chart/saidHands.ts';
import { fold } from '../../pitch/note.ts';
import { bitCount, type Material } from '../shapes/material.ts';
import { fingersChanged, fingerTravel, freeShift, handShift } from '../shapes/movement.ts';
import type { Reach } from '../shapes/player.ts';
import type { LeftFamily, RightFamily, Weights } from '../shapes/schools.ts';
import type { HandShape } from '../shapes/shapes.ts';

/** Taken out once: the search asks for these hundreds of thousands of times. */
const { abs, ceil, max, min } = Math;

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
  /** Where the left hand stays without moving, its lowest and highest key; null where it moves. */
  readonly leftPosition: readonly [lowest: number, highest: number] | null;
  /** The song begins with this chord: in root position, for who is new to it. */
  readonly opens: boolean;
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
  /** The left hand takes another shape, or its bass breaks off. */
  readonly line: number;
}

export function totalOf(parts: StepCost): number {
  return parts.right + parts.left + parts.jump + parts.topLine + parts.parallel + parts.line;
}

/** The right hand's part of the own cost. */
export function rightCost(
  { notes, family }: HandShape<RightFamily>,
  { bass, root, third, sharpNinth, order }: Material,
  { weights, reach, octaves, middleFilled, melody, palette, opens }: Taste,
): number {
  const middle = (notes[0]! + notes.at(-1)!) / 2;
  const isTuneOnTop = melody !== null && fold(notes.at(-1)!, 12) === melody;
  // A third that is sung may be on top of a third in the bass.
  const thirds = notesOfClass(notes, bass) - (isTuneOnTop && melody === bass ? 1 : 0);
  const overThird = bass === third;
  // Over a third in the bass root and fifth are the whole chord: an octave of one with the other in it is its plain shape.
  const liking = overThird && family === 'octave' ? weights.right.close : weights.right[family];
  // A shape of the song's own is liked for itself, whatever the school says of its kind.
  const isOwn = palette.size > 0 && palette.has(shapeName(notes));
  const place = weights.rightPlace + 12 * octaves + (middleFilled ? 3 : 0);
  return (
    (isOwn ? -weights.palette : liking) +
    spreadCost(notes, reach.right.held, weights) +
    driftCost(middle, place, octaves, weights) +
    weights.rub * semitonesInside(notes) +
    (isOwn ? 0 : weights.rightNoteOff * abs(notes.length - weights.rightNotes)) +
    (melody === null || isTuneOnTop ? 0 : weights.offMelody) +
    (order === null ? 0 : weights.leftOfStack * (order.length - notes.length)) +
    (opens && fold(notes[0]!, 12) !== root ? weights.notInRootPosition : 0) +
    (overThird ? weights.thirdOverBass * thirds : 0) +
    (sharpNinth === null ? 0 : weights.clash * ninthsUnder(sharpNinth, notes, notes))
  );
}

/** The left hand's part of the own cost. */
export function leftCost(
  { notes, family }: HandShape<LeftFamily>,
  material: Material,
  { weights, reach, octaves, leftPosition }: Taste,
  withBass: boolean,
): number {
  // Under an alt or a shape of its own the left hand holds the shell, whatever it holds elsewhere.
  const overShell = material.oneOf.length > 0 || material.upper !== null;
  const liking =
    family === 'seventh' && overShell ? min(weights.left[family], 0) : weights.left[family];
  if (notes.length === 0) return liking;
  const place = max(weights.leftPlace + 12 * octaves, withBass ? 53 : 0);
  return (
    liking +
    spreadCost(notes, reach.left.held, weights) +
    driftCost(notes[0]!, place, octaves, weights) +
    (leftPosition && (notes[0]! < leftPosition[0] || notes.at(-1)! > leftPosition[1])
      ? weights.outOfPosition
      : 0) +
    weights.rub * semitonesInside(notes)
  );
}

/** What both hands cost together, besides each alone and their colours. */
export function togetherCost(
  left: HandShape<LeftFamily>,
  right: HandShape<RightFamily>,
  material: Material,
  { weights, middleFilled }: Taste,
): number {
  const { third, fifth, sharpNinth, leading, order, bass } = material;
  const wanted = weights.notes - (middleFilled ? 1 : 0);
  const both = left.mask | right.mask;
  const count = left.notes.length + right.notes.length;
  const between = left.notes.length === 0 ? 0 : right.notes[0]! - left.notes.at(-1)!;
  const rubs = ((left.mask << 1) | (left.mask >> 11)) & right.mask & 0xfff;
  const doubled =
    third !== null && left.mask & right.mask & (1 << third) ? weights.doubledThird : 0;
  const ninths = sharpNinth === null ? 0 : ninthsUnder(sharpNinth, left.notes, right.notes);
  const clashes = rubs ? minorNinths(left.notes, right.notes, material) : 0;
  return (
    weights.noteOff * abs(count - wanted) +
    weights.gap * max(0, between - 16) +
    weights.rub * bitCount(rubs & ~natural(material)) +
    doubled +
    (leading === null ? 0 : weights.doubledLeading * timesMore(leading, left.notes, right.notes)) +
    (order ? 2 * weights.leftOfStack * bitCount(left.mask & right.mask & ~(1 << bass)) : 0) +
    weights.clash * (ninths + clashes) +
    (fifth !== null && !(both & (1 << fifth)) ? weights.noFifth : 0)
  );
}

/** How often a sharp ninth lies a semitone or a minor ninth under the third: it belongs a major seventh above it. */
function ninthsUnder(ninth: number, low: readonly number[], high: readonly number[]): number {
  let count = 0;
  for (const one of low)
    if (one % 12 === ninth)
      for (const other of high) if (other - one === 1 || other - one === 13) count += 1;
  return count;
}

/**
 * Minor ninths that one hears as a wrong note: between the hands' facing notes, and between inner voices. The b9 over a root
 * in the bass is what it says (harmony textbooks, from memory).
 */
function minorNinths(
  left: readonly number[],
  right: readonly number[],
  { root }: Material,
): number {
  let count = 0;
  for (let low = 0; low < left.length; low += 1) {
    if (low === 0 && left[0]! % 12 === root) continue;
    for (let high = 0; high < right.length; high += 1) {
      if (right[high]! - left[low]! !== 13) continue;
      const facing = low === left.length - 1 && high === 0;
      if (facing || (low > 0 && high < right.length - 1)) count += 1;
    }
  }
  return count;
}

/** How often both hands have a pitch class beyond the first time. */
function timesMore(pitchClass: number, left: readonly number[], right: readonly number[]): number {
  return max(0, notesOfClass(left, pitchClass) + notesOfClass(right, pitchClass) - 1);
}

function notesOfClass(notes: readonly number[], pitchClass: number): number {
  let count = 0;
  for (const note of notes) if (note % 12 === pitchClass) count += 1;
  return count;
}

/** A chord that has a minor ninth by its own name (7b9 over its root) may sound it. */
function natural({ tones, bass }: Material): number {
  return tones.includes(fold(bass + 1, 12)) ? 1 << fold(bass + 1, 12) : 0;
}

function spreadCost(notes: readonly number[], held: number, weights: Weights): number {
  const span = notes.at(-1)! - notes[0]!;
  return weights.spread * max(0, span - 12) + (span > held ? weights.roll : 0);
}

/** Whole semitones beyond a fourth from where the hand likes to be; who moved a section by octaves means it. */
function driftCost(at: number, place: number, octaves: number, weights: Weights): number {
  const firm = octaves === 0 ? 1 : 3;
  return firm * weights.drift * max(0, ceil(abs(at - place)) - 5);
}

function semitonesInside(notes: readonly number[]): number {
  let count = 0;
  for (let index = 1; index < notes.length; index += 1)
    if (notes[index]! - notes[index - 1]! === 1) count += 1;
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

/** What a left hand's step costs: its fingers, its jump, another shape, and a bass line that breaks off. */
export function leftStepCost(
  from: readonly number[],
  to: readonly number[],
  weights: Weights,
): number {
  return (
    fingerCost(from, to, weights.leftMove, 2 * weights.leftMove) +
    leftJump(from, to, weights) +
    leftLine(from, to, weights)
  );
}

/** A left hand stays what it is, and a bass that could walk on by a step does not leap an octave instead. */
function leftLine(from: readonly number[], to: readonly number[], weights: Weights): number {
  if (from.length === 0 || to.length === 0) return from.length === to.length ? 0 : weights.newShape;
  const by = to[0]! - from[0]!;
  const step = fold(by, 12);
  const broken = (step <= 2 || step >= 10) && step !== 0 && abs(by) > 2;
  return (sameShape(from, to) ? 0 : weights.newShape) + (broken ? weights.brokenLine : 0);
}

/** Each interval by the finger that plays it: thirds alike, sevenths alike; a fourth to a sixth hold up an octave alike. */
const intervalKind = Uint8Array.from([0, 1, 1, 2, 2, 3, 3, 3, 3, 3, 4, 4, 5, 6, 6, 7, 7, 8, 8]);

function sameShape(one: readonly number[], other: readonly number[]): boolean {
  if (one.length !== other.length) return false;
  for (let index = 1; index < one.length; index += 1)
    if (intervalKind[one[index]! - one[0]!] !== intervalKind[other[index]! - other[0]!])
      return false;
  return true;
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
    line: leftLine(left, to.left.notes, weights),
  };
}
