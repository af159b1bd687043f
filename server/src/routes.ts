import { sql } from 'drizzle-orm';
import type { Database } from './db/database.ts';
import { attachmentRoutes } from './attachments/routes.ts';
import { attachmentService } from './attachments/service.ts';
import { route, type Route } from './http/route.ts';
import type { ChartReader } from './jobs/charts.ts';
import { moveRoutes } from './moves/routes.ts';
import { runRoutes } from './runs/routes.ts';
import { setRoutes } from './sets/routes.ts';
import { setService } from './sets/service.ts';
import { useRoutes } from './sets/uses/routes.ts';
import { useService } from './sets/uses/service.ts';
import { shareRoutes } from './shares/routes.ts';
import { songListRoutes } from './songs/list/routes.ts';
import { songListService } from './songs/list/service.ts';
import { songRoutes } from './songs/routes.ts';
import { songService } from './songs/service.ts';
import { trashRoutes } from './trash/routes.ts';

/**
 * Everything that can be asked of the server, each with its rule. What is not in this table is not answered.
 * @param linksUrl how others reach the links, where they are served by themselves
 */
export function allRoutes(
  database: Database,
  charts: ChartReader,
  linksUrl: string | null = null,
): readonly Route[] {
  return [
    route('GET', '/healthz', 'anybody', async (_request, response) => {
      await database.execute(sql`select 1`);
      response.set('Cache-Control', 'no-store').json({ status: 'ok' });
    }),
    ...songListRoutes(songListService(database, charts)),
    ...songRoutes(songService(database, charts)),
    ...attachmentRoutes(attachmentService(database)),
    ...setRoutes(setService(database, charts)),
    ...useRoutes(useService(database, charts)),
    ...shareRoutes(database, linksUrl),
    ...moveRoutes(database),
    ...runRoutes(database),
    ...trashRoutes(database),
  ];
}
