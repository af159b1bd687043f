import type { Installation } from '@intervallum/contract';
import { sql } from 'drizzle-orm';
import type { Limits } from './accounts/limits.ts';
import { accountRoutes } from './accounts/routes.ts';
import { accountService } from './accounts/service.ts';
import { auditRoutes } from './audit/routes.ts';
import type { Database } from './db/database.ts';
import { attachmentRoutes } from './attachments/routes.ts';
import { attachmentService } from './attachments/service.ts';
import { route, type Route } from './http/route.ts';
import type { Session } from './http/session.ts';
import { installationRoutes } from './installation/routes.ts';
import type { ChartReader } from './jobs/charts.ts';
import type { LiveHub } from './live/hub.ts';
import { liveRoutes } from './live/routes.ts';
import { logbookRoutes } from './logbook/routes.ts';
import { moveRoutes } from './moves/routes.ts';
import { runRoutes } from './runs/routes.ts';
import { sendRoutes } from './sends/routes.ts';
import { sendService } from './sends/service.ts';
import { setRoutes } from './sets/routes.ts';
import { setService } from './sets/service.ts';
import { useRoutes } from './sets/uses/routes.ts';
import { useService } from './sets/uses/service.ts';
import { shareRoutes } from './shares/routes.ts';
import { stageRoutes } from './stage/routes.ts';
import { stageService } from './stage/service.ts';
import { songListRoutes } from './songs/list/routes.ts';
import { songListService } from './songs/list/service.ts';
import { songRoutes } from './songs/routes.ts';
import { songService } from './songs/service.ts';
import { teamFileRoutes } from './teamFile/routes.ts';
import { teamRoutes } from './teams/routes.ts';
import { trashRoutes } from './trash/routes.ts';
import { keptKeyRoutes } from './keptKeys/routes.ts';
import { voiceRoutes } from './voices/routes.ts';

/** What the routes work with. */
export interface RouteParts {
  readonly database: Database;
  readonly charts: ChartReader;
  readonly session: Session;
  readonly limits: Limits;
  readonly live: LiveHub;
  readonly mail: Installation['mail'];
  /** How others reach the links, where they are served by themselves. */
  readonly linksUrl?: string | null;
  /** It was asked to stop, and serves what still comes. */
  readonly isLeaving?: () => boolean;
}

/** Everything that can be asked of the server, each with its rule. What is not in this table is not answered. */
export function allRoutes({
  database,
  charts,
  session,
  limits,
  live,
  mail,
  linksUrl = null,
  isLeaving = () => false,
}: RouteParts): readonly Route[] {
  const sends = sendService(database, charts);
  const accounts = accountService(database, limits, mail !== 'none');
  return [
    route('GET', '/healthz', 'anybody', async (_request, response) => {
      await database.execute(sql`select 1`);
      response.set('Cache-Control', 'no-store').json({ status: 'ok' });
    }),
    // A process that answers is alive, whatever its database does: none is restarted for that.
    route('GET', '/livez', 'anybody', (_request, response) => {
      response.set('Cache-Control', 'no-store').json({ status: 'ok' });
      return Promise.resolve();
    }),
    // Whoever shares requests out among several sends them where this is so.
    route('GET', '/readyz', 'anybody', async (_request, response) => {
      response.set('Cache-Control', 'no-store');
      if (isLeaving()) {
        response.status(503).json({ status: 'leaving' });
        return;
      }
      await database.execute(sql`select 1`);
      response.json({ status: 'ok' });
    }),
    ...installationRoutes(database, accounts, limits, mail),
    ...accountRoutes(database, accounts, session),
    ...teamRoutes(database),
    ...teamFileRoutes(database, charts),
    ...auditRoutes(database),
    ...liveRoutes(database, live, session),
    ...songListRoutes(songListService(database, charts)),
    ...songRoutes(songService(database, charts)),
    ...attachmentRoutes(attachmentService(database)),
    ...setRoutes(setService(database, charts)),
    ...useRoutes(useService(database, charts)),
    ...sendRoutes(sends),
    ...shareRoutes(database, sends, linksUrl),
    ...stageRoutes(database, { stage: stageService(database), hub: live, session }),
    ...moveRoutes(database),
    ...runRoutes(database),
    ...voiceRoutes(database),
    ...keptKeyRoutes(database),
    ...logbookRoutes(database),
    ...trashRoutes(database),
  ];
}
