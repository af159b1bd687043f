import type { SongSet } from '@intervallum/contract';
import type { SongStep } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { orKeptApi } from '../../queries/kept.ts';
import { answered, sharesQuery } from '../../queries/queries.ts';
import { useMay } from '../../queries/session.ts';
import { voicesQuery } from '../../queries/voices.ts';
import { today } from '../../ui/dates.ts';
import { forSet, itemOf, stepsFor } from '../parts/path/stepsFor.ts';
import { setsToCome } from '../parts/setsToCome.ts';

/** What is done and left of the open song, and for which service. */
export interface SongPathState {
  readonly steps: readonly SongStep[];
  /** Null where no service to come has it; undefined while that is asked. */
  readonly service: SongSet | null | undefined;
}

export function useSongPath(songId: string): SongPathState {
  const read = useDeferredValue(useSong((state) => state.read));
  const decisions = useSong((state) => state.decisions);
  const { sounding: key } = useLook();
  const service = useServiceOf(songId, read.song.title);
  const links = useLinks(songId, service?.id ?? null);
  const voices = useQuery(voicesQuery()).data?.voices;
  const steps = useMemo(
    () =>
      stepsFor({
        ...{ read, decisions, key, voices: voices ?? [] },
        item: service ? itemOf(service, songId) : null,
        ...(links === undefined ? {} : { links }),
      }),
    [read, decisions, key, voices, service, songId, links],
  );
  return { steps, service };
}

/** The service that the address names, else the nearest one to come that has the song. */
function useServiceOf(songId: string, title: string): SongSet | null | undefined {
  const asked = useSearchParams()[0].get(forSet);
  return useQuery({
    queryKey: ['path', 'service', songId, title, asked, today()],
    queryFn: async ({ signal }) => {
      const named = asked === null ? null : await orKeptApi.set(asked);
      // A set that is gone, or has the song no more, is no reason to ask for nothing else.
      if (named?.kind === 'ok' && itemOf(named.value, songId)) return named.value;
      const { sets } = await answered(orKeptApi.sets({ after: null, signal }));
      for (const one of setsToCome(sets, today()).filter(({ titles }) => titles.includes(title))) {
        const set = await answered(orKeptApi.set(one.id));
        if (itemOf(set, songId)) return set;
      }
      return null;
    },
    placeholderData: (before) => before,
  }).data;
}

/** How many links are open to a song and to the service it is in; null while that is not known, undefined for whoever opens none. */
function useLinks(songId: string, setId: string | null): number | null | undefined {
  const mayShare = useMay('share');
  const own = useQuery({ ...sharesQuery({ kind: 'song', id: songId }), enabled: mayShare });
  const ofSet = useQuery({
    ...sharesQuery({ kind: 'set', id: setId ?? '' }),
    enabled: mayShare && setId !== null,
  });
  if (!mayShare) return undefined;
  if (!own.data || (setId !== null && !ofSet.data)) return null;
  return own.data.shares.length + (ofSet.data?.shares.length ?? 0);
}
