import type { Singer } from './singers.ts';
import { sungNoteLimits } from './singers.ts';

/** A search for what somebody can sing: upwards from where speaking is easy, then downwards, never past the first strain. */
export interface RangeSearch {
  readonly begins: number;
  readonly way: 'up' | 'down' | 'found';
  /** The note that is asked now, as a MIDI number. */
  readonly note: number;
  /** The highest and the lowest that was sung easily; null where none was yet. */
  readonly highest: number | null;
  readonly lowest: number | null;
}

/** What is said of the note that is asked. */
export type HowSung = 'easy' | 'strains';

/**
 * A note that is easy once, at the end of a climb, is not easy all morning: comfort ends a whole step inside (common practice,
 * no published source).
 */
const inside = 2;

/** Where the very first note strains, one begins anew so many half steps lower. */
const lower = 5;

/** Begins a search. @param begins a note that lies where speaking is easy, as a MIDI number */
export function beginRange(begins: number): RangeSearch {
  return { begins, way: 'up', note: begins, highest: null, lowest: null };
}

/** The search after an answer. What strains is never asked again, nor anything beyond it. */
export function afterSung(search: RangeSearch, how: HowSung): RangeSearch {
  const { begins, way, note, highest } = search;
  if (way === 'found') return search;
  if (way === 'up') {
    if (how === 'easy' && note < sungNoteLimits.high)
      return { ...search, note: note + 1, highest: note, lowest: search.lowest ?? note };
    if (how === 'easy') return turned({ ...search, highest: note, lowest: search.lowest ?? note });
    if (highest !== null) return turned(search);
    // Below every voice nothing is left to be asked.
    return begins - lower > sungNoteLimits.low
      ? beginRange(begins - lower)
      : { ...search, way: 'found' };
  }
  if (how === 'easy' && note > sungNoteLimits.low)
    return { ...search, note: note - 1, lowest: note };
  return { ...search, way: 'found', lowest: how === 'easy' ? note : search.lowest };
}

function turned(search: RangeSearch): RangeSearch {
  return { ...search, way: 'down', note: search.begins - 1 };
}

/**
 * What was found, as a voice is noted: what was sung easily is what can be touched, comfort lies a whole step inside. Null
 * before it is found, and where it is too narrow for that.
 */
export function rangeFound({
  way,
  highest,
  lowest,
}: RangeSearch): Pick<Required<Singer>, 'low' | 'high' | 'extremeLow' | 'extremeHigh'> | null {
  if (way !== 'found' || highest === null || lowest === null) return null;
  const [low, high] = [lowest + inside, highest - inside];
  return low < high ? { low, high, extremeLow: lowest, extremeHigh: highest } : null;
}
