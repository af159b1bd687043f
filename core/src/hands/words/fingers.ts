import { matchNotes } from '../shapes/movement.ts';

/** The fingers as every method numbers them: 1 is the thumb, 5 the little finger. */
export type Finger = 1 | 2 | 3 | 4 | 5;
type Hand = 'left' | 'right';

/**
 * The fingers of a hand on its notes, from the lowest up, the chord taken as a whole (from memory: the usual fingering of chords
 * in piano methods). Right: triads 1-3-5, 1-2-5, 1-3-5, sus4 1-4-5, sus2 1-2-5; left: 5-3-1, 5-3-1, 5-2-1, an octave 5-1.
 * @param notes from the lowest up, five at most; what is beyond five is left without a finger
 */
export function fingersOf(hand: Hand, notes: readonly number[]): readonly Finger[] {
  if (notes.length === 0) return [];
  const gaps = notes.slice(1).map((note, index) => note - notes[index]!);
  return hand === 'right' ? rightFingers(gaps) : leftFingers(gaps);
}

function rightFingers(gaps: readonly number[]): readonly Finger[] {
  const [low = 0, next = 0, top = 0] = gaps;
  switch (gaps.length) {
    case 0:
      return [5];
    case 1:
      return [1, low <= 2 ? 2 : low <= 4 ? 3 : low === 5 ? 4 : 5];
    case 2:
      if (low + next <= 4) return [1, 2, 3];
      return [1, next <= 2 ? 4 : low <= 2 || (next >= 5 && low < next) ? 2 : 3, 5];
    case 3:
      return [1, 2, top <= 2 || next >= 5 || low >= 5 ? 4 : 3, 5];
    default:
      return [1, 2, 3, 4, 5];
  }
}

function leftFingers(gaps: readonly number[]): readonly Finger[] {
  const [low = 0, next = 0] = gaps;
  switch (gaps.length) {
    case 0:
      return [5];
    case 1:
      return [5, low <= 2 ? 4 : low <= 4 ? 3 : low === 5 ? 2 : 1];
    case 2:
      if (low + next <= 4) return [3, 2, 1];
      return [5, low <= 2 ? 4 : low >= 5 ? 2 : 3, 1];
    case 3:
      return [5, low >= 5 ? 3 : 4, 2, 1];
    default:
      return [5, 4, 3, 2, 1];
  }
}

/** A note under the finger that has it now. */
export interface Fingered {
  readonly note: number;
  readonly finger: Finger;
}

/** What a hand does between two chords, each note of the second once. */
export interface FingerStep {
  /** Under the same finger as before. */
  readonly kept: readonly Fingered[];
  /** The key stays down, another finger is on it. */
  readonly takenOver: readonly Fingered[];
  /** Notes that go somewhere: to `note`, under the finger that arrives there; `same` where it is the finger that was on `from`. */
  readonly moved: readonly (Fingered & { readonly from: number; readonly same: boolean })[];
  readonly added: readonly Fingered[];
  readonly lifted: readonly number[];
}

/** Both chords fingered as wholes, and what becomes of each note. */
export function fingerStep(hand: Hand, from: readonly number[], to: readonly number[]): FingerStep {
  const before = fingersOf(hand, from);
  const now = fingersOf(hand, to);
  const gone = from.filter((note) => !to.includes(note));
  const come = to.filter((note) => !from.includes(note));
  const goal = matchNotes(gone, come);
  const fingered = (note: number): Fingered => ({ note, finger: now[to.indexOf(note)]! });
  const was = (note: number) => before[from.indexOf(note)];
  const stays = to.filter((note) => from.includes(note)).map(fingered);
  return {
    kept: stays.filter(({ note, finger }) => was(note) === finger),
    takenOver: stays.filter(({ note, finger }) => was(note) !== finger),
    moved: gone.flatMap((note, index) => {
      const to_ = goal[index];
      if (to_ === null || to_ === undefined) return [];
      const there = fingered(to_);
      return [{ ...there, from: note, same: was(note) === there.finger }];
    }),
    added: come.filter((note) => !goal.includes(note)).map(fingered),
    lifted: gone.filter((_, index) => goal[index] === null),
  };
}

export const fingerNames: Readonly<Record<Finger, string>> = {
  1: 'thumb',
  2: 'index finger',
  3: 'middle finger',
  4: 'ring finger',
  5: 'little finger',
};
