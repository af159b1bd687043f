// Runs every check: format, lint, types, imports, unused code, Jest and Playwright. Ends with the count.
// `bin/test unit` (or static, e2e) runs one part; further words go to Jest or Playwright. `bin/test deep` is the unit
// tests with many more cases and all attacks of bin/attack, of which a whole run has the quick half.
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApplication } from './application.mjs';
import { freePort, startCluster } from './cluster.mjs';
import { ensurePackages } from './packages.mjs';
import { installPackages, prepare } from './prepare.mjs';
import { shell } from './shell.mjs';
import { run, say, Stop } from './say.mjs';

/** @typedef {{ passed: number, failed: number }} Count */

/** Two cores: the checks of one lane run beside those of the other. */
const staticLanes = [
  ['lint', 'format'],
  ['types', 'imports', 'unused'],
];
/** The journeys that go on for longer, or look at more. */
const deepJourneys = [
  'everybody.test.ts',
  'import.test.ts',
  'saving.test.ts',
  'sizes.test.ts',
  '-g',
  'for everybody|draws scores|killed|no text meets|under the Hands lens|no song should be',
];
const parts = ['static', 'unit', 'e2e', 'deep'];

await run(async () => {
  const [part, ...words] = process.argv.slice(2);
  if (part && !parts.includes(part))
    throw new Stop(`bin/test knows ${parts.join(', ')}, not “${part}”.`);
  /** @param {string} name */
  const wanted = (name) => !part || part === name || (part === 'deep' && name !== 'static');
  const travelled = part === 'deep' ? deepJourneys : words;
  if (part === 'deep') process.env['DEEP'] = '1';

  await ensurePackages({ chromium: wanted('e2e') });
  const webFolder = wanted('e2e') ? await prepare() : '';
  if (!webFolder) await installPackages();

  const folder = mkdtempSync(join(tmpdir(), 'intervallum-test-'));
  // Where root runs the tests, the user postgres must reach the database in it.
  chmodSync(folder, 0o755);
  /** @type {(() => Promise<void>)[]} */
  const running = [];
  const cleanUp = async () => {
    for (const stop of running.splice(0).reverse()) await stop();
    rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => void cleanUp().then(() => process.exit(130)));
  }

  /** @type {Count[]} */
  const counts = [];
  try {
    if (wanted('static')) counts.push(...(await Promise.all(staticLanes.map(inTurn))).flat());
    if (part !== 'static') {
      const cluster = await startCluster(join(folder, 'database'));
      running.push(cluster.stop);
      if (wanted('unit')) counts.push(await unitTests(cluster.url('postgres'), folder, words));
      if (wanted('e2e')) {
        await cluster.createDatabase('journeys');
        const application = await startApplication({
          cluster,
          database: 'journeys',
          port: await freePort(),
          webFolder,
        });
        running.push(application.stop);
        counts.push(await journeys(application.url, webFolder, folder, travelled));
      }
    }
    // With words one asks for some tests; the attacks are all of them or none.
    if (words.length === 0 && (!part || part === 'deep'))
      counts.push(await attacks(part === 'deep'));
  } finally {
    await cleanUp();
  }
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  say(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
});

/** @param {readonly string[]} checks @returns {Promise<Count[]>} */
async function inTurn(checks) {
  /** @type {Count[]} */
  const counts = [];
  for (const check of checks) counts.push(await staticCheck(check));
  return counts;
}

/** @param {string} name @returns {Promise<Count>} */
async function staticCheck(name) {
  const { code, output } = await shell('npm', ['run', '--silent', `check:${name}`]);
  say(`${code === 0 ? 'ok' : 'FAILED'}  ${name}`);
  if (code !== 0) say(output);
  return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

/** @param {string} clusterUrl @param {string} folder @param {readonly string[]} words @returns {Promise<Count>} */
async function unitTests(clusterUrl, folder, words) {
  const report = join(folder, 'jest.json');
  const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
  await shell(
    process.execPath,
    [
      ...jest,
      '--json',
      `--outputFile=${report}`,
      '--coverage=false',
      // One more than cores: what waits for a process, a database or a hash leaves its core to the others.
      `--maxWorkers=${availableParallelism() + 1}`,
      ...words,
    ],
    {
      env: { ...process.env, TEST_CLUSTER_URL: clusterUrl, FORCE_COLOR: '0' },
      show: true,
    },
  );
  const { numPassedTests, numFailedTests, numFailedTestSuites, numRuntimeErrorTestSuites } =
    readReport(report);
  const broken = numRuntimeErrorTestSuites ?? numFailedTestSuites;
  return { passed: numPassedTests, failed: numFailedTests + broken };
}

/**
 * @param {string} url
 * @param {string} webFolder
 * @param {string} folder
 * @param {readonly string[]} words
 * @returns {Promise<Count>}
 */
async function journeys(url, webFolder, folder, words) {
  const report = join(folder, 'playwright.json');
  const { code } = await shell('npx', ['playwright', 'test', '-c', 'e2e', ...words], {
    env: {
      ...process.env,
      BASE_URL: url,
      WEB_FOLDER: webFolder,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      FORCE_COLOR: '0',
    },
    show: true,
  });
  const { expected, unexpected, flaky } = readReport(report).stats;
  const failed = unexpected + flaky;
  return { passed: expected, failed: failed === 0 && code !== 0 ? 1 : failed };
}

/** Each attack that held counts as a test. @param {boolean} isWhole @returns {Promise<Count>} */
async function attacks(isWhole) {
  const words = isWhole ? [] : ['--quick'];
  const { code, output } = await shell(process.execPath, ['bin/lib/attack.mjs', ...words], {
    show: true,
  });
  const [, held = '0', broke = '1'] = /^(\d+) held, (\d+) broke$/m.exec(output) ?? [];
  return { passed: Number(held), failed: code === 0 ? 0 : Math.max(1, Number(broke)) };
}

/** @param {string} file */
function readReport(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    throw new Stop('The test runner wrote no report; what it printed above says why.');
  }
}
