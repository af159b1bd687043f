// Starts Intervallum: installs and builds what is stale, starts a database of its own, loads the demo data once,
// serves until Ctrl-C. `--fresh` throws the data away and loads the demo again.
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startApplication } from './application.mjs';
import { makeDataFolder, removeCluster, startCluster, stopCluster } from './cluster.mjs';
import { releaseLock, takeLock } from './lock.mjs';
import { ensurePackages } from './packages.mjs';
import { prepare } from './prepare.mjs';
import { dataFolder, wantedPort } from './settings.mjs';
import { run, say, Stop } from './say.mjs';

await run(async () => {
  const words = process.argv.slice(2);
  const strange = words.find((word) => word !== '--fresh');
  if (strange) throw new Stop(`bin/start knows only --fresh, not “${strange}”.`);

  const folder = dataFolder();
  const port = await wantedPort();
  await ensurePackages({ chromium: false });
  await claim(folder);
  const lock = join(folder, 'lock');
  if (!takeLock(lock)) {
    throw new Stop(
      `Another Intervallum uses the data in ${folder}; stop it, or set INTERVALLUM_DATA to another folder.`,
    );
  }

  /** @type {(() => Promise<void>)[]} what is running, last started last */
  const running = [];
  let ending = false;
  /** @param {number} code */
  const end = async (code) => {
    if (ending) return;
    ending = true;
    for (const stop of running.reverse()) await stop();
    releaseLock(lock);
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));

  try {
    const webFolder = await prepare();
    if (words.includes('--fresh')) await removeCluster(folder);
    running.push(() => stopCluster(folder));
    const cluster = await startCluster(folder);
    await cluster.createDatabase('intervallum');
    const application = await startApplication({
      cluster,
      database: 'intervallum',
      port,
      webFolder,
    });
    running.push(application.stop);
    say(`Intervallum is open at ${application.url}`);
    await application.ended;
    if (!ending) say('The server ended by itself.');
    await end(1);
  } catch (error) {
    if (ending) return;
    for (const stop of running.reverse()) await stop();
    releaseLock(lock);
    throw error;
  }
});

/**
 * Marks the data folder as ours, so that --fresh can never delete what is not.
 * @param {string} folder
 */
async function claim(folder) {
  const mark = join(folder, 'intervallum-data');
  if (existsSync(mark)) return;
  if (existsSync(folder) && readdirSync(folder).length > 0) {
    throw new Stop(
      `${folder} is not empty and was not made by Intervallum; set INTERVALLUM_DATA to an empty folder.`,
    );
  }
  await makeDataFolder(folder);
  writeFileSync(mark, 'The data of Intervallum. bin/start --fresh deletes and remakes it.\n');
}
