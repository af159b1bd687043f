import { mostTexts, type LogStep, type SongTexts } from '@intervallum/contract';
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
function useComing() {
  return useQuery({
    queryKey: ['practice', 'coming', today()],
    queryFn: async ({ signal }): Promise<Coming | null> => {
      const { sets } = await answered(api.sets({ signal }));
      const found = comingSet(sets, today());
      if (!found) return null;
      const set = await answered(api.set(found.id));
      const ids = set.items.flatMap((item) => (item.kind === 'song' ? [item.songId] : []));
      const songs = await textsOf([...new Set(ids)], signal);
      const { id, name, date } = found;
      return { id, name, date, songs: practisedSongs(songs, set, today()) };
    },
    staleTime: 0,
  });
}

/** So many songs are drilled where no set has a day to come. */
const mostLast = 6;

/** Songs that one practises without a day: those that were practised last. */
function useLastSongs(steps: readonly LogStep[] | undefined, isAsked: boolean) {
  const ids = useMemo(() => {
    const latest = (steps ?? []).toSorted((one, other) => (one.lastAt > other.lastAt ? -1 : 1));
    return [...new Set(latest.map(({ songId }) => songId))].slice(0, mostLast);
  }, [steps]);
  return useQuery({
    queryKey: ['practice', 'last', ids],
    queryFn: async ({ signal }) => practisedSongs(await textsOf(ids, signal), null, today()),
    enabled: isAsked && steps !== undefined,
  });
}

/** Texts of some songs in the order of their ids. */
async function textsOf(ids: readonly string[], signal: AbortSignal) {
  const songs: SongTexts['songs'] = [];
  for (let from = 0; from < ids.length; from += mostTexts)
    songs.push(...(await answered(api.songTexts(ids.slice(from, from + mostTexts), signal))).songs);
  return ids.flatMap((id) => songs.find((song) => song.id === id) ?? []);
}

/** How far each step has come, of the songs that one practises for and of those that were practised last. */
function useSteps(songIds: readonly string[] | null) {
  const version = useNoted().version;
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
    isFetching: last.isFetching || asked.isFetching,
    refetch: () => Promise.all([last.refetch(), asked.refetch()]),
  };
}

/** How each drill is remembered. */
function useCards() {
  const version = useNoted().version;
  return useQuery(logCardsQuery(version));
}

/** All that the drills of today and the readiness of songs are made from. */
export function useMaterial() {
  const coming = useComing();
  const songIds = useMemo(() => coming.data?.songs.map(({ id }) => id) ?? null, [coming.data]);
  const steps = useSteps(songIds);
  const cards = useCards();
  const last = useLastSongs(steps.data, coming.data === null);
  const data = useMemo(() => {
    const songs = coming.data === null ? last.data : coming.data?.songs;
    if (coming.data === undefined || !songs || !steps.data || !cards.data) return undefined;
    return { coming: coming.data, songs, steps: steps.data, cards: cards.data.cards };
  }, [coming.data, last.data, steps.data, cards.data]);
  return {
    data,
    /** What was known before is asked anew meanwhile. */
    isFetching: coming.isFetching || cards.isFetching || steps.isFetching,
    error: coming.error ?? steps.error ?? cards.error ?? last.error,
    failureReason:
      coming.failureReason ?? steps.failureReason ?? cards.failureReason ?? last.failureReason,
    refetch: () =>
      Promise.all([coming.refetch(), steps.refetch(), cards.refetch(), last.refetch()]),
  };
}

/** The songs that one practises for, and the one that was asked for. */
export function useSongsToChoose(asked: string | null) {
  const material = useMaterial();
  const known = material.data?.songs;
  const isKnown = asked === null || known?.some(({ id }) => id === asked);
  const own = useQuery({
    queryKey: ['practice', 'asked', asked],
    queryFn: async ({ signal }) => practisedSongs(await textsOf([asked!], signal), null, today()),
    enabled: asked !== null && known !== undefined && !isKnown,
  });
  const data = useMemo(() => {
    if (!known) return undefined;
    if (isKnown) return known;
    return own.data && [...own.data, ...known];
  }, [known, isKnown, own.data]);
  return {
    ...material,
    data,
    error: material.error ?? own.error,
    failureReason: material.failureReason ?? own.failureReason,
    refetch: () => Promise.all([material.refetch(), own.refetch()]),
  };
}

/** What a song is called, by what is known of it. */
export function titleOf(
  {
    songs,
    steps,
  }: { readonly songs: readonly PractisedSong[]; readonly steps: readonly LogStep[] },
  id: string,
): string {
  const song = songs.find((one) => one.id === id);
  return song?.title ?? steps.find(({ songId }) => songId === id)?.title ?? '';
}
