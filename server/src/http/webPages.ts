import { join } from 'node:path';
import express, { Router } from 'express';
import { Refusal } from './problem.ts';

/** The built pages. Every address that is not a file opens the application, which shows the right screen for it. */
export function webPages(folder: string): Router {
  const routes = Router();
  routes.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', index: false }),
  );
  routes.use('/assets', () => {
    throw new Refusal('not-found', 'There is no such file.');
  });
  routes.use(express.static(folder, { index: false, maxAge: '1h' }));
  routes.get('/{*path}', (_request, response) => {
    if (!response.get('Cache-Control')) response.set('Cache-Control', 'no-cache');
    response.sendFile('index.html', { root: folder });
  });
  return routes;
}
