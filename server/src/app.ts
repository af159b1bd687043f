import { sql } from 'drizzle-orm';
import express, { type Express } from 'express';
import type { Database } from './db/database.ts';
import { noIndex, ownChangesOnly, securityHeaders } from './http/guards.ts';
import { problemHandler, Refusal } from './http/problem.ts';
import { teamOfRequest } from './http/team.ts';
import { webPages } from './http/webPages.ts';
import { setRoutes } from './sets/routes.ts';
import { sharedRoutes, shareRoutes } from './shares/routes.ts';
import { songRoutes } from './songs/routes.ts';

/** The whole server. `webFolder` holds the built pages; without it only the API answers. */
export function createApp(db: Database, webFolder: string | null): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(securityHeaders);

  app.get('/healthz', async (_request, response) => {
    await db.execute(sql`select 1`);
    response.set('Cache-Control', 'no-store').json({ status: 'ok' });
  });

  const api = express.Router();
  api.use(ownChangesOnly, express.json({ limit: '1mb' }));
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-cache');
    next();
  });
  api.use('/shared', sharedRoutes(db));
  api.use(teamOfRequest(db));
  api.use('/songs', songRoutes(db));
  api.use('/sets', setRoutes(db));
  api.use('/shares', shareRoutes(db));
  api.use(() => {
    throw new Refusal('not-found', 'There is nothing at this address.');
  });
  app.use('/api', api);

  app.use('/s', noIndex);
  if (webFolder) app.use(webPages(webFolder));
  app.use(problemHandler);
  return app;
}
