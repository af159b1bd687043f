import {
  fillPlaceAt,
  findRuns,
  handsOfRun,
  instruments,
  runAt,
  runPlaces,
  type Hand,
  type PlacedRun,
  type Run,
  type RunFamily,
  type RunFit,
  type RunGrade,
  type RunsFound,
  type SongFills,
  type Timeline,
  type Voiced,
} from '@intervallum/core';
import { useMemo } from 'react';
import { player } from '../../../settings/player.ts';

/** What is wished of runs; null for all. */
export interface RunFilter {
  /** Of one family, or of our own. */
  readonly family: RunFamily | 'own' | null;
  readonly grade: RunGrade | null;
  readonly hand: Hand | null;
}

export const everything: RunFilter = { family: null, grade: null, hand: null };

/** The chord that is looked into, at one of the times that it is played. */
export interface OpenPlace {
  readonly at: number;
  /** How often it is played, and which of these times is looked at, from 0. */
  readonly times: number;
  readonly time: number;
  readonly found: RunsFound;
  /** Those that are wished. */
  readonly fits: readonly RunFit[];
  /** What stands there. */
  readonly placed: PlacedRun | null;
}

/** What is open where nothing was chosen: the run that is placed there, else the best. */
export function firstOf(place: OpenPlace | null): RunFit | null {
  const standing = place?.placed?.run.id;
  return place?.fits.find(({ run }) => run.id === standing) ?? place?.fits[0] ?? null;
}

/** The slots of the timeline at which a slot of the text is played. */
export function timesOf({ slots }: Timeline, slot: number | null): readonly number[] {
  return slots.flatMap((one, at) => (one.slot === slot ? [at] : []));
}

interface Asked {
  readonly timeline: Timeline;
  readonly voiced: Voiced | null;
  readonly slot: number | null;
  readonly time: number;
  readonly filter: RunFilter;
  readonly fills: SongFills;
  /** The team's own and those of the library. */
  readonly runs: readonly Run[];
  /** The ids of the team's own. */
  readonly ownIds: ReadonlySet<string>;
}

/** The chosen chord at one of the times that it is played, and what fits it; null where no chord is chosen. */
export function usePlace({
  timeline,
  voiced,
  slot,
  time,
  filter,
  fills,
  runs,
  ownIds,
}: Asked): OpenPlace | null {
  const { reach, keys } = player.use('reach', 'keys');
  const times = useMemo(() => timesOf(timeline, slot), [timeline, slot]);
  const now = Math.min(Math.max(0, time), Math.max(0, times.length - 1));
  const chosen = times[now] ?? -1;
  // Where a chord is held on, the run belongs to the chord.
  const held = runPlaces(timeline)[chosen];
  const at = held?.ok ? held.place.at : chosen;
  const found = useMemo(
    () =>
      at < 0
        ? null
        : findRuns(
            timeline,
            { at },
            {
              runs,
              reach,
              instrument: instruments[keys],
              ...(voiced ? { voiced } : {}),
            },
          ),
    [timeline, at, voiced, runs, reach, keys],
  );
  return useMemo(() => {
    if (!found) return null;
    const { time: pass, ...where } = fillPlaceAt(timeline, at);
    const fits = found.fits.filter(
      ({ run }) =>
        (filter.family === null ||
          (filter.family === 'own' ? ownIds.has(run.id) : run.family === filter.family)) &&
        (filter.grade === null || run.grade === filter.grade) &&
        (filter.hand === null || isOf(run, filter.hand)),
    );
    const placed = runAt(fills, where, pass) ?? null;
    return { at, times: times.length, time: now, found, fits, placed };
  }, [found, timeline, at, times, now, filter, fills, ownIds]);
}

/** Played by this hand alone. */
function isOf(run: Run, hand: Hand): boolean {
  const hands = handsOfRun(run);
  return hands.length === 1 && hands[0] === hand;
}
