import { readdirSync } from 'node:fs';
import { read } from './processes.mjs';

/** The processes that another one began and that live, the first one first. @param {number} parent @returns {number[]} */
export function childrenOf(parent) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((name) => {
      const stat = read(`/proc/${name}/stat`);
      // proc(5): the name in parentheses may hold anything; after it the state and the parent.
      const [state, ppid] = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
      return Number(ppid) === parent && state !== 'Z' && state !== 'X';
    })
    .map(Number)
    .sort((one, other) => one - other);
}
