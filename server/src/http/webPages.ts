import { join } from 'node:path';
import { Router, type Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { Refusal } from './problem.ts';

/**
 * The built pages, compressed when they were built (brotli or gzip, as the browser takes it). Every address that is not a
 * file opens the application, which shows the right screen for it.
 */
export function webPages(folder: string): Router {
  const routes = filesOf(folder);
  routes.get('/{*path}', (_request, response) => sendPage(response, folder));
  return routes;
}

/** The pages of links alone: their address opens them, and the files that they are made of. */
export function linkPages(folder: string): Router {
  const routes = Router();
  routes.use((request, _response, next) => {
    // The page itself, compressed or not, however its name is written.
    if (/\.html(?:\.|$)/i.test(decodeURIComponent(request.path))) throw noSuchFile();
    next();
  });
  routes.use(filesOf(folder));
  const pages = ['/s/:token', '/s/:token/stand', '/s/:token/stage'];
  routes.get(pages, (_request, response) => sendPage(response, folder));
  return routes;
}

function sendPage(response: Response, folder: string): void {
  if (!response.get('Cache-Control')) response.set('Cache-Control', 'no-cache');
  response.sendFile('index.html', { root: folder });
}

function filesOf(folder: string): Router {
  const routes = Router();
  const compressed = { enableBrotli: true, orderPreference: ['br' as const] };
  routes.use(
    '/assets',
    expressStaticGzip(join(folder, 'assets'), {
      ...compressed,
      index: false,
      serveStatic: { immutable: true, maxAge: '1y', redirect: false },
    }),
  );
  routes.use('/assets', () => {
    throw noSuchFile();
  });
  routes.use(
    expressStaticGzip(folder, {
      ...compressed,
      index: false,
      serveStatic: { maxAge: '1h', redirect: false },
    }),
  );
  return routes;
}

const noSuchFile = () => new Refusal('not-found', 'There is no such file.');
