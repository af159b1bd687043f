import { spawn } from 'node:child_process';
import http from 'node:http';
import https from 'node:https';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './shell.mjs';
import { Stop } from './say.mjs';

/**
 * A running server of the built application.
 * @typedef {{ url: string, pid: number, ended: Promise<number>, stop: () => Promise<void> }} Application
 */

/**
 * Starts the built server and waits until it answers that it and its database are well.
 * @param {{ cluster: import('./cluster.mjs').Cluster, database: string, port: number, webFolder: string, quiet?: boolean, isEmpty?: boolean, settings?: Readonly<Record<string, string>> }} options
 * `isEmpty`: no demo is loaded; `settings`: more of the server's environment
 * @returns {Promise<Application>}
 */
export async function startApplication({
  cluster,
  database,
  port,
  webFolder,
  quiet = false,
  isEmpty = false,
  settings = {},
}) {
  const child = spawn(
    process.execPath,
    ['--enable-source-maps', join(root, 'server/dist/main.js')],
    {
      env: {
        ...process.env,
        ...settings,
        DATABASE_URL: cluster.serverUrl(database),
        MIGRATION_DATABASE_URL: cluster.url(database),
        PORT: String(port),
        WEB_FOLDER: webFolder,
        ...(isEmpty ? {} : { DEMO_FOLDER: join(root, 'demo') }),
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
  const url = `${scheme({ ...process.env, ...settings })}://127.0.0.1:${port}`;
  for (let tries = 0; running && tries < 300; tries += 1) {
    if (await isWell(url)) {
      const stop = async () => {
        child.kill('SIGTERM');
        await ended;
      };
      return { url, pid: child.pid ?? 0, ended, stop };
    }
    await wait(100);
  }
  child.kill('SIGKILL');
  throw new Stop('The server did not start; what it printed above says why.');
}

/** How the server speaks: with TLS where a certificate is set. @param {NodeJS.ProcessEnv} env */
export function scheme(env) {
  return env['TLS_CERT'] ? 'https' : 'http';
}

/**
 * Whether a server of ours answers that it and its database are well.
 * @param {string} url
 * @returns {Promise<boolean>}
 */
export function isWell(url) {
  return new Promise((resolve) => {
    // On this very machine the certificate, which names another, proves nothing.
    const options = { timeout: 2_000, rejectUnauthorized: false };
    const get = url.startsWith('https:') ? https.get : http.get;
    const asked = get(`${url}/healthz`, options, (answer) => {
      answer.resume();
      resolve(answer.statusCode === 200);
    });
    asked.on('timeout', () => asked.destroy());
    // Not listening yet, or no longer.
    asked.on('error', () => resolve(false));
  });
}
