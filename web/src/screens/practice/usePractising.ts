import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { logCardsQuery, logStepsQuery, useNoted } from '../../queries/logbook.ts';
import { answered } from '../../queries/queries.ts';
import { api } from '../../queries/resources.ts';
import { today } from '../../ui/dates.ts';
import { comingSet, practisedSongs, type PractisedSong } from './material.ts';

/** What one practises for: the songs of the set of the nearest day to come. */
export interface Coming {
  readonly id: string;
  readonly name: string;
  readonly date: string;
  readonly songs: readonly PractisedSong[];
}

/** The set that comes next, with what its songs say; null where no set has a day to come. */
export function useComing() {
  return useQuery({
    queryKey: ['practice', 'coming', today()],
    queryFn: async ({ signal }): Promise<Coming | null> => {
      const { sets } = await answered(api.sets({ signal }));
      const found = comingSet(sets, today());
      if (!found?.date) return null;
      const set = await answered(api.set(found.id));
      const ids = set.items.flatMap((item) => (item.kind === 'song' ? [item.songId] : []));
      const songs = await textsOf([...new Set(ids)], signal);
      const { id, name, date } = found;
      return { id, name, date, songs: practisedSongs(songs, set, today()) };
    },
    staleTime: 0,
  });
}

/** Texts of some songs in the order of their ids. */
async function textsOf(ids: readonly string[], signal: AbortSignal) {
  if (ids.length === 0) return [];
  const { songs } = await answered(api.songTexts(ids, signal));
  return ids.flatMap((id) => songs.find((song) => song.id === id) ?? []);
}

/** How far each step has come, of the songs that one practises for and of those that were practised last. */
export function useSteps(songIds: readonly string[] | null) {
  const version = useNoted((noted) => noted.version);
  const last = useQuery(logStepsQuery(null, version));
  const asked = useQuery({
    ...logStepsQuery(songIds ?? [], version),
    enabled: songIds !== null && songIds.length > 0,
  });
  const data = useMemo(() => {
    if (!last.data || (songIds !== null && songIds.length > 0 && !asked.data)) return undefined;
    const own = asked.data?.steps ?? [];
    const others = last.data.steps.filter(({ songId }) => !songIds?.includes(songId));
    return [...own, ...others];
  }, [last.data, asked.data, songIds]);
  return {
    data,
    error: last.error ?? asked.error,
    failureReason: last.failureReason ?? asked.failureReason,
    refetch: () => Promise.all([last.refetch(), asked.refetch()]),
  };
}

/** How each drill is remembered. */
export function useCards() {
  const version = useNoted((noted) => noted.version);
  return useQuery(logCardsQuery(version));
}

/** The end of a day by the reader's clock, in milliseconds since 1970. */
export function endOfDay(now: number): number {
  return new Date(now).setHours(24, 0, 0, 0);
}
