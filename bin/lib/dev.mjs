// Starts Intervallum for development: the server restarts and the pages reload as files change.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { freePort, startCluster, stopCluster } from './cluster.mjs';
import { ensurePackages } from './packages.mjs';
import { installPackages } from './prepare.mjs';
import { dataFolder, wantedPort } from './settings.mjs';
import { root } from './shell.mjs';
import { run, say } from './say.mjs';

await run(async () => {
  const port = await wantedPort();
  await ensurePackages({ chromium: false });
  await installPackages();
  const folder = `${dataFolder()}-dev`;
  const cluster = await startCluster(folder);
  await cluster.createDatabase('intervallum');
  const apiPort = await freePort();
  const env = {
    ...process.env,
    DATABASE_URL: cluster.serverUrl('intervallum'),
    MIGRATION_DATABASE_URL: cluster.url('intervallum'),
    DEMO_FOLDER: join(root, 'demo'),
    PORT: String(apiPort),
    // The pages come from another port than the answers.
    ALLOWED_HOSTS: `127.0.0.1:${port},localhost:${port}`,
    API_URL: `http://127.0.0.1:${apiPort}`,
  };
  /** @param {string} program @param {readonly string[]} words */
  const tool = (program, words) =>
    spawn(join(root, 'node_modules/.bin', program), words, { cwd: root, env, stdio: 'inherit' });
  const children = [
    tool('tsx', ['watch', '--conditions=app-src', 'server/src/main.ts']),
    tool('vite', ['web', '--host', '127.0.0.1', '--port', String(port), '--strictPort']),
  ];
  say(`Development pages at http://127.0.0.1:${port}`);
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    for (const child of children) child.kill('SIGTERM');
    await stopCluster(folder);
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end());
});
