import { join } from 'node:path';
import { Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { Refusal } from './problem.ts';

/**
 * The built pages, compressed when they were built (brotli or gzip, as the browser takes it). Every address that is not a
 * file opens the application, which shows the right screen for it.
 */
export function webPages(folder: string): Router {
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
    throw new Refusal('not-found', 'There is no such file.');
  });
  routes.use(
    expressStaticGzip(folder, {
      ...compressed,
      index: false,
      serveStatic: { maxAge: '1h', redirect: false },
    }),
  );
  routes.get('/{*path}', (_request, response) => {
    if (!response.get('Cache-Control')) response.set('Cache-Control', 'no-cache');
    response.sendFile('index.html', { root: folder });
  });
  return routes;
}
