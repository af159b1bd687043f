import { shareTarget, shareToken } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { hasTarget, insertShare, listShares, readShare, revokeShare } from './store.ts';

/** Links: the team opens, lists and revokes them; whoever has one reads what it opens. */
export function shareRoutes(database: Database, linksUrl: string | null) {
  return [
    route('GET', '/api/shares', 'share', async (request, response, scope) => {
      const target = checked(shareTarget, request.query);
      const shares = await inScope(database, scope, (db) => listShares(scope, db, target));
      response.json({ shares, address: linksUrl });
    }),
    route('POST', '/api/shares', 'share', async (request, response, scope) => {
      const target = checked(shareTarget, request.body);
      const share = await inScope(database, scope, async (db) =>
        (await hasTarget(scope, db, target)) ? insertShare(scope, db, target) : null,
      );
      if (!share) throw new Refusal('not-found', 'There is nothing there to share.');
      response.status(201).json(share);
    }),
    route('DELETE', '/api/shares/:id', 'share', async (request, response, scope) => {
      const id = idInPath(request);
      const revoked = await inScope(database, scope, (db) => revokeShare(scope, db, id));
      if (!revoked) throw new Refusal('not-found', 'This link is not open any more.');
      response.status(204).end();
    }),
    route('GET', '/api/shared/:token', 'link', async (request, response, scope) => {
      response.set('X-Robots-Tag', 'noindex, nofollow').set('Cache-Control', 'private, no-store');
      const token = shareToken.parse(request.params['token']);
      const page = await inScope(database, scope, (db) => readShare(scope, db, token));
      if (!page) throw noSuchLink();
      response.json(page);
    }),
  ];
}

export const noSuchLink = () =>
  new Refusal('not-found', 'This link does not open anything, or not any more.');
