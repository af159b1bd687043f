// Draws the house from the imports that are really there, into docs/architecture.md. `--check` draws nothing and fails
// where the drawing is not that of today, where an arrow runs up, or where folders import each other in a circle.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { layers } from './layers.mjs';
import { root, shell } from './shell.mjs';
import { run, say, Stop } from './say.mjs';

const page = join(root, 'docs/architecture.md');
const [begins, ends] = [
  '<!-- drawn by bin/diagram: begins -->',
  '<!-- drawn by bin/diagram: ends -->',
];

await run(async () => {
  const imports = await importsOf();
  const circle = circleOf(folderArrows(imports, (file) => dirname(file)));
  if (circle) throw new Stop(`Folders import each other in a circle: ${circle.join(' > ')}`);
  const arrows = folderArrows(imports, storeyOf);
  const up = [...arrows].flatMap(([from, all]) =>
    [...all].filter((to) => runsUp(from, to)).map((to) => `${from} > ${to}`),
  );
  if (up.length > 0) throw new Stop(`These arrows run up: ${up.join(', ')}`);
  const text = existsSync(page) ? readFileSync(page, 'utf8') : '';
  const [start, end] = [text.indexOf(begins), text.indexOf(ends)];
  if (start < 0 || end < 0)
    throw new Stop(`docs/architecture.md has no place for the drawing (${begins}).`);
  const drawn = `${text.slice(0, start + begins.length)}\n\n${draw(arrows)}\n\n${text.slice(end)}`;
  if (process.argv.includes('--check')) {
    if (drawn !== text)
      throw new Stop(
        'docs/architecture.md shows another house than the imports do; run bin/diagram.',
      );
    return;
  }
  writeFileSync(page, drawn);
  say(`${arrows.size} folders drawn in docs/architecture.md`);
});

/** Every import within the project. @returns {Promise<{ from: string, to: string }[]>} */
async function importsOf() {
  const words = ['depcruise', '--config', 'dependency-cruiser.config.mjs', '--output-type', 'json'];
  const { output } = await shell('npx', [
    '--silent',
    ...words,
    'core/src',
    'contract/src',
    'server/src',
    'web/src',
  ]);
  /** @type {{ modules: { source: string, dependencies: { resolved: string }[] }[] }} */
  const { modules } = JSON.parse(output.slice(output.indexOf('{')));
  return modules.flatMap(({ source, dependencies }) =>
    dependencies.map(({ resolved }) => ({ from: source, to: resolved })),
  );
}

/** The folder of a file as the drawing has it: `core/chart`; null for what stands beside the folders. @param {string} file */
function storeyOf(file) {
  const found = /^(core|contract|server|web)\/src\/([^/]+)\//.exec(file);
  return found ? `${found[1]}/${found[2]}` : null;
}

/**
 * Which folders import from which.
 * @param {readonly { from: string, to: string }[]} imports
 * @param {(file: string) => string | null} folderOf
 */
function folderArrows(imports, folderOf) {
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
function runsUp(from, to) {
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
function circleOf(arrows) {
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
function draw(arrows) {
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
