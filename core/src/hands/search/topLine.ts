import type { CandidateSet } from './candidates.ts';

/** How often a note may stay on top: from the seventh time in a row on it is dull (common practice, no published source). */
export const mostOnTop = 6;

/** A chord with the voicings that are open to it, and whether something is sung over it. */
export interface TopNode {
  readonly set: CandidateSet;
  readonly isSung: boolean;
}

/** A place where the top line stays too long, and the note that stays. */
export interface StaleTop {
  readonly at: number;
  readonly top: number;
}

/**
 * Where one note is on top for the seventh time in a row, and again after as many more; under a sung tune it may stay, since
 * there it is the tune.
 */
export function staleTops(nodes: readonly TopNode[], path: readonly number[]): StaleTop[] {
  const found: StaleTop[] = [];
  let top = -1;
  let times = 0;
  for (const [at, { set, isSung }] of nodes.entries()) {
    const { highest } = set.candidates[path[at]!]!;
    times = isSung ? 0 : highest === top ? times + 1 : 1;
    top = highest;
    if (times > 0 && times % (mostOnTop + 1) === 0) found.push({ at, top });
  }
  return found;
}

/** The own costs of a set with a price for keeping a note on top. */
export function withPriceOnTop(set: CandidateSet, top: number, price: number): number[] {
  return set.candidates.map(({ highest }, at) => set.own[at]! + (highest === top ? price : 0));
}
