import { shareToken } from '@intervallum/contract';
import compression from 'compression';
import express, { type Express, type Request, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Database } from './db/database.ts';
import type { Scope } from './db/scope.ts';
import { noIndex, onlyBodiesOf, ownChangesOnly, securityHeaders } from './http/guards.ts';
import { ownHostOnly, ownOrNumberedHostOnly } from './http/hosts.ts';
import { requestLog } from './http/log.ts';
import { problemHandler, Refusal } from './http/problem.ts';
import type { Route } from './http/route.ts';
import { scopeOfLink, type Session } from './http/session.ts';
import { linkPages, webPages } from './http/webPages.ts';
import type { ChartReader } from './jobs/charts.ts';
import { allRoutes } from './routes.ts';
import { noSuchLink } from './shares/routes.ts';

/** What the server works with. */
export interface AppParts {
  readonly database: Database;
  readonly charts: ChartReader;
  readonly session: Session;
  readonly log: Logger;
  /** Names by which it is reached besides loopback. */
  readonly hosts: readonly string[];
  /** How others reach the links, where they are served by themselves; null where they are not. */
  readonly linksUrl?: string | null;
  /** The built pages; without them only the API answers. */
  readonly webFolder: string | null;
}

/** The whole server. */
export function createApp(parts: AppParts): Express {
  const app = begun(parts, ownHostOnly(parts.hosts));
  app.use('/api', ownChangesOnly, express.json({ limit: '1mb' }));
  serveRoutes(app, parts, allRoutes(parts.database, parts.charts, parts.linksUrl));
  app.use('/s', noIndex);
  if (parts.webFolder) app.use(webPages(parts.webFolder));
  return ended(app);
}

/** Links, what they show, the files of their pages, and nothing else: what may be reached from other machines. */
export function createLinksApp(parts: AppParts): Express {
  const app = begun(parts, ownOrNumberedHostOnly(parts.hosts));
  const routes = allRoutes(parts.database, parts.charts, parts.linksUrl).filter(
    ({ rule }) => rule === 'link',
  );
  serveRoutes(app, parts, routes);
  app.use('/s', noIndex);
  if (parts.webFolder) app.use(linkPages(parts.webFolder));
  return ended(app);
}

function begun({ log }: AppParts, hosts: RequestHandler): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(requestLog(log), securityHeaders, hosts, compression());
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-cache');
    next();
  });
  return app;
}

function ended(app: Express): Express {
  app.use(() => {
    throw new Refusal('not-found', 'There is nothing at this address.');
  });
  app.use(problemHandler);
  return app;
}

function serveRoutes(app: Express, { database, session }: AppParts, routes: readonly Route[]) {
  for (const { method, path, rule, takes, handle } of routes) {
    const verb = method.toLowerCase() as Lowercase<Route['method']>;
    app[verb](path, onlyBodiesOf(takes), async (request, response) => {
      await handle(request, response, await admitted(rule, request));
    });
  }
  for (const path of new Set(routes.map((route) => route.path))) {
    const methods = routes.filter((route) => route.path === path).map((route) => route.method);
    app.all(path, (_request, response) => {
      response.set('Allow', methods.join(', '));
      throw new Refusal('wrong-method', `Here one can ${methods.join(', ')}.`);
    });
  }
  app.use('/api', () => {
    throw new Refusal('not-found', 'There is nothing at this address.');
  });

  /** For whom a route that has this rule works; throws where nobody it admits asks. */
  async function admitted(rule: Route['rule'], request: Request): Promise<Scope | null> {
    switch (rule) {
      case 'anybody':
        return null;
      case 'link': {
        const token = shareToken.safeParse(request.params['token']);
        const scope = token.success ? await scopeOfLink(database, token.data) : null;
        if (!scope) throw noSuchLink();
        return scope;
      }
      case 'member': {
        const scope = await session(request);
        if (!scope) throw new Refusal('signed-out', 'Sign in to see and change a team’s songs.');
        return scope;
      }
    }
  }
}
