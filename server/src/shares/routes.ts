import {
  learnerLimits,
  newLearnerEntries,
  newShare,
  shareTarget,
  shareToken,
} from '@intervallum/contract';
import { record } from '../audit/store.ts';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { countLearned, listLearned, writeDown } from '../logbook/store.ts';
import { tellLinksRevoked } from '../live/store.ts';
import type { SendService } from '../sends/service.ts';
import { findTarget } from '../sends/store.ts';
import { insertShare, isLinkKnown, listShares, revokeShare, targetOfShare } from './store.ts';

/** Links: the team opens, lists and revokes them; whoever has one reads what it opens. */
export function shareRoutes(database: Database, sends: SendService, linksUrl: string | null) {
  return [
    route('GET', '/api/shares', 'share', async (request, response, scope) => {
      const target = checked(shareTarget, request.query);
      const shares = await inScope(database, scope, (db) => listShares(scope, db, target));
      response.json({ shares, address: linksUrl });
    }),
    route('POST', '/api/shares', 'share', async (request, response, scope) => {
      const wished = checked(newShare, request.body);
      const share = await inScope(database, scope, async (db) => {
        const page = await findTarget(scope, db, wished);
        if (!page) throw new Refusal('not-found', 'There is nothing there to share.');
        await record(scope, db, 'link opened', [page.name, wished.who].filter(Boolean).join(', '));
        return insertShare(scope, db, wished);
      });
      response.status(201).json(share);
    }),
    route('DELETE', '/api/shares/:id', 'share', async (request, response, scope) => {
      const id = idInPath(request);
      await inScope(database, scope, async (db) => {
        const target = await revokeShare(scope, db, id);
        if (!target) throw new Refusal('not-found', 'This link is not open any more.');
        const page = await findTarget(scope, db, target);
        await record(scope, db, 'link revoked', page?.name ?? '');
        await tellLinksRevoked(scope, db);
      });
      response.status(204).end();
    }),
    route('GET', '/api/shared/:token', 'link', async (request, response, scope) => {
      response.set('X-Robots-Tag', 'noindex, nofollow').set('Cache-Control', 'private, no-store');
      const token = shareToken.parse(request.params['token']);
      const share = await inScope(database, scope, (db) => targetOfShare(scope, db, token));
      const page = share && (await sends.asItStands(scope, share.target));
      if (!page) throw noSuchLink();
      response.json({ ...page, reader: share.reader });
    }),
    route('GET', '/api/shares/:id/log', 'share', async (request, response, scope) => {
      const id = idInPath(request);
      const log = await inScope(database, scope, async (db) => {
        if (!(await isLinkKnown(scope, db, id)))
          throw new Refusal('not-found', 'There is no such link.');
        return listLearned(scope, db, id, mostLearned);
      });
      response.json(log);
    }),
    route('POST', '/api/shared/:token/log', 'link', async (request, response, scope) => {
      const token = shareToken.parse(request.params['token']);
      const { entries } = checked(newLearnerEntries, request.body);
      await inScope(database, scope, async (db) => {
        const share = await targetOfShare(scope, db, token);
        if (!share?.reader.learner)
          throw new Refusal('not-allowed', 'By this link nothing is practised: it is for reading.');
        const { target, id } = share;
        if (entries.some(({ songId }) => songId !== target.id))
          throw new Refusal('invalid', 'By this link one song is practised, and this is another.');
        const { lately, all } = await countLearned(scope, db, id);
        if (lately + entries.length > learnerLimits.day)
          throw new Refusal(
            'too-large',
            `By one link ${learnerLimits.day} rounds are written down in a day. Go on tomorrow.`,
          );
        if (all + entries.length > learnerLimits.all)
          throw new Refusal(
            'too-large',
            `By one link ${learnerLimits.all} rounds are written down. Ask whoever sent it for a new one.`,
          );
        await writeDown(scope, db, entries, id);
      });
      response.status(204).end();
    }),
  ];
}

/** So many rounds of a learner are told, the last ones. */
const mostLearned = 200;

export const noSuchLink = () =>
  new Refusal('not-found', 'This link does not open anything, or not any more.');
