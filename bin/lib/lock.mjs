import { linkSync, mkdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
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
  return holderIn(read(file));
}

/** @param {string} content of a lock file */
function holderIn(content) {
  const [pid, began] = content.split(' ');
  if (!/^[1-9]\d*$/.test(pid ?? '')) return null;
  const living = livingProcess(Number(pid));
  return living && living.began === began ? Number(pid) : null;
}

/**
 * Takes a lock file for this process; false if a living process has it. The file is there with its holder's number or not
 * at all: one that were made first and written then would for a moment hold nobody, and another could take it away.
 * @param {string} file
 */
export function takeLock(file) {
  mkdirSync(dirname(file), { recursive: true });
  const own = `${file}.${process.pid}`;
  try {
    writeFileSync(own, `${process.pid} ${livingProcess(process.pid)?.began}`);
    if (isLinked(own, file)) return true;
    clearLeft(file, own);
    return isLinked(own, file);
  } finally {
    rmSync(own, { force: true });
  }
}

/** Gives a file a second name, unless that is taken. @param {string} file @param {string} name */
function isLinked(file, name) {
  try {
    linkSync(file, name);
    return true;
  } catch (error) {
    if (codeOf(error) !== 'EEXIST') throw error;
    return false;
  }
}

/**
 * Takes away a lock file that nobody holds. What a dead process left, nobody changes but who clears, and only one clears at a time:
 * so it is no other's lock by the time it is taken away.
 * @param {string} file
 * @param {string} own a file that names this process
 */
function clearLeft(file, own) {
  const clearing = `${file}.clearing`;
  if (!isLinked(own, clearing)) {
    // Whoever cleared was killed in the middle of it.
    if (isLeft(clearing)) rmSync(clearing, { force: true });
    return;
  }
  try {
    if (isLeft(file)) rmSync(file, { force: true });
  } finally {
    rmSync(clearing, { force: true });
  }
}

/** Whether a lock file is there that no living process holds. One that is just given back is not there. @param {string} file */
function isLeft(file) {
  const content = read(file);
  if (content !== '') return holderIn(content) === null;
  return statSync(file, { throwIfNoEntry: false })?.size === 0;
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
