import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isWell } from '../lib/application.mjs';
import { fetchAs } from '../lib/demoCookie.mjs';
import { freePort, runs } from '../lib/cluster.mjs';
import { holderOf } from '../lib/lock.mjs';
import { read } from '../lib/processes.mjs';
import { root, tail } from '../lib/shell.mjs';

let folder = '';
let data = '';
let port = 0;
const url = () => `http://127.0.0.1:${port}`;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'intervallum-start-'));
  chmodSync(folder, 0o755);
  data = join(folder, 'data');
  port = await freePort();
});
afterAll(() => {
  // A test that waited in vain leaves its command running, which would keep the runner waiting too.
  if (latest?.child.exitCode === null) latest.child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** Runs bin/start on a data folder and port of its own, with nobody who could be asked. @param {readonly string[]} words */
function start(...words) {
  const env = { ...process.env, INTERVALLUM_DATA: data, PORT: String(port) };
  const child = spawn(process.execPath, [join(root, 'bin/lib/start.mjs'), ...words], {
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  // Closed is later than ended: by then all that was printed was read.
  const command = { child, printed: '', ended: once(child, 'close') };
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (/** @type {Buffer} */ part) => (command.printed += part.toString()));
  latest = command;
  return command;
}
/** @type {{ child: import('node:child_process').ChildProcess, printed: string } | null} */
let latest = null;

/** What the command and its database have said, for a test that waited in vain. */
function saidSoFar() {
  return `The command said:\n${latest?.printed ?? ''}\nThe database said:\n${tail(read(join(data, 'postgres.log')), 40)}`;
}

/** Waits for something to be so. @param {() => boolean | Promise<boolean>} isSo @param {string} what */
async function until(isSo, what, seconds = 60) {
  const due = Date.now() + seconds * 1_000;
  while (!(await isSo())) {
    if (Date.now() > due)
      throw new Error(`It was not so after ${seconds} s: ${what}\n${saidSoFar()}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
const titles = async () => {
  const asOwner = await fetchAs(url());
  const answer = await (await asOwner(`${url()}/api/songs`)).json();
  const { songs } = /** @type {{ songs: { summary: { title: string } }[] }} */ (answer);
  return songs.map(({ summary }) => summary.title);
};
const postmaster = () =>
  Number(readFileSync(join(data, 'cluster/postmaster.pid'), 'utf8').split('\n')[0]);

describe('the start command', () => {
  test('killed while it serves, it leaves neither server nor database behind, and starts again', async () => {
    const first = start();
    await until(() => isWell(url()), 'it serves');
    const asOwner = await fetchAs(url());
    await asOwner(`${url()}/api/songs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ text: 'title: Kept\n' }),
    });
    first.child.kill('SIGKILL');
    await first.ended;
    await until(async () => !(await isWell(url())), 'the server is gone', 20);
    await until(() => !runs(data), 'the database is gone', 20);
  }, 120_000);

  test('killed at any moment of its start, it leaves no database behind', async () => {
    for (const after of [300, 600, 800, 1_000, 1_300]) {
      const command = start();
      await new Promise((resolve) => setTimeout(resolve, after));
      command.child.kill('SIGKILL');
      await command.ended;
      await until(() => !runs(data), `no database ${after} ms after the start`, 20);
      await until(async () => !(await isWell(url())), 'no server', 20);
    }
  }, 120_000);

  test('a database that is killed comes back by itself, with all that was saved', async () => {
    const command = start();
    await until(() => isWell(url()), 'it serves');
    const before = postmaster();
    process.kill(before, 'SIGKILL');
    // What the killed one began holds its memory for a while on a busy machine.
    await until(() => command.printed.includes('it was started again'), 'it says so', 100);
    await until(() => isWell(url()), 'it answers again');
    expect(postmaster()).not.toBe(before);
    expect(await titles()).toContain('Kept');
    command.child.kill('SIGINT');
    await command.ended;
    expect(runs(data)).toBe(false);
    expect(holderOf(join(data, 'lock'))).not.toBe(command.child.pid);
  }, 120_000);

  test('begins afresh only where somebody says yes, and throws nothing away', async () => {
    const unsure = start('--fresh');
    expect((await unsure.ended)[0]).toBe(1);
    expect(unsure.printed).toContain('say so with --yes');
    const sure = start('--fresh', '--yes');
    await until(() => isWell(url()), 'it serves');
    expect(await titles()).not.toContain('Kept');
    expect(await titles()).toContain('The Ferry Bell');
    sure.child.kill('SIGINT');
    await sure.ended;
    const aside = readdirSync(data).filter((name) => /^cluster-\d{4}-\d\d-\d\dT/.test(name));
    expect(aside).toHaveLength(1);
    expect(sure.printed).toContain(aside[0]);
    expect(existsSync(join(data, aside[0] ?? '', 'PG_VERSION'))).toBe(true);
  }, 120_000);

  test.each([
    ['--frsh', /knows --fresh, --empty, --yes and --processes, not “--frsh”/],
    ['--fresh --yes now', /not “now”/],
    ['--processes', /followed by how many, 1 to 64, not by “nothing”/],
    ['--processes none', /not by “none”/],
  ])('%s is refused in a sentence', async (words, sentence) => {
    const command = start(...words.split(' '));
    expect((await command.ended)[0]).toBe(1);
    expect(command.printed).toMatch(sentence);
  });
});

test('a lock that is a folder is said, with a way out and no advice to delete', async () => {
  const lock = join(data, 'lock');
  mkdirSync(join(lock, 'inside'), { recursive: true });
  const command = start();
  expect((await command.ended)[0]).toBe(1);
  rmSync(lock, { recursive: true });
  expect(command.printed).toMatch(
    /^The lock .*\/lock cannot be taken \(illegal operation on a directory\)/,
  );
  expect(command.printed).not.toMatch(/delete|--fresh|at .*\.mjs/);
});

test('a data folder that is a file is said, with a way out and no advice to delete', async () => {
  const before = data;
  data = join(folder, 'a-file');
  writeFileSync(data, 'not ours');
  const command = start();
  expect((await command.ended)[0]).toBe(1);
  expect(command.printed).toContain('INTERVALLUM_DATA');
  expect(command.printed).not.toMatch(/delete|--fresh|at .*\.mjs/);
  expect(readFileSync(data, 'utf8')).toBe('not ours');
  data = before;
});
