// Attacks a server of its own, on loopback, with a database of its own, for some minutes, and prints a line for each attack
// with its figure: requests that no page sends, a page under a foreign name, another account of the machine, hostile files,
// kills while an editor saves, fifty editors at once. Ends with how many held. `--quick` is the half that bin/test runs.
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { otherAccount } from './attacks/accounts.mjs';
import { editors } from './attacks/editors.mjs';
import { kills } from './attacks/kills.mjs';
import { hostileRequests } from './attacks/requests.mjs';
import { startApplication } from './application.mjs';
import { freePort, startCluster } from './cluster.mjs';
import { ensurePackages } from './packages.mjs';
import { prepare } from './prepare.mjs';
import { run, say, Stop } from './say.mjs';

/**
 * What is attacked.
 * @typedef {{
 *   url: string,
 *   cluster: import('./cluster.mjs').Cluster,
 *   folder: string,
 *   webFolder: string,
 *   isQuick: boolean,
 *   end: () => Promise<void>,
 *   begin: () => Promise<void>,
 * }} World
 * How an attack ended: whether all held, and what was counted. Null where this machine cannot be attacked so.
 * @typedef {{ holds: boolean, figure: string } | null} Outcome
 */

// These two work with packages, and with what is built, which are not there before `prepare`.
const foreign = () => import('./attacks/rebinding.mjs');
const files = () => import('./attacks/files.mjs');

/** @type {readonly (readonly [name: string, attack: (world: World) => Promise<Outcome>, isQuick: boolean])[]} */
const attacks = [
  ['requests that no page sends', hostileRequests, true],
  ['a page under a foreign name', async (world) => (await foreign()).foreignName(world), false],
  ['another account of the machine', otherAccount, true],
  ['hostile files', async () => (await files()).hostileFiles(), true],
  ['editors at once', editors, true],
  ['kills while an editor saves', kills, true],
];

await run(async () => {
  const words = process.argv.slice(2);
  const strange = words.find((word) => word !== '--quick');
  if (strange) throw new Stop(`bin/attack knows --quick, not “${strange}”.`);
  const isQuick = words.includes('--quick');
  await ensurePackages({ chromium: !isQuick });
  const webFolder = await prepare();
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-attack-'));
  chmodSync(folder, 0o755);
  const data = join(folder, 'database');
  let cluster = await startCluster(data);
  await cluster.createDatabase('attacked');
  const port = await freePort();
  /** @type {import('./application.mjs').Application | null} */
  let application = null;
  /** @type {World} */
  const world = {
    url: `http://127.0.0.1:${port}`,
    cluster,
    folder: data,
    webFolder,
    isQuick,
    begin: async () => {
      cluster = await startCluster(data);
      application = await startApplication({
        cluster,
        database: 'attacked',
        port,
        webFolder,
        quiet: true,
      });
    },
    end: async () => {
      await application?.stop();
      application = null;
    },
  };
  let held = 0;
  let broke = 0;
  try {
    await world.begin();
    for (const [name, attack, inQuick] of attacks) {
      if (isQuick && !inQuick) continue;
      const outcome = await attack(world).catch((error) => ({
        holds: false,
        figure: `it ended with ${inWords(error)}`,
      }));
      // Connections that ended meanwhile are seen to have.
      await wait(100);
      if (!outcome) {
        say(`not tried  ${name}: this machine offers no way to`);
        continue;
      }
      if (outcome.holds) held += 1;
      else broke += 1;
      say(`${outcome.holds ? 'held ' : 'BROKE'}  ${name}: ${outcome.figure}`);
    }
  } finally {
    await world.end();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true, maxRetries: 10 });
  }
  say(`\n${held} held, ${broke} broke`);
  process.exitCode = broke > 0 || held === 0 ? 1 : 0;
});

/** @param {unknown} error @returns {string} */
function inWords(error) {
  if (!(error instanceof Error)) return String(error);
  return error.cause ? `${error.message} (${inWords(error.cause)})` : error.message;
}
