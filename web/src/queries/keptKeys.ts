import { keptKeys } from '@intervallum/contract';
import { queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { ask } from './client.ts';
import { answered } from './queries.ts';

const nothing = z.null();

/** What is asked of the keys that those of the team sing songs in. */
export const keptKeysApi = {
  list: (songIds: readonly string[]) =>
    ask(keptKeys, `/kept-keys?${new URLSearchParams({ songs: songIds.join(',') })}`),
  keep: (songId: string, personId: string, key: string) =>
    ask(nothing, `/songs/${songId}/keys/${personId}`, { method: 'PUT', body: { key } }),
  forget: (songId: string, personId: string) =>
    ask(nothing, `/songs/${songId}/keys/${personId}`, { method: 'DELETE' }),
};

export const keptKeysKey = ['kept keys'] as const;

/** The keys that those of the team sing some songs in. Without an answer none is offered. */
export function keptKeysQuery(songIds: readonly string[]) {
  return queryOptions({
    queryKey: [...keptKeysKey, songIds],
    queryFn: () => answered(keptKeysApi.list(songIds)),
    enabled: songIds.length > 0,
    retry: false,
  });
}
