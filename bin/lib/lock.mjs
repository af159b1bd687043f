import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

/**
 * The living process that holds a lock file; null if there is none.
 * @param {string} file
 * @returns {number | null}
 */
export function holderOf(file) {
  try {
    const pid = Number(readFileSync(file, 'utf8'));
    process.kill(pid, 0);
    return pid;
  } catch (error) {
    // Another user's process cannot be signalled, but it lives.
    return codeOf(error) === 'EPERM' ? -1 : null;
  }
}

/**
 * Takes a lock file for this process; false if a living process has it.
 * @param {string} file
 */
export function takeLock(file) {
  mkdirSync(dirname(file), { recursive: true });
  for (const attempt of [1, 2]) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      return true;
    } catch (error) {
      if (codeOf(error) !== 'EEXIST') throw error;
      if (holderOf(file) !== null || attempt === 2) return false;
      rmSync(file, { force: true });
    }
  }
  return false;
}

/** @param {string} file */
export function releaseLock(file) {
  rmSync(file, { force: true });
}

/**
 * Does work that only one process may do at a time, after whoever is doing it now.
 * @param {string} file
 * @param {() => Promise<void>} work
 */
export async function oneAtATime(file, work) {
  while (!takeLock(file)) await wait(300);
  try {
    await work();
  } finally {
    releaseLock(file);
  }
}

/** What a failed call of the system says of why. @param {unknown} error */
function codeOf(error) {
  return typeof error === 'object' && error !== null && 'code' in error ? error.code : null;
}
