import { middleOf } from '../kit/middle.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import type { Performance, PlayedNote } from '../playing/perform.ts';
import { dueStrikes } from './due.ts';

/** The key that stands for every tap. */
export const tapNote: MidiNumber = 60;

/** A chord that both hands strike, or that is rolled, is one tap. */
const sameTap = 50;

/** The rhythm of a performance alone: each moment at which anything is struck, as one tap. */
export function rhythmOf(performance: Performance): Performance {
  const onsets = dueStrikes(performance, 60).map(({ onset, at, source }) => ({
    onset,
    at,
    source,
  }));
  const taps: PlayedNote[] = [];
  for (const { onset, at, source } of onsets) {
    const before = taps.at(-1);
    if (before && onset - before.onset <= sameTap) continue;
    taps.push({ hand: 'right', note: tapNote, onset, ticks: sameTap, velocity: 80, at, source });
  }
  return { ...performance, notes: taps };
}

/** By how much somebody's keys and sound come late together, in milliseconds; or why that is not known. */
export type Delay =
  | { readonly kind: 'found'; readonly ms: number; readonly spread: number }
  | { readonly kind: 'too few'; readonly count: number }
  | { readonly kind: 'uneven'; readonly spread: number };

/** So many taps say something, and so far apart they may lie in the middle. */
const fewest = 6;
const evenEnough = 45;

/**
 * The delay of a keyboard and its sound, from taps to clicks: the middle one, so that a slip changes nothing. People tap 20 to 50 ms
 * before a click (Aschersleben 2002; Repp 2005; from memory); they do so in a round as well, and it is not counted.
 * @param beats when the clicks were heard, in milliseconds by any clock
 * @param taps by the same clock
 */
export function delayOf(beats: readonly number[], taps: readonly number[]): Delay {
  const apart = Math.min(...beats.slice(1).map((beat, place) => beat - beats[place]!));
  // Each click has the tap that is nearest to it; the first two are listened to.
  const late = beats.slice(2).flatMap((beat) => {
    const [nearest] = taps
      .map((tap) => tap - beat)
      .sort((one, other) => Math.abs(one) - Math.abs(other));
    return nearest !== undefined && Math.abs(nearest) < apart / 2 ? [nearest] : [];
  });
  if (late.length < fewest) return { kind: 'too few', count: late.length };
  const ms = middleOf(late);
  const spread = middleOf(late.map((one) => Math.abs(one - ms)));
  if (spread > evenEnough) return { kind: 'uneven', spread };
  return { kind: 'found', ms: Math.max(0, Math.round(ms)), spread: Math.round(spread) };
}
