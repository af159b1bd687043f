import { isSong, type SetDraft, type SongLengths, type VoiceNoted } from '@intervallum/contract';
import { useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import { useKeyWishes } from '../../../lenses/parts/keyWishes.ts';
import { lengthsQuery, songQuery } from '../../../queries/queries.ts';
import { voicesQuery } from '../../../queries/voices.ts';
import type { KnownSongs } from './knownSongs.ts';
import { viewService, type ServiceView } from './servicePlan.ts';

const noVoices: readonly VoiceNoted[] = [];
const noLengths: SongLengths['lengths'] = [];

/** Charts that were asked for, by the ids of their songs: null while one is on its way, none where there is none. */
function textsOf(
  found: readonly UseQueryResult<{ readonly id: string; readonly text: string }>[],
  ids: readonly string[],
): Record<string, string | null> {
  return Object.fromEntries(
    found.flatMap(({ data, isPending }, place) =>
      data || isPending ? [[ids[place]!, data?.text ?? null]] : [],
    ),
  );
}

/** When everything is, how one song goes into the next, and who can sing it: follows what is changed with a breath between. */
export function useServiceView({ items, most }: SetDraft, songs: KnownSongs): ServiceView {
  const ids = useMemo(() => {
    const there = items.filter(isSong).map(({ songId }) => songId);
    return [...new Set(there)].filter((id) => !songs.get(id)?.removed).sort();
  }, [items, songs]);
  const texts = useQueries({
    queries: ids.map((id) => songQuery(id)),
    combine: (found) => textsOf(found, ids),
  });
  const voices = useQuery(voicesQuery()).data?.voices ?? noVoices;
  const wishes = useKeyWishes();
  const measured = useQuery(lengthsQuery(ids)).data?.lengths ?? noLengths;
  // What is only said of an item is no reason to plan anew.
  const told = JSON.stringify(items.map(({ notes: _, ...item }) => item));
  const planned = useDeferredValue(told);
  return useMemo(() => {
    const titles = new Map([...songs].map(([id, { summary }]) => [id, summary.title]));
    const asked = JSON.parse(planned) as Omit<SetDraft['items'][number], 'notes'>[];
    const all = asked.map((item) => ({ ...item, notes: '' }) as SetDraft['items'][number]);
    const lasted = new Map(measured.map(({ songId, seconds }) => [songId, seconds]));
    return viewService({ items: all, most, texts, titles, voices, wishes, lasted });
  }, [planned, most, texts, songs, voices, wishes, measured]);
}
