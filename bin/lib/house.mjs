import { layers } from './layers.mjs';
import { Stop } from './say.mjs';

/* What the imports say of the house: which folder rests on which, and whether any rests on one above. */

/** The folder of a file as the drawing has it: `core/chart`; null for what stands beside the folders. @param {string} file */
export function storeyOf(file) {
  const found = /^(core|contract|server|web)\/src\/([^/]+)\//.exec(file);
  return found ? `${found[1]}/${found[2]}` : null;
}

/**
 * Which folders import from which.
 * @param {readonly { from: string, to: string }[]} imports
 * @param {(file: string) => string | null} folderOf
 */
export function folderArrows(imports, folderOf) {
  /** @type {Map<string, Set<string>>} */
  const arrows = new Map();
  for (const { from, to } of imports) {
    const ends = [from, to].map((file) =>
      /^(core|contract|server|web)\/src\/.+\//.test(file) ? folderOf(file) : null,
    );
    const [one, other] = ends;
    if (!one || !other || one === other) continue;
    arrows.set(one, (arrows.get(one) ?? new Set()).add(other));
  }
  return arrows;
}

/** True where a folder imports from a storey above its own. @param {string} from @param {string} to */
export function runsUp(from, to) {
  const [place, otherPlace] = [heightOf(from), heightOf(to)];
  return place.part === otherPlace.part && otherPlace.height > place.height;
}

/** @param {string} folder */
function heightOf(folder) {
  const [part = '', name = ''] = folder.split('/');
  const height = layers[`${part}/src`]?.findIndex((row) => row.includes(name)) ?? -1;
  if (height < 0) throw new Stop(`bin/lib/layers.mjs does not say on which storey ${folder} is.`);
  return { part, height };
}

/** A row of folders each of which imports from the next, and the last from the first; null where there is none. @param {ReadonlyMap<string, ReadonlySet<string>>} arrows */
export function circleOf(arrows) {
  const done = new Set();
  /** @param {string} folder @param {readonly string[]} path @returns {string[] | null} */
  const walk = (folder, path) => {
    if (path.includes(folder)) return [...path.slice(path.indexOf(folder)), folder];
    if (done.has(folder)) return null;
    for (const next of arrows.get(folder) ?? []) {
      const found = walk(next, [...path, folder]);
      if (found) return found;
    }
    done.add(folder);
    return null;
  };
  for (const folder of arrows.keys()) {
    const found = walk(folder, []);
    if (found) return found;
  }
  return null;
}

/** The house as a drawing in Mermaid: arrows that follow from others are left out. @param {ReadonlyMap<string, ReadonlySet<string>>} arrows */
export function draw(arrows) {
  const lines = ['```mermaid', 'flowchart TD'];
  const names = new Set([...arrows].flatMap(([from, all]) => [from, ...all]));
  for (const part of ['web', 'server', 'contract', 'core']) {
    lines.push(`  subgraph ${part}`);
    for (const name of [...names].sort())
      if (name.startsWith(`${part}/`))
        lines.push(`    ${name.replace('/', '_')}[${name.split('/')[1]}]`);
    lines.push('  end');
  }
  for (const from of [...arrows.keys()].sort()) {
    const all = [...(arrows.get(from) ?? [])].filter(
      (to) => to.split('/')[0] === from.split('/')[0],
    );
    for (const to of all.sort()) {
      const follows = all.some((other) => other !== to && reaches(arrows, other, to));
      if (!follows) lines.push(`  ${from.replace('/', '_')} --> ${to.replace('/', '_')}`);
    }
  }
  lines.push('  web --> contract', '  server --> contract', '  contract --> core', '```');
  return lines.join('\n');
}

/** @param {ReadonlyMap<string, ReadonlySet<string>>} arrows @param {string} from @param {string} to @returns {boolean} */
function reaches(arrows, from, to) {
  return [...(arrows.get(from) ?? [])].some((next) => next === to || reaches(arrows, next, to));
}
