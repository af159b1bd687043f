import { newVoice, type VoiceList } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { findPerson } from '../teams/store.ts';
import { forgetVoice, listVoices, noteVoice } from './store.ts';

/** What those of the team can sing. */
export function voiceRoutes(database: Database) {
  return [
    route('GET', '/api/voices', 'read', async (_request, response, scope) => {
      const all = await inScope(database, scope, (db) => listVoices(scope, db));
      const list: VoiceList = {
        voices: all.flatMap(({ voice, ...who }) =>
          voice ? [{ ...who, ...voice, notedAt: voice.notedAt.toISOString() }] : [],
        ),
        others: all.flatMap(({ voice, ...who }) => (voice ? [] : [who])),
      };
      response.json(list);
    }),
    route('PUT', '/api/people/:id/voice', 'write', async (request, response, scope) => {
      const id = idInPath(request);
      const voice = checked(newVoice, request.body);
      await inScope(database, scope, async (db) => {
        if (!(await findPerson(scope, db, id)))
          throw new Refusal('not-found', 'The team has nobody by this id.');
        await noteVoice(scope, db, id, voice);
      });
      response.status(204).end();
    }),
    route('DELETE', '/api/people/:id/voice', 'write', async (request, response, scope) => {
      const id = idInPath(request);
      const isGone = await inScope(database, scope, (db) => forgetVoice(scope, db, id));
      if (!isGone) throw new Refusal('not-found', 'Of this voice nothing is noted.');
      response.status(204).end();
    }),
  ];
}
