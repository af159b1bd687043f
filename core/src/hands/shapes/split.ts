import type { Reach } from './player.ts';

/** Middle C, where hands part if nothing else tells. */
const middle = 60;

/** Hands as they were held: what comes after is likely to be held by the same ones. */
interface HeldBefore {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

/**
 * Parts notes that were played between two hands, each of which can hold its part: so that the left hand has one of its usual
 * shapes, then so that each hand keeps what it had, then where the widest gap is, nearest to middle C. Notes too many or too
 * far apart for two hands are parted at middle C.
 */
export function splitHands(
  played: readonly number[],
  reach: Reach,
  before: HeldBefore | null = null,
): { left: number[]; right: number[] } {
  const notes = [...new Set(played)].sort((one, other) => one - other);
  let best: { at: number; worth: number } | null = null;
  for (let at = 0; at <= notes.length; at += 1) {
    const [left, right] = [notes.slice(0, at), notes.slice(at)];
    if (!holds(left, reach.left.rolled) || !holds(right, reach.right.rolled)) continue;
    const worth = partWorth(left, right) + usualWorth(left) + keptWorth(left, right, before);
    if (!best || worth > best.worth) best = { at, worth };
  }
  const at = best?.at ?? notes.filter((note) => note < middle).length;
  return { left: notes.slice(0, at), right: notes.slice(at) };
}

/** What left hands hold most, in semitones over their lowest note: 1-8, 1-5-8, 1-5-7, 1-7, 1-5-10 (common practice, no published source). */
const usualLefts = ['12', '7,12', '7,10', '7,11', '10', '11', '7,15', '7,16'];
/** Above this a left hand is hardly: it is the right one that plays octaves there. */
const highestLeft = 55;

/** What a usual left hand is worth, in semitones of a gap. */
function usualWorth(left: readonly number[]): number {
  const low = left[0];
  if (low === undefined || low > highestLeft) return 0;
  const shape = left.slice(1).map((note) => note - low);
  return usualLefts.includes(shape.join()) ? 8 : 0;
}

function keptWorth(
  left: readonly number[],
  right: readonly number[],
  before: HeldBefore | null,
): number {
  if (!before) return 0;
  const stays = (now: readonly number[], then: readonly number[]) =>
    now.filter((note) => then.includes(note)).length;
  return 1.5 * (stays(left, before.left) + stays(right, before.right));
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
