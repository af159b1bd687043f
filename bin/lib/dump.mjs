import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { askingCluster, runs, startCluster, stopCluster } from './cluster.mjs';
import { releaseLock, takeLock } from './lock.mjs';
import { Stop } from './say.mjs';
import { tail } from './shell.mjs';

/** The database of bin/start. */
export const database = 'intervallum';

/**
 * Does something with the database in `folder` while it runs: that of a running Intervallum, else started for as long.
 * @param {string} folder
 * @param {() => Promise<void>} work
 */
export async function whileItRuns(folder, work) {
  const lock = join(folder, 'lock');
  // What ends a command that is gone has the lock for moments, and one that starts has no database yet.
  for (let tries = 0; !takeLock(lock); tries += 1) {
    if (runs(folder)) return work();
    if (tries === 20)
      throw new Stop(`Intervallum is just starting or ending in ${folder}; try again in a moment.`);
    await wait(200);
  }
  try {
    await startCluster(folder);
    await work();
  } finally {
    await stopCluster(folder);
    releaseLock(lock);
  }
}

/**
 * Runs one of PostgreSQL's programs on the cluster in `folder`, from or into an open file.
 * @param {string} folder
 * @param {string} program
 * @param {readonly string[]} words
 * @param {{ from?: number, into?: number }} [files] open for reading, for writing
 * @returns {Promise<string>} what it printed, where that went into no file
 */
export function ask(folder, program, words, { from, into } = {}) {
  const [command, all] = askingCluster(folder, program, words);
  return new Promise((resolve, reject) => {
    const child = spawn(command, all, {
      cwd: '/',
      stdio: [from ?? 'ignore', into ?? 'pipe', 'pipe'],
    });
    let printed = '';
    let trouble = '';
    child.stdout?.on('data', (/** @type {Buffer} */ part) => (printed += part.toString()));
    child.stderr?.on('data', (/** @type {Buffer} */ part) => (trouble += part.toString()));
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0 ? resolve(printed.trim()) : reject(new Error(tail(trouble, 1).trim())),
    );
  });
}

/** One statement, as the owner of everything. @param {string} folder @param {string} statement @param {string} [on] */
export function sql(folder, statement, on = 'postgres') {
  return ask(folder, 'psql', [
    '-X',
    '-q',
    '-At',
    '-v',
    'ON_ERROR_STOP=1',
    '-d',
    on,
    '-c',
    statement,
  ]);
}
