// Measures the core, and what a browser makes of it, each figure as a ratio to a peer or to the size of the work.
// Never part of the tests.
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApplication } from './application.mjs';
import { freePort, startCluster } from './cluster.mjs';
import { ensurePackages } from './packages.mjs';
import { installPackages, must, prepare } from './prepare.mjs';
import { root, shell } from './shell.mjs';
import { run, say, Stop } from './say.mjs';

const parts = ['core', 'browser'];

await run(async () => {
  const [part] = process.argv.slice(2);
  if (part && !parts.includes(part))
    throw new Stop(`bin/bench knows ${parts.join(', ')}, not “${part}”.`);
  await installPackages();
  if (part !== 'browser') await measureCore();
  if (part !== 'core') await measureApplication();
});

async function measureCore() {
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
}

/** On a database and port of its own, with the demo data. */
async function measureApplication() {
  await ensurePackages({ chromium: true });
  const webFolder = await prepare();
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-bench-'));
  // Where root measures, the user postgres must reach the database in it.
  chmodSync(folder, 0o755);
  const cluster = await startCluster(join(folder, 'database'));
  try {
    await cluster.createDatabase('bench');
    const application = await startApplication({
      cluster,
      database: 'bench',
      port: await freePort(),
      webFolder,
    });
    say('\ne2e/bench.mjs');
    const { code } = await shell(process.execPath, [join(root, 'e2e/bench.mjs')], {
      env: { ...process.env, BASE_URL: application.url },
      show: true,
    });
    if (code !== 0) throw new Stop('e2e/bench.mjs failed.');
    say('\nserver/bench.mjs');
    const server = await shell(process.execPath, [join(root, 'server/bench.mjs')], {
      env: { ...process.env, BASE_URL: application.url, OWNER_URL: cluster.url('bench') },
      show: true,
    });
    await application.stop();
    if (server.code !== 0) throw new Stop('server/bench.mjs failed.');
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
