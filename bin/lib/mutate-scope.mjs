// Deletes the conditions that keep teams apart, one at a time, and shows that the tests notice each: every `teamId` that
// a store compares, and every one in the functions that search as the owner of the tables. Takes some minutes; with words,
// only files with one of them in their path are gone through, as after a change: bin/mutate-scope teamFile.
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCluster } from './cluster.mjs';
import { ensurePackages } from './packages.mjs';
import { installPackages } from './prepare.mjs';
import { root, shell } from './shell.mjs';
import { run, say, Stop } from './say.mjs';

/** What is deleted, and what stands there instead. */
const kinds = [
  {
    folder: 'server/src',
    file: /store\.ts$/,
    condition: /\bofTeam\(scope\)|\beq\((?:\w+\.teamId|teams\.id), (?:scope|setItems)\.teamId\)/g,
    instead: 'undefined',
  },
  {
    folder: 'server/migrations',
    file: /_(?:search|lists)\.sql$/,
    condition: /\bteam_id = (?:team\b|current_team\(\))(?= AND)/g,
    instead: 'true',
  },
];

const words = process.argv.slice(2);
const isAsked = (/** @type {string} */ path) =>
  words.length === 0 || words.some((word) => path.includes(word));

await run(async () => {
  await ensurePackages({ chromium: false });
  await installPackages();
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-mutate-'));
  // Where root runs this, the user postgres must reach the database in it.
  chmodSync(folder, 0o755);
  const cluster = await startCluster(join(folder, 'database'));
  try {
    const asTheyAre = await passes(cluster.url('postgres'));
    if (!asTheyAre) throw new Stop('The tests of the scope fail as they are; mend them first.');
    const missed = await withoutEach(cluster.url('postgres'));
    if (missed.length > 0) throw new Stop(`Not noticed:\n${missed.join('\n')}`);
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

/** @param {string} clusterUrl @returns {Promise<string[]>} the places whose condition nobody missed */
async function withoutEach(clusterUrl) {
  const missed = [];
  let count = 0;
  for (const { folder, file: wanted, condition, instead } of kinds) {
    for (const name of readdirSync(join(root, folder), { recursive: true })) {
      if (!wanted.test(String(name)) || !isAsked(`${folder}/${name}`)) continue;
      const file = join(root, folder, String(name));
      const text = readFileSync(file, 'utf8');
      for (const found of text.matchAll(condition)) {
        const line = text.slice(0, found.index).split('\n').length;
        const place = `${folder}/${name}:${line} ${found[0]}`;
        const mutated =
          text.slice(0, found.index) + instead + text.slice(found.index + found[0].length);
        try {
          writeFileSync(file, mutated);
          count += 1;
          const noticed = !(await passes(clusterUrl));
          say(`${noticed ? 'noticed' : 'MISSED '}  ${place}`);
          if (!noticed) missed.push(place);
        } finally {
          writeFileSync(file, text);
        }
      }
    }
  }
  say(`\n${count} conditions deleted one at a time, ${count - missed.length} noticed`);
  return missed;
}

/** @param {string} clusterUrl */
async function passes(clusterUrl) {
  const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
  const { code } = await shell(
    process.execPath,
    [...jest, '--selectProjects', 'server', '--bail', '--', 'scope.test'],
    { env: { ...process.env, TEST_CLUSTER_URL: clusterUrl } },
  );
  return code === 0;
}
