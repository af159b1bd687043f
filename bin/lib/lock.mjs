import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

/**
 * The living process that holds a lock file; null if there is none. A number is given again to a later process: only one
 * that began when the file says is the one that took it. A file that names nobody, as a full disk leaves it, holds nothing.
 * @param {string} file
 * @returns {number | null}
 */
export function holderOf(file) {
  const [pid, began] = read(file).split(' ');
  if (!/^[1-9]\d*$/.test(pid ?? '')) return null;
  const beganNow = beginningOf(Number(pid));
  return beganNow !== null && beganNow === began ? Number(pid) : null;
}

/** @param {string} file */
function read(file) {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (codeOf(error) === 'ENOENT') return '';
    throw error;
  }
}

/**
 * When a process began, in ticks of the machine since it started (proc(5), field 22 of stat); null if there is none.
 * @param {number} pid
 */
function beginningOf(pid) {
  const stat = read(`/proc/${pid}/stat`);
  // The name in parentheses may hold anything, parentheses and spaces too.
  return stat === '' ? null : (stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null);
}

/**
 * Takes a lock file for this process; false if a living process has it.
 * @param {string} file
 */
export function takeLock(file) {
  mkdirSync(dirname(file), { recursive: true });
  for (const attempt of [1, 2]) {
    try {
      writeFileSync(file, `${process.pid} ${beginningOf(process.pid)}`, { flag: 'wx' });
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
