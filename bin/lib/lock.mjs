import { linkSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
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
    if (holderOf(file) !== null) return false;
    setAside(file);
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

/** Takes away a lock that nobody holds. Where another was quicker and holds it by now, it is given back. @param {string} file */
function setAside(file) {
  const aside = `${file}.${process.pid}.old`;
  try {
    renameSync(file, aside);
  } catch (error) {
    if (codeOf(error) !== 'ENOENT') throw error;
    return;
  }
  if (holderOf(aside) !== null) isLinked(aside, file);
  rmSync(aside, { force: true });
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
