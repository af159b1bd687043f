/** Taken out once: the search asks for these hundreds of thousands of times. */
const { abs, min } = Math;
const unreached = Number.MAX_SAFE_INTEGER;

/** What one hand does between two shapes. */
export interface HandMovement {
  /** Semitones that all fingers move together, each to the note that the least total asks for. */
  readonly semitones: number;
  /** Fingers that are put down or lifted because the shapes have different numbers of notes. */
  readonly fingers: number;
  /** Notes that stay. */
  readonly held: number;
  /** Semitones that the hand as a whole moves: as little as its outer notes do. */
  readonly shift: number;
}

/** A hand moves so far without looking: a fourth for the right, a fifth for the left, which is used to bass lines. */
export const freeShift = { right: 5, left: 7 } as const;

/** The movement of a hand, all that is said of it at once. */
export function handMovement(from: readonly number[], to: readonly number[]): HandMovement {
  let held = 0;
  for (const note of to) if (from.includes(note)) held += 1;
  return {
    semitones: fingerTravel(from, to),
    fingers: fingersChanged(from, to),
    held,
    shift: handShift(from, to),
  };
}

export function fingersChanged(from: readonly number[], to: readonly number[]): number {
  return abs(from.length - to.length);
}

/** Semitones that a hand as a whole moves: as little as its outer notes do. A hand that comes from nowhere does not move. */
export function handShift(from: readonly number[], to: readonly number[]): number {
  if (from.length === 0 || to.length === 0) return 0;
  const below = abs(from[0]! - to[0]!);
  const above = abs(from[from.length - 1]! - to[to.length - 1]!);
  return below < above ? below : above;
}

/**
 * Semitones that the fingers move together, by minimal assignment: each note of the smaller shape goes to a note of the
 * larger one so that the sum is least. On a line the least sum never crosses, so the notes are matched in order.
 */
export function fingerTravel(one: readonly number[], other: readonly number[]): number {
  const few = one.length <= other.length ? one : other;
  const many = few === one ? other : one;
  const spare = many.length - few.length;
  if (few.length === 0) return 0;
  // least: the least sum so far by how many notes of the larger shape were passed over; the search asks for it
  // hundreds of thousands of times, so the commonest two cases do without a list.
  if (spare <= 1) {
    let none = 0;
    let passed = unreached;
    for (let index = 0; index < few.length; index += 1) {
      const note = few[index]!;
      const least = none < passed ? none : passed;
      if (spare === 1) passed = least + abs(note - many[index + 1]!);
      none += abs(note - many[index]!);
    }
    return none < passed ? none : passed;
  }
  const least = new Array<number>(spare + 1).fill(0);
  for (let index = 0; index < few.length; index += 1) {
    let best = unreached;
    for (let passed = 0; passed <= spare; passed += 1) {
      best = min(best, least[passed]!);
      least[passed] = best + abs(few[index]! - many[index + passed]!);
    }
  }
  return Math.min(...least);
}

/** Which note of the other shape each note goes to, by the same least sum; null for a finger that is lifted. */
export function matchNotes(from: readonly number[], to: readonly number[]): (number | null)[] {
  if (from.length > to.length) {
    const back = matchNotes(to, from);
    return from.map((note) => {
      const at = back.indexOf(note);
      return at < 0 ? null : to[at]!;
    });
  }
  const best = { sum: Infinity, match: [] as number[] };
  const grow = (match: readonly number[], next: number, sum: number) => {
    if (match.length === from.length) {
      if (sum < best.sum) Object.assign(best, { sum, match });
      return;
    }
    for (let at = next; at <= to.length - (from.length - match.length); at += 1) {
      const note = to[at]!;
      grow([...match, note], at + 1, sum + abs(note - from[match.length]!));
    }
  };
  grow([], 0, 0);
  return best.match;
}
