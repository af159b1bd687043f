import { readdirSync, readFileSync } from 'node:fs';

/**
 * A process of this machine that lives: when it began, in ticks since the machine started (proc(5), stat, field 22). One that
 * ended and that its parent has not asked after yet (state Z) is there by its number only: it does not live.
 * @param {number} pid
 * @returns {{ began: string } | null} null where there is none
 */
export function livingProcess(pid) {
  const [state, ...fields] = statOf(pid);
  const began = fields[18];
  return began === undefined || state === 'Z' || state === 'X' ? null : { began };
}

/** The processes that another one began and that live, the first one first. @param {number} parent @returns {number[]} */
export function childrenOf(parent) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => Number(statOf(pid)[1]) === parent && livingProcess(pid))
    .sort((one, other) => one - other);
}

/** What the system says of a process, from its state on (proc(5), stat, field 3). @param {number} pid */
function statOf(pid) {
  const stat = read(`/proc/${pid}/stat`);
  // The name in parentheses may hold anything, parentheses and spaces too.
  return stat.slice(stat.lastIndexOf(')') + 2).split(' ');
}

/** What is in a file; nothing where there is none. @param {string} file */
export function read(file) {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    // A process may end while one reads about it.
    if (['ENOENT', 'ESRCH'].includes(String(codeOf(error)))) return '';
    throw error;
  }
}

/** What a failed call of the system says of why. @param {unknown} error */
export function codeOf(error) {
  return typeof error === 'object' && error !== null && 'code' in error ? error.code : null;
}
