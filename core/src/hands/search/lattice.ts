import type { CandidateSet } from './candidates.ts';
import { isParallel, leftStepCost, rightStepCost } from './cost.ts';
import type { Weights } from '../shapes/schools.ts';

/**
 * What every step from one set of voicings to another costs: a row for each voicing that is left.
 * Hands are compared once each, however many voicings share them.
 */
export class StepTable {
  readonly costs: Int16Array;
  readonly width: number;

  constructor(from: CandidateSet, to: CandidateSet, weights: Weights) {
    const right = handTable(from.rights, to.rights, (one, other) =>
      rightStepCost(one, other, weights),
    );
    const left = handTable(from.lefts, to.lefts, (one, other) => leftStepCost(one, other, weights));
    this.width = to.candidates.length;
    this.costs = new Int16Array(from.candidates.length * this.width);
    let at = 0;
    for (const [row, one] of from.candidates.entries()) {
      const rightRow = from.rightOf[row]! * to.rights.length;
      const leftRow = from.leftOf[row]! * to.lefts.length;
      const octaves = (one.highest - one.lowest) % 12 === 0;
      for (let column = 0; column < this.width; column += 1) {
        let cost = right[rightRow + to.rightOf[column]!]! + left[leftRow + to.leftOf[column]!]!;
        if (octaves && isParallel(one, to.candidates[column]!)) cost += weights.parallel;
        this.costs[at] = cost;
        at += 1;
      }
    }
  }
}

function handTable(
  from: readonly (readonly number[])[],
  to: readonly (readonly number[])[],
  cost: (from: readonly number[], to: readonly number[]) => number,
): Int32Array {
  const table = new Int32Array(from.length * to.length);
  let at = 0;
  for (const one of from) for (const other of to) table[at++] = cost(one, other);
  return table;
}

/** The least cost of reaching each voicing of a slot, over that of the cheapest, which has 0. */
interface Row {
  readonly set: CandidateSet;
  readonly over: Int32Array;
}

/** A voicing of one slot taken at its best: what the whole song then costs. */
export interface Priced {
  readonly index: number;
  readonly cost: number;
}

/**
 * The shortest path through the voicings of a song, by dynamic programming. What two searches have in common at their
 * beginning is not searched again, nor what follows where an edit no longer makes a difference.
 */
export class Lattice {
  readonly sets: readonly CandidateSet[];
  /** Rows from the beginning, each with the own cost of its voicings. */
  readonly #forward: Row[] = [];
  /** Rows from the end, each without; made when prices are asked for, the last slot's first. */
  readonly #backward: Row[] = [];
  readonly #steps: (from: CandidateSet, to: CandidateSet) => StepTable;
  /** How many rows had to be searched; the others were known. */
  searched = 0;

  constructor(
    sets: readonly CandidateSet[],
    steps: (from: CandidateSet, to: CandidateSet) => StepTable,
  ) {
    this.sets = sets;
    this.#steps = steps;
  }

  /** Searches; a pause after each slot lets others work, or stop it. What `before` has in common is taken from there. */
  *search(before: Lattice | null = null): Generator<number, void> {
    const { sets } = this;
    const count = sets.length;
    const old = before?.sets ?? [];
    const known = before ? before.#forward : [];
    let head = 0;
    while (head < count && head < old.length && sets[head]!.id === old[head]!.id) head += 1;
    let tail = 0;
    while (tail < count && tail < old.length && sets.at(-1 - tail)!.id === old.at(-1 - tail)!.id)
      tail += 1;
    if (before) this.#backward.push(...before.#backward.slice(0, tail));

    let same = false;
    for (let index = 0; index < count; index += 1) {
      const ahead = known[old.length - count + index];
      if (index < head) this.#forward.push(known[index]!);
      else if (same) this.#forward.push(ahead!);
      else {
        const row = this.#forwardRow(index);
        this.#forward.push(row);
        this.searched += 1;
        same = index >= count - tail && equalRows(row, ahead);
      }
      yield index + 1;
    }
  }

  #forwardRow(index: number): Row {
    const set = this.sets[index]!;
    if (index === 0) return normalized(set, Int32Array.from(set.own));
    const row = this.#into(this.#forward[index - 1]!, set);
    for (let one = 0; one < row.length; one += 1) row[one]! += set.own[one]!;
    return normalized(set, row);
  }

  /** The least cost of coming from a row into each voicing of a set. */
  #into(from: Row, set: CandidateSet): Int32Array {
    const { costs, width } = this.#steps(from.set, set);
    const row = new Int32Array(width).fill(unreached);
    let at = 0;
    for (const start of from.over) {
      for (let column = 0; column < width; column += 1) {
        const cost = start + costs[at]!;
        if (cost < row[column]!) row[column] = cost;
        at += 1;
      }
    }
    return row;
  }

  /** The least cost of going on from each voicing of a set through a row to the end. */
  #outOf(set: CandidateSet, to: Row): Int32Array {
    const { costs, width } = this.#steps(set, to.set);
    const row = new Int32Array(set.candidates.length).fill(unreached);
    const onward = to.over.map((cost, column) => cost + to.set.own[column]!);
    let at = 0;
    for (let one = 0; one < row.length; one += 1) {
      let least = unreached;
      for (let column = 0; column < width; column += 1) {
        const cost = costs[at]! + onward[column]!;
        if (cost < least) least = cost;
        at += 1;
      }
      row[one] = least;
    }
    return row;
  }

  /** What remains to the end after each voicing of a slot, its own cost not counted; null after the last slot. */
  #backwardRow(index: number): Row | null {
    if (index >= this.sets.length) return null;
    for (let at = this.sets.length - 1 - this.#backward.length; at >= index; at -= 1) {
      const set = this.sets[at]!;
      const next = this.#backward.at(-1);
      const row = next ? this.#outOf(set, next) : new Int32Array(set.candidates.length);
      this.#backward.push(normalized(set, row));
    }
    return this.#backward[this.sets.length - 1 - index]!;
  }

  /** The cheapest path: for each slot the index of its voicing. Of equals, the one listed first. */
  path(): number[] {
    const path = new Array<number>(this.sets.length);
    let chosen = -1;
    for (let index = this.sets.length - 1; index >= 0; index -= 1) {
      const { over, set } = this.#forward[index]!;
      if (chosen < 0) {
        chosen = leastIndex(over);
      } else {
        const next = this.sets[index + 1]!;
        const { costs, width } = this.#steps(set, next);
        const column = chosen;
        chosen = leastIndex(over.map((cost, row) => cost + costs[row * width + column]!));
      }
      path[index] = chosen;
    }
    return path;
  }

  /** What the whole path costs with each voicing of a set in the place of a slot, over the cheapest of them, cheapest first. */
  prices(index: number, set: CandidateSet = this.sets[index]!): Priced[] {
    const before = this.#forward[index - 1];
    const after = this.#backwardRow(index + 1);
    const into = before ? this.#into(before, set) : new Int32Array(set.candidates.length);
    const out = after ? this.#outOf(set, after) : new Int32Array(set.candidates.length);
    const priced = set.candidates.map((_, one) => ({
      index: one,
      cost: into[one]! + set.own[one]! + out[one]!,
    }));
    const least = Math.min(...priced.map(({ cost }) => cost));
    return priced
      .map(({ index: one, cost }) => ({ index: one, cost: cost - least }))
      .sort((one, other) => one.cost - other.cost);
  }
}

const unreached = 0x3fffffff;

function normalized(set: CandidateSet, row: Int32Array): Row {
  let least = unreached;
  for (const cost of row) if (cost < least) least = cost;
  for (let one = 0; one < row.length; one += 1) row[one]! -= least;
  return { set, over: row };
}

function equalRows(one: Row, other: Row | undefined): boolean {
  if (one.set.id !== other?.set.id) return false;
  return one.over.every((cost, index) => cost === other.over[index]);
}

function leastIndex(costs: Int32Array): number {
  let least = 0;
  for (let index = 1; index < costs.length; index += 1)
    if (costs[index]! < costs[least]!) least = index;
  return least;
}
