import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './shell.mjs';
import { Stop } from './say.mjs';

/**
 * A running server of the built application.
 * @typedef {{ url: string, ended: Promise<number>, stop: () => Promise<void> }} Application
 */

/**
 * Starts the built server and waits until it answers that it and its database are well.
 * @param {{ cluster: import('./cluster.mjs').Cluster, database: string, port: number, webFolder: string, quiet?: boolean }} options
 * @returns {Promise<Application>}
 */
export async function startApplication({ cluster, database, port, webFolder, quiet = false }) {
  const child = spawn(
    process.execPath,
    ['--enable-source-maps', join(root, 'server/dist/main.js')],
    {
      env: {
        ...process.env,
        DATABASE_URL: cluster.serverUrl(database),
        MIGRATION_DATABASE_URL: cluster.url(database),
        PORT: String(port),
        WEB_FOLDER: webFolder,
        DEMO_FOLDER: join(root, 'demo'),
      },
      // A group of its own: Ctrl-C reaches this command, which then ends the server in order.
      // The channel tells the server when this command is gone, however it went.
      detached: true,
      stdio: ['ignore', quiet ? 'ignore' : 'inherit', quiet ? 'ignore' : 'inherit', 'ipc'],
    },
  );
  /** @type {Promise<number>} */
  const ended = new Promise((resolve) => child.on('exit', (code) => resolve(code ?? 1)));
  let running = true;
  void ended.then(() => {
    running = false;
  });
  const url = `http://127.0.0.1:${port}`;
  for (let tries = 0; running && tries < 300; tries += 1) {
    if (await isWell(url)) {
      const stop = async () => {
        child.kill('SIGTERM');
        await ended;
      };
      return { url, ended, stop };
    }
    await wait(100);
  }
  child.kill('SIGKILL');
  throw new Stop('The server did not start; what it printed above says why.');
}

/** @param {string} url */
export async function isWell(url) {
  try {
    return (await fetch(`${url}/healthz`, { signal: AbortSignal.timeout(2_000) })).status === 200;
  } catch {
    // Not listening yet, or no longer.
    return false;
  }
}
