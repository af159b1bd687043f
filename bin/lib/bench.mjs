// Measures the core, each figure as a ratio to a peer or to the size of the work. Never part of the tests.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, must } from './prepare.mjs';
import { root, shell } from './shell.mjs';
import { run, say, Stop } from './say.mjs';

await run(async () => {
  await installPackages();
  // What is measured is what production runs: the built core, not sources turned as they load.
  await must('npx', ['tsc', '-b', 'core'], 'Core does not build');
  const folder = join(root, 'core/bench');
  for (const file of readdirSync(folder).filter((name) =>
    /^(?!measure).*(?<!\.d)\.ts$/.test(name),
  )) {
    say(`\n${file}`);
    const { code } = await shell('npx', ['tsx', join(folder, file)], { show: true });
    if (code !== 0) throw new Stop(`${file} failed.`);
  }
});
