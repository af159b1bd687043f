// Draws the house from the imports that are really there, into docs/architecture.md. `--check` draws nothing and fails
// where the drawing is not that of today, where an arrow runs up, or where folders import each other in a circle.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { circleOf, draw, folderArrows, runsUp, storeyOf } from './house.mjs';
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
