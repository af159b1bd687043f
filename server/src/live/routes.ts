import { may, presence, type LiveEvent, type Present } from '@intervallum/contract';
import type { Request, Response } from 'express';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import type { Session } from '../http/session.ts';
import { checked } from '../http/validate.ts';
import type { LiveHub } from './hub.ts';
import { forgetPresence, listPresent, notePresence, tell } from './store.ts';

/** So often, in milliseconds, an open stream says that it lives, and it is looked whether it still may. */
const pulse = 20_000;

/** What happens in the team while a page is open, and who is where. */
export function liveRoutes(database: Database, hub: LiveHub, session: Session) {
  return [
    route('GET', '/api/events', 'read', (request, response, scope) => {
      stream(request, response, scope, hub, session);
      return Promise.resolve();
    }),
    route('PUT', '/api/presence', 'read', async (request, response, scope) => {
      const { screen, at, isHere } = checked(presence, request.body);
      const { personId } = scope;
      if (personId === null) throw new Refusal('not-found', 'You are nobody of this team.');
      const others = await inScope(database, scope, async (db) => {
        const isNew = isHere
          ? await notePresence(scope, db, { screen, personId, at })
          : await forgetPresence(scope, db, { screen, at });
        if (isNew) await tell(scope, db, { kind: 'here', of: at });
        return isHere ? listPresent(scope, db, at, personId) : [];
      });
      response.set('Cache-Control', 'no-store').json({ others } satisfies Present);
    }),
  ];
}

/**
 * Server-sent events (WHATWG HTML, 9.2). A stream lives longer than a request: whether its session may still read is asked
 * again and again, so that who was removed or signed out hears nothing more.
 */
function stream(
  request: Request,
  response: Response,
  scope: Scope,
  hub: LiveHub,
  session: Session,
): void {
  const said = request.query['team'];
  if (said !== undefined && said !== scope.teamId)
    throw new Refusal('other-team', 'This page shows a team that is not open any more.');
  response
    .status(200)
    .set({
      'Content-Type': 'text/event-stream',
      // Neither kept nor compressed: each line goes out at once.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    })
    .flushHeaders();
  const write = (event: LiveEvent) => response.write(`data: ${JSON.stringify(event)}\n\n`);
  const leave = hub.subscribe(scope.teamId, { tell: write, end: () => response.end() });
  const mayStill = async () => {
    const now = (await session(request))?.scope;
    return now?.teamId === scope.teamId && now.role !== 'link' && now.role !== 'server'
      ? may(now.role, 'read')
      : false;
  };
  const timer = setInterval(() => {
    mayStill().then(
      (may) => (may ? response.write(':\n\n') : response.end()),
      // The database is away: nothing can be told either, and it is asked again.
      () => response.write(':\n\n'),
    );
  }, pulse);
  timer.unref();
  response.on('close', () => {
    clearInterval(timer);
    leave();
  });
  response.write('retry: 2000\n\n');
}
