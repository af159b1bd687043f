// Starts Intervallum: installs and builds what is stale, starts a database of its own, loads the demo data once,
// serves until Ctrl-C, with `--processes N` by so many processes at one port. `--fresh` sets the data aside and loads the
// demo again; with `--empty` no demo is loaded, and the first page asks for the owner.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { startApplication } from './application.mjs';
import { lookAfter, makeDataFolder, setAside, startCluster, stopCluster } from './cluster.mjs';
import { releaseLock, takeLock } from './lock.mjs';
import { ensurePackages } from './packages.mjs';
import { prepare } from './prepare.mjs';
import { claim, dataFolder, wantedPort } from './settings.mjs';
import { isFull, run, said, say, Stop } from './say.mjs';
import { root } from './shell.mjs';

await run(async () => {
  const words = process.argv.slice(2);
  const processes = takeProcesses(words);
  const strange = words.find((word) => !['--fresh', '--empty', '--yes'].includes(word));
  if (strange)
    throw new Stop(`bin/start knows --fresh, --empty, --yes and --processes, not “${strange}”.`);

  const folder = dataFolder();
  const port = await wantedPort();
  await ensurePackages({ chromium: false });
  await claim(folder, makeDataFolder);
  const lock = join(folder, 'lock');
  if (!(await lockTaken(lock))) {
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
    if (words.includes('--fresh')) await beginAfresh(folder, words.includes('--yes'));
    guard(folder);
    running.push(() => stopCluster(folder));
    const cluster = await startCluster(folder);
    const leave = lookAfter(folder, {
      onBack: () => say('The database had ended by itself; it was started again.'),
      onLost: (why) => {
        say(
          `The database cannot be kept running: ${why}. ${join(folder, 'postgres.log')} says more.`,
        );
        void end(1);
      },
    });
    running.push(() => Promise.resolve(leave()));
    await cluster.createDatabase('intervallum');
    const application = await startApplication({
      cluster,
      database: 'intervallum',
      port,
      webFolder,
      isEmpty: words.includes('--empty'),
      settings: processes === null ? {} : { PROCESSES: String(processes) },
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
 * Takes `--processes N` out of the words of the command; null where it is left out: as the environment says.
 * @param {string[]} words
 */
function takeProcesses(words) {
  const at = words.indexOf('--processes');
  if (at < 0) return null;
  const [, said] = words.splice(at, 2);
  const count = Number(said);
  if (!Number.isInteger(count) || count < 1 || count > 64)
    throw new Stop(`--processes is followed by how many, 1 to 64, not by “${said ?? 'nothing'}”.`);
  return count;
}

/**
 * Takes the lock; what ends a command that was killed has it for moments, so it is tried for a while.
 * @param {string} lock
 */
async function lockTaken(lock) {
  try {
    for (let tries = 0; tries < 10; tries += 1) {
      if (takeLock(lock)) return true;
      await wait(200);
    }
    return false;
  } catch (error) {
    if (isFull(error))
      throw new Stop(
        `The disk of ${lock} is full; free some space and start again, or set INTERVALLUM_DATA to a folder on another disk.`,
      );
    throw new Stop(
      `The lock ${lock} cannot be taken (${said(error)}): make it a file that you may write, or set INTERVALLUM_DATA to another folder.`,
    );
  }
}

/**
 * Sets the data aside, after asking whoever sits there.
 * @param {string} folder
 * @param {boolean} isSure
 */
async function beginAfresh(folder, isSure) {
  if (!existsSync(join(folder, 'cluster'))) return;
  if (!isSure) {
    if (!process.stdin.isTTY)
      throw new Stop('--fresh sets all songs aside; where nobody can be asked, say so with --yes.');
    const asking = createInterface({ input: process.stdin, output: process.stdout });
    const said = await asking.question(
      `Set all songs in ${folder} aside and begin with the demo? (yes or no) `,
    );
    asking.close();
    if (!/^y(?:es)?$/i.test(said.trim())) throw new Stop('Nothing was changed.');
  }
  const aside = await setAside(folder, new Date());
  if (aside) say(`What was there is now in ${aside}.`);
}

/**
 * Starts a small process that ends the database when this one is gone, however it went.
 * @param {string} folder
 */
function guard(folder) {
  const stays = spawn(process.execPath, [join(root, 'bin/lib/guard.mjs'), folder], {
    detached: true,
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  stays.unref();
  stays.channel?.unref();
}
