import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { codeOf, livingProcess, read } from './processes.mjs';

/**
 * The living process that holds a lock file; null if there is none. A number is given again to a later process: only one
 * that began when the file says is the one that took it. A file that names nobody, as a full disk leaves it, holds nothing.
 * @param {string} file
 * @returns {number | null}
 */
export function holderOf(file) {
  const [pid, began] = read(file).split(' ');
  if (!/^[1-9]\d*$/.test(pid ?? '')) return null;
  const living = livingProcess(Number(pid));
  return living && living.began === began ? Number(pid) : null;
}

/**
 * Takes a lock file for this process; false if a living process has it.
 * @param {string} file
 */
export function takeLock(file) {
  mkdirSync(dirname(file), { recursive: true });
  for (const attempt of [1, 2]) {
    try {
      writeFileSync(file, `${process.pid} ${livingProcess(process.pid)?.began}`, { flag: 'wx' });
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
