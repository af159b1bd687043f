import { newMoves } from '@intervallum/contract';
import { mostOwnMoves } from '@intervallum/core';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { countMoves, deleteMove, insertMoves, listMoves } from './store.ts';

/** The moves of a team's own: listed, kept, forgotten. */
export function moveRoutes(database: Database) {
  return [
    route('GET', '/api/moves', 'member', async (_request, response, scope) => {
      response.json({ moves: await inScope(database, scope, (db) => listMoves(scope, db)) });
    }),
    route('POST', '/api/moves', 'member', async (request, response, scope) => {
      const { moves } = checked(newMoves, request.body);
      const kept = await inScope(database, scope, async (db) => {
        await insertMoves(scope, db, moves);
        // Counted afterwards: what was there already is none more. Too many, and nothing of it is kept.
        if ((await countMoves(scope, db)) > mostOwnMoves)
          throw new Refusal(
            'too-large',
            `A team keeps up to ${mostOwnMoves} moves. Take some away, then try again.`,
          );
        return listMoves(scope, db);
      });
      response.status(201).json({ moves: kept });
    }),
    route('DELETE', '/api/moves/:id', 'member', async (request, response, scope) => {
      const id = idInPath(request);
      const isGone = await inScope(database, scope, (db) => deleteMove(scope, db, id));
      if (!isGone) throw new Refusal('not-found', 'This move is not there any more.');
      response.status(204).end();
    }),
  ];
}
