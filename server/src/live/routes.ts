import { presence, type Present } from '@intervallum/contract';
import type { Request, Response } from 'express';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import type { Session } from '../http/session.ts';
import { checked } from '../http/validate.ts';
import { mayStillRead, openEvents } from './events.ts';
import type { LiveHub } from './hub.ts';
import { forgetPresence, listPresent, notePresence, tell } from './store.ts';

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

/** What happens in the team, as it happens. */
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
  const events = openEvents(response, () => mayStillRead(request, scope, session));
  const leave = hub.subscribe(scope.teamId, { tell: events.send, end: events.end });
  response.on('close', leave);
}
