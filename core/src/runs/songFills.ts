import type { TextSlot, TimelineIndex } from '../chart/places.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import type { Ticks } from '../kit/ticks.ts';
import { carryMarks, joinMarks, type DecisionKind } from '../marks/decision.ts';
import type { WrittenRun } from './model/readRun.ts';

/** A run where a player put it. It is kept whole: what the library becomes later changes no song. */
export interface PlacedRun {
  /** The slot of the text over whose chord it is played. */
  readonly slot: TextSlot;
  /** How many repeated bars (`%`) after it: 0 for where it is written. */
  readonly again: number;
  /** The times through its section in which it is played, from 1; every time where none is named. */
  readonly times: readonly number[];
  /** Where it begins, from where the chord is due. */
  readonly start: Ticks;
  readonly run: WrittenRun;
  /** Over what the hand plays, or in the place of it. */
  readonly over: boolean;
  /** Octaves that it is played higher or, negative, lower than where it lies nearest to the hands. */
  readonly octaves: number;
}

/** What a player has decided about runs and fills in one song. */
export interface SongFills {
  readonly placed: readonly PlacedRun[];
}

export const noFills: SongFills = { placed: [] };

/** Where runs are placed, as a kind of decision. */
export const fillsKind: DecisionKind<SongFills> = {
  name: 'fills',
  version: 1,
  empty: noFills,
  anchors: ({ placed }) => placed.map(({ slot }) => slot),
  carry: (fills, follow) => {
    const placed = carryMarks(fills.placed, follow);
    return placed === fills.placed ? fills : { ...fills, placed: inOrder(placed) };
  },
  join: (fills, more) => {
    const placed = joinMarks(fills.placed, more.placed);
    return placed === fills.placed ? fills : { ...fills, placed };
  },
};

/** A chord of the chart where a run can be played: a slot of the text, or so many repeated bars after it. */
export type FillPlace = Pick<PlacedRun, 'slot' | 'again'>;

const isAt = (one: FillPlace, { slot, again }: FillPlace) =>
  one.slot === slot && one.again === again;

/** Where a slot of the timeline stands in the chart, and which time through its section it is. */
export function fillPlaceAt(
  { parts, slots }: Timeline,
  at: TimelineIndex,
): FillPlace & { readonly time: number } {
  const { slot, pass } = slots[at]!;
  const part = parts.find(({ from, to }) => from <= at && at < to)!;
  const before = slots.slice(part.from, at).filter((one) => one.slot === slot);
  return { slot, again: before.length, time: pass };
}

/** The run over a chord at one time through its section: one for that time comes before one for every time. */
export function runAt(
  { placed }: SongFills,
  place: FillPlace,
  time: number,
): PlacedRun | undefined {
  const here = placed.filter((one) => isAt(one, place));
  return (
    here.find(({ times }) => times.includes(time)) ?? here.find(({ times }) => times.length === 0)
  );
}

/** The fills with one more: what stood there at the times it is for gives way. */
export function withRun(fills: SongFills, run: PlacedRun): SongFills {
  const others = fills.placed.flatMap((one): readonly PlacedRun[] => {
    if (!isAt(one, run)) return [one];
    if (run.times.length === 0) return [];
    // One for every time stays for the others.
    return one.times.length === 0 ? [one] : withTimes(one, run.times);
  });
  return { ...fills, placed: inOrder([...others, run]) };
}

/**
 * The fills without what is played over a chord, at one time through its section or at all of them.
 * @param all the times that the section is played
 */
export function withoutRun(
  fills: SongFills,
  place: FillPlace,
  time: number | null,
  all: readonly number[],
): SongFills {
  const named = fills.placed.filter((one) => isAt(one, place)).flatMap(({ times }) => times);
  const placed = fills.placed.flatMap((one): readonly PlacedRun[] => {
    if (!isAt(one, place)) return [one];
    if (time === null) return [];
    // One for every time stays for those that no other is for.
    return one.times.length === 0
      ? withTimes({ ...one, times: all }, [time, ...named])
      : withTimes(one, [time]);
  });
  return { ...fills, placed };
}

/** A placed run without some of its times; none where no time is left. */
function withTimes(one: PlacedRun, taken: readonly number[]): readonly PlacedRun[] {
  const times = one.times.filter((time) => !taken.includes(time));
  return times.length > 0 ? [{ ...one, times }] : [];
}

function inOrder(placed: readonly PlacedRun[]): readonly PlacedRun[] {
  return [...placed].sort(
    (one, other) =>
      one.slot - other.slot ||
      one.again - other.again ||
      (one.times[0] ?? 0) - (other.times[0] ?? 0),
  );
}
