import type { Reach } from './player.ts';

/** Middle C, where hands part if nothing else tells. */
const middle = 60;

/**
 * Parts notes that were played between two hands: where the widest gap is, as long as each hand can hold its part,
 * and of gaps about as wide the one nearer to middle C. Notes too many or too far apart for two hands are parted at middle C.
 */
export function splitHands(
  played: readonly number[],
  reach: Reach,
): { left: number[]; right: number[] } {
  const notes = [...new Set(played)].sort((one, other) => one - other);
  let best: { at: number; worth: number } | null = null;
  for (let at = 0; at <= notes.length; at += 1) {
    const [left, right] = [notes.slice(0, at), notes.slice(at)];
    if (!holds(left, reach.left.rolled) || !holds(right, reach.right.rolled)) continue;
    const worth = partWorth(left, right);
    if (!best || worth > best.worth) best = { at, worth };
  }
  const at = best?.at ?? notes.filter((note) => note < middle).length;
  return { left: notes.slice(0, at), right: notes.slice(at) };
}

/** One hand has five fingers and a reach. */
function holds(notes: readonly number[], span: number): boolean {
  return notes.length <= 5 && (notes.length === 0 || notes.at(-1)! - notes[0]! <= span);
}

function partWorth(left: readonly number[], right: readonly number[]): number {
  const low = left.at(-1) ?? null;
  const high = right[0] ?? null;
  if (low === null || high === null) {
    // All in one hand: right of middle C for the right hand, left of it for the left.
    const notes = low === null ? right : left;
    const mean = notes.reduce((sum, note) => sum + note, 0) / Math.max(notes.length, 1);
    return low === null ? mean - middle : middle - mean;
  }
  return high - low - Math.abs((high + low) / 2 - middle) / 2;
}
