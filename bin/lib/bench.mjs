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

const parts = ['core', 'browser', 'stage'];

await run(async () => {
  const [part] = process.argv.slice(2);
  if (part && !parts.includes(part))
    throw new Stop(`bin/bench knows ${parts.join(', ')}, not “${part}”.`);
  await installPackages();
  if (!part || part === 'core') await measureCore();
  if (!part || part === 'browser')
    await measureApplication(1, ['e2e/bench.mjs', 'server/bench.mjs']);
  if (!part || part === 'stage') await measureApplication(2, ['server/bench/stage.mjs']);
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

/**
 * On a database and port of its own, with the demo data.
 * @param {number} processes
 * @param {readonly string[]} files what measures it
 */
async function measureApplication(processes, files) {
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
      settings: { PROCESSES: String(processes) },
    });
    try {
      for (const file of files) {
        say(`\n${file}`);
        const { code } = await shell(process.execPath, [join(root, file)], {
          env: {
            ...process.env,
            BASE_URL: application.url,
            OWNER_URL: cluster.url('bench'),
            SERVER_PID: String(application.pid),
          },
          show: true,
        });
        if (code !== 0) throw new Stop(`${file} failed.`);
      }
    } finally {
      await application.stop();
    }
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
