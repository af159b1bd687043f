import type { Reach } from '../hands/shapes/player.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { Hand } from './model/run.ts';

/** Which hand has each key of each strike; or the strike that two hands cannot hold, with what of it they can. */
export type HandsPlaying =
  | { readonly ok: true; readonly split: readonly (readonly Hand[])[] }
  | { readonly ok: false; readonly at: number; readonly keep: readonly MidiNumber[] };

/** Middle C: about here hands meet (common practice, no published source). */
const middle = 60;
const mostOfHand = 5;

/** A single hand goes no farther than so in a run, in semitones. */
const farthest = 36;

/**
 * Parts what was played between two hands by what is likely: one hand where it can hold every strike of it; else one boundary that
 * leaves every strike within reach, at the widest gap near the middle; else each strike where that can be.
 */
export function handsPlaying(
  strikes: readonly (readonly MidiNumber[])[],
  reach: Reach,
): HandsPlaying {
  const notes = strikes.flat();
  const pitches = [...new Set(notes)].sort((one, other) => one - other);
  const average = notes.reduce((sum, one) => sum + one, 0) / Math.max(1, notes.length);
  const [low = 0, high = 0] = [pitches[0], pitches.at(-1)];
  const alone = average >= middle - 5 ? -Infinity : Infinity;
  const between = pitches
    .slice(1)
    .map((boundary, index) => ({
      boundary,
      cost: Math.abs(boundary - middle) / 6 - (boundary - pitches[index]!),
    }))
    .sort((one, other) => one.cost - other.cost)
    .map(({ boundary }) => boundary);
  const boundaries = high - low <= farthest ? [alone, ...between] : between;
  const found = boundaries.find((boundary) =>
    strikes.every((strike) => holds(strike, boundary, reach)),
  );
  if (found !== undefined)
    return { ok: true, split: strikes.map((strike) => parted(strike, found)) };
  const split: (readonly Hand[])[] = [];
  for (const [at, strike] of strikes.entries()) {
    const own = [...strike].sort((one, other) => one - other);
    const boundary = [-Infinity, ...own.slice(1), Infinity].find((one) =>
      holds(strike, one, reach),
    );
    if (boundary === undefined) return { ok: false, at, keep: twoHandsOf(own, reach) };
    split.push(parted(strike, boundary));
  }
  return { ok: true, split };
}

const parted = (strike: readonly MidiNumber[], boundary: number): readonly Hand[] =>
  strike.map((note) => (note < boundary ? 'left' : 'right'));

function holds(strike: readonly MidiNumber[], boundary: number, reach: Reach): boolean {
  const fits = (notes: readonly MidiNumber[], hand: Hand) =>
    notes.length <= mostOfHand &&
    (notes.length === 0 || Math.max(...notes) - Math.min(...notes) <= reach[hand].held);
  return (
    fits(
      strike.filter((note) => note < boundary),
      'left',
    ) &&
    fits(
      strike.filter((note) => note >= boundary),
      'right',
    )
  );
}

/** What two hands hold of it: as much as they reach from both ends. */
function twoHandsOf(notes: readonly MidiNumber[], reach: Reach): readonly MidiNumber[] {
  const low = notes.filter((note) => note - notes[0]! <= reach.left.held).slice(0, mostOfHand);
  const high = notes.filter((note) => notes.at(-1)! - note <= reach.right.held).slice(-mostOfHand);
  return [...new Set([...low, ...high])];
}
