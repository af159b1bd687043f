import { shareTarget, shareToken } from '@intervallum/contract';
import { Router } from 'express';
import type { Database } from '../db/database.ts';
import { noIndex } from '../http/guards.ts';
import { Refusal } from '../http/problem.ts';
import { teamId } from '../http/team.ts';
import { checked, idInPath } from '../http/validate.ts';
import { insertShare, listShares, readShare, revokeShare } from './queries.ts';

/** For the team: open, list and revoke links. */
export function shareRoutes(db: Database): Router {
  const routes = Router();

  routes.get('/', async (request, response) => {
    const target = checked(shareTarget, request.query);
    response.json({ shares: await listShares(db, teamId(response), target) });
  });

  routes.post('/', async (request, response) => {
    const share = await insertShare(db, teamId(response), checked(shareTarget, request.body));
    if (!share) throw new Refusal('not-found', 'There is nothing there to share.');
    response.status(201).json(share);
  });

  routes.delete('/:id', async (request, response) => {
    const revoked = await revokeShare(db, teamId(response), idInPath(request));
    if (!revoked) throw new Refusal('not-found', 'This link is not open any more.');
    response.status(204).end();
  });

  return routes;
}

/** For whoever has a link: read what it opens. */
export function sharedRoutes(db: Database): Router {
  const routes = Router();

  routes.get('/:token', noIndex, async (request, response) => {
    const token = shareToken.safeParse(request.params.token);
    const page = token.success ? await readShare(db, token.data) : null;
    if (!page) throw new Refusal('not-found', 'This link does not open anything, or not any more.');
    response.json(page);
  });

  return routes;
}
