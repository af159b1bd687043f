import { may, shareToken, type Installation } from '@intervallum/contract';
import compression from 'compression';
import express, { type Express, type Request, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Limits } from './accounts/limits.ts';
import type { Database } from './db/database.ts';
import { noIndex, onlyBodiesOf, ownChangesOnly, securityHeaders } from './http/guards.ts';
import { ownHostOnly, ownOrNumberedHostOnly } from './http/hosts.ts';
import { requestLog } from './http/log.ts';
import { problemHandler, Refusal } from './http/problem.ts';
import type { Admitted, Route } from './http/route.ts';
import { scopeOfLink, type Session } from './http/session.ts';
import { linkPages, webPages } from './http/webPages.ts';
import type { ChartReader } from './jobs/charts.ts';
import type { LiveHub } from './live/hub.ts';
import { allRoutes } from './routes.ts';
import { noSuchLink } from './shares/routes.ts';

/** What the server works with. */
export interface AppParts {
  readonly database: Database;
  readonly charts: ChartReader;
  readonly session: Session;
  readonly log: Logger;
  readonly limits: Limits;
  /** What open pages are told. */
  readonly live: LiveHub;
  /** How mail leaves. */
  readonly mail: Installation['mail'];
  /** Whose word is taken for where a request comes from, as Express's “trust proxy”; nobody's where it is left out. */
  readonly trustProxy?: string;
  /** Names by which it is reached besides loopback. */
  readonly hosts: readonly string[];
  /** How others reach the links, where they are served by themselves; null where they are not. */
  readonly linksUrl?: string | null;
  /** It was asked to stop, and serves what still comes. */
  readonly isLeaving?: () => boolean;
  /** The built pages; without them only the API answers. */
  readonly webFolder: string | null;
}

/** The whole server. */
export function createApp(parts: AppParts): Express {
  const app = begun(parts, ownHostOnly(parts.hosts));
  app.use('/api', ownChangesOnly, express.json({ limit: '1mb' }));
  serveRoutes(app, parts, allRoutes(parts));
  app.use('/s', noIndex);
  if (parts.webFolder) app.use(webPages(parts.webFolder));
  return ended(app);
}

/** Links, what they show, the files of their pages, and nothing else: what may be reached from other machines. */
export function createLinksApp(parts: AppParts): Express {
  const app = begun(parts, ownOrNumberedHostOnly(parts.hosts));
  const routes = allRoutes(parts).filter(({ rule }) => rule === 'link');
  // A learner's link writes what was practised by it.
  app.use('/api', ownChangesOnly, express.json({ limit: '1mb' }));
  serveRoutes(app, parts, routes);
  app.use('/s', noIndex);
  if (parts.webFolder) app.use(linkPages(parts.webFolder));
  return ended(app);
}

function begun({ log, trustProxy }: AppParts, hosts: RequestHandler): Express {
  const app = express();
  app.disable('x-powered-by');
  if (trustProxy !== undefined) app.set('trust proxy', trustProxy);
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
  async function admitted(rule: Route['rule'], request: Request): Promise<Admitted> {
    if (rule === 'anybody') return null;
    if (rule === 'link') {
      const token = shareToken.safeParse(request.params['token']);
      const scope = token.success ? await scopeOfLink(database, token.data) : null;
      if (!scope) throw noSuchLink();
      return scope;
    }
    const asking = await session(request);
    if (!asking) throw new Refusal('signed-out', 'Sign in to see and change a team’s songs.');
    if (rule === 'account') return asking.account;
    const { scope } = asking;
    // A page that shows one team must not change another one.
    const shown = request.get('Team-Id');
    if (shown !== undefined && shown !== scope?.teamId)
      throw new Refusal(
        'other-team',
        'This page shows a team that is not open any more: in another window you went to another one, or you are not in it now. Load the page anew.',
      );
    if (!scope || scope.role === 'link' || scope.role === 'server')
      throw new Refusal('not-allowed', 'You are in no team: take an invitation, or begin a team.');
    if (!may(scope.role, rule))
      throw new Refusal(
        'not-allowed',
        `This is not for you: in this team you are a ${scope.role}.`,
      );
    return scope;
  }
}
