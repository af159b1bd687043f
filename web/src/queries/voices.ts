import { voiceList, type NewVoice } from '@intervallum/contract';
import { queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { ask } from './client.ts';
import { answered } from './queries.ts';

const nothing = z.null();

/** What is asked of the voices of the team. */
export const voicesApi = {
  list: () => ask(voiceList, '/voices'),
  note: (personId: string, voice: NewVoice) =>
    ask(nothing, `/people/${personId}/voice`, { method: 'PUT', body: voice }),
  forget: (personId: string) => ask(nothing, `/people/${personId}/voice`, { method: 'DELETE' }),
};

/** The voices of the team. */
export function voicesQuery() {
  return queryOptions({ queryKey: ['voices'], queryFn: () => answered(voicesApi.list()) });
}
