import { atScreen, batonWish, newCue, shareToken, showEnd } from '@intervallum/contract';
import type { Request, Response } from 'express';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { scopeOfLink, type Session } from '../http/session.ts';
import { checked, idInPath } from '../http/validate.ts';
import { mayStillRead, openEvents } from '../live/events.ts';
import type { LiveHub } from '../live/hub.ts';
import { noSuchLink } from '../shares/routes.ts';
import { targetOfShare } from '../shares/store.ts';
import { heardOf, stageFollowing } from './follow.ts';
import type { StageService } from './service.ts';

/** So many pages follow one set at one server: whoever has a link could open any number. */
const mostFollowers = 2_000;

/** A set that is played: led by members, followed by them and by whoever has a link to it. */
export function stageRoutes(
  database: Database,
  { stage, hub, session }: { stage: StageService; hub: LiveHub; session: Session },
) {
  const follow = stageFollowing(hub, stage);

  /** The set that a link opens; a link to a song opens no stage. */
  async function setOfLink(request: Request, scope: Scope): Promise<string> {
    const token = shareToken.parse(request.params['token']);
    const share = await inScope(database, scope, (db) => targetOfShare(scope, db, token));
    if (share?.target.kind !== 'set') throw noSuchLink();
    return share.target.id;
  }

  function stream(
    request: Request,
    response: Response,
    { scope, setId, mayStill }: { scope: Scope; setId: string; mayStill: () => Promise<boolean> },
  ): void {
    if (hub.following(scope.teamId, setId) >= mostFollowers)
      throw new Refusal(
        'too-often',
        'So many pages follow already that this one has no place.',
        {},
        10,
      );
    const events = openEvents(response, mayStill);
    const leave = follow(scope, setId, events, heardOf(request.get('Last-Event-ID')));
    response.on('close', leave);
  }

  return [
    route('GET', '/api/sets/:id/stage', 'read', async (request, response, scope) => {
      const now = await stage.now(scope, idInPath(request));
      response.set('Cache-Control', 'no-store').json(now);
    }),
    route('GET', '/api/sets/:id/stage/events', 'read', async (request, response, scope) => {
      const setId = idInPath(request);
      await stage.known(scope, setId);
      const mayStill = () => mayStillRead(request, scope, session);
      stream(request, response, { scope, setId, mayStill });
    }),
    route('GET', '/api/shared/:token/stage', 'link', async (request, response, scope) => {
      const now = await stage.now(scope, await setOfLink(request, scope));
      response.set('Cache-Control', 'private, no-store').json(now);
    }),
    route('GET', '/api/shared/:token/stage/events', 'link', async (request, response, scope) => {
      const setId = await setOfLink(request, scope);
      const token = shareToken.parse(request.params['token']);
      const mayStill = async () => (await scopeOfLink(database, token)) !== null;
      stream(request, response, { scope, setId, mayStill });
    }),
    route('POST', '/api/sets/:id/stage', 'plan', async (request, response, scope) => {
      const { screen } = checked(atScreen, request.body);
      response.json(await stage.begin(scope, idInPath(request), screen));
    }),
    route('PUT', '/api/sets/:id/stage/baton', 'plan', async (request, response, scope) => {
      const wish = checked(batonWish, request.body);
      response.json(await stage.baton(scope, idInPath(request), wish));
    }),
    route('POST', '/api/sets/:id/stage/cues', 'plan', async (request, response, scope) => {
      const said = checked(newCue, request.body);
      response.json(await stage.cue(scope, idInPath(request), said));
    }),
    route('POST', '/api/sets/:id/stage/end', 'plan', async (request, response, scope) => {
      await stage.end(scope, idInPath(request), checked(showEnd, request.body));
      response.status(204).end();
    }),
    route('GET', '/api/sets/:id/shows', 'read', async (request, response, scope) => {
      response.json(await stage.list(scope, idInPath(request)));
    }),
  ];
}
