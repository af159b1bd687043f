import { fold } from '../../pitch/note.ts';
import { isParallel } from '../../partwriting/leadParts.ts';
import type { HymnChord } from './vocabulary.ts';
import type { Voicing } from './voicings.ts';

/** What a forbidden step costs: more than any stanza without one. */
export const forbidden = 1_000;

const prices = {
  move: 0.22,
  leap: 1.5,
  wideLeap: 4,
  overlap: 5,
  bassLeap: 0.1,
  bassOctave: 1.6,
  contrary: -0.3,
  unresolvedInner: 1.5,
  sameBass: 0.4,
} as const;

/**
 * What it costs to go from one chord in four parts to the next by the textbook rules (from memory: textbooks of harmony): no fifths
 * or octaves in parallel, nor reached by a leap of the outer parts in one direction; what leads goes up, a seventh goes down; no part
 * over where its neighbour was; no augmented step; inner parts by common tones and steps.
 */
export function costOfLeading(before: Voicing, after: Voicing, home: number): number {
  let cost = 0;
  const [was, is] = [before.notes, after.notes];
  const [soprano, , , bass] = [0, 1, 2, 3].map((part) => is[part]! - was[part]!) as [
    number,
    number,
    number,
    number,
  ];
  for (let part = 0; part < 4; part += 1) {
    const moved = is[part]! - was[part]!;
    const size = Math.abs(moved);
    if (part === 1 || part === 2) {
      cost += prices.move * size;
      if (size > 4) cost += prices.leap;
      if (size > 7 || size === 6) cost += prices.wideLeap;
    }
    if (part === 3) {
      cost += prices.bassLeap * Math.max(0, size - 2);
      if (size === 12) cost += prices.bassOctave;
      if (size === 6 || size === 10 || size === 11 || size > 12) cost += prices.wideLeap;
    }
    if (part > 0 && isAugmented(was[part]!, is[part]!, home)) cost += prices.wideLeap;
    if (part > 0 && is[part]! > was[part - 1]!) cost += prices.overlap;
    if (part < 3 && is[part]! < was[part + 1]!) cost += prices.overlap;
    for (let other = part + 1; other < 4; other += 1)
      if (isParallel(was[part]!, is[part]!, was[other]!, is[other]!)) cost += forbidden;
    cost += unresolved(before.of, was[part]!, is[part]!, part, after.of, home);
  }
  if (isHidden(was, is)) cost += forbidden;
  if (soprano * bass < 0) cost += prices.contrary;
  if (bass === 0 && before.of.text !== after.of.text) cost += prices.sameBass;
  return cost;
}

/** Fifth or octave between the outer parts that both come to in one direction, the soprano by a leap. */
function isHidden(was: Voicing['notes'], is: Voicing['notes']): boolean {
  const [up, down] = [is[0] - was[0], is[3] - was[3]];
  if (up * down <= 0 || Math.abs(up) <= 2) return false;
  const apart = fold(is[0] - is[3], 12);
  return apart === 0 || apart === 7;
}

/** The step from the flat to the raised sixth or seventh of a minor key, as one and a half steps: hard to sing. */
function isAugmented(from: number, to: number, home: number): boolean {
  if (Math.abs(to - from) !== 3) return false;
  const [low, high] = [Math.min(from, to), Math.max(from, to)].map((note) => fold(note - home, 12));
  return low === 5 && high === 8;
}

/** What leads has to go up where the next chord has its goal, the seventh down; an inner part may leave the leading tone at a price. */
function unresolved(
  was: HymnChord,
  from: number,
  to: number,
  part: number,
  next: HymnChord,
  home: number,
): number {
  const tone = fold(from - home, 12);
  if (was.text === next.text || from === to) return 0;
  const moved = to - from;
  if (tone === was.seventh && next.root !== was.root)
    return moved === -1 || moved === -2 ? 0 : forbidden / 10;
  if (tone !== was.leading || next.root === was.root) return 0;
  if (moved === 1 || !next.tones.includes(fold(tone + 1, 12))) return 0;
  return part === 0 || part === 3 ? forbidden / 10 : prices.unresolvedInner;
}
