import { keptKeySearch, newKeptKey, type KeptKeys } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { knownSongs } from '../songs/store.ts';
import { findPerson } from '../teams/store.ts';
import { forgetKey, keepKey, listKeptKeys } from './store.ts';

/** The keys that those of the team sing songs in. */
export function keptKeyRoutes(database: Database) {
  return [
    route('GET', '/api/kept-keys', 'read', async (request, response, scope) => {
      const { songs } = checked(keptKeySearch, request.query);
      const answer: KeptKeys = {
        kept: await inScope(database, scope, (db) => listKeptKeys(scope, db, songs)),
      };
      response.json(answer);
    }),
    route('PUT', '/api/songs/:id/keys/:person', 'write', async (request, response, scope) => {
      const of = { songId: idInPath(request), personId: idInPath(request, 'person') };
      const { key } = checked(newKeptKey, request.body);
      await inScope(database, scope, async (db) => {
        if ((await knownSongs(scope, db, [of.songId])).length === 0)
          throw new Refusal('not-found', 'There is no song at this address.');
        if (!(await findPerson(scope, db, of.personId)))
          throw new Refusal('not-found', 'The team has nobody by this id.');
        await keepKey(scope, db, of, key);
      });
      response.status(204).end();
    }),
    route('DELETE', '/api/songs/:id/keys/:person', 'write', async (request, response, scope) => {
      const of = { songId: idInPath(request), personId: idInPath(request, 'person') };
      const isGone = await inScope(database, scope, (db) => forgetKey(scope, db, of));
      if (!isGone) throw new Refusal('not-found', 'No key of theirs is kept for this song.');
      response.status(204).end();
    }),
  ];
}
