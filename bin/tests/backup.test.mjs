import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isWell } from '../lib/application.mjs';
import { demoCookie } from '../lib/demoCookie.mjs';
import { freePort, runs } from '../lib/cluster.mjs';
import { isRoot, root, shell } from '../lib/shell.mjs';

let folder = '';
let data = '';
let port = 0;
const url = () => `http://127.0.0.1:${port}`;
const at = (/** @type {string} */ name) => join(folder, name);
/** @type {import('node:child_process').ChildProcess} */
let intervallum;

/** @param {string} command @param {readonly string[]} words @param {string} [where] */
function run(command, words, where = data) {
  const env = { ...process.env, INTERVALLUM_DATA: where, PORT: String(port) };
  return shell(process.execPath, [join(root, `bin/lib/${command}.mjs`), ...words], { env });
}

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'intervallum-backup-'));
  chmodSync(folder, 0o755);
  data = at('data');
  port = await freePort();
  intervallum = spawn(process.execPath, [join(root, 'bin/lib/start.mjs')], {
    env: { ...process.env, INTERVALLUM_DATA: data, PORT: String(port) },
    stdio: 'ignore',
  });
  for (let tries = 0; tries < 900 && !(await isWell(url())); tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 200));
  await signIn();
}, 240_000);
afterAll(async () => {
  if (intervallum.exitCode === null) {
    intervallum.kill('SIGTERM');
    await once(intervallum, 'exit');
  }
  rmSync(folder, { recursive: true, force: true, maxRetries: 10 });
}, 60_000);

let cookie = '';
/** Signs in to what runs now. */
const signIn = async () => {
  cookie = await demoCookie(url());
};

/** @param {string} path @param {string} [method] @param {object} [body] @param {Record<string, string>} [headers] */
async function call(path, method = 'GET', body, headers = {}) {
  const answer = await fetch(url() + path, {
    method,
    headers: { 'Content-Type': 'application/json', Cookie: cookie, ...headers },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  /** @type {any} */
  const content = await answer.json();
  return content;
}
const titles = async () =>
  (await call('/api/songs')).songs
    .map((/** @type {{ summary: { title: string } }} */ { summary }) => summary.title)
    .sort();
const well = async () => {
  for (let tries = 0; tries < 100 && !(await isWell(url())); tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
};

describe('a backup', () => {
  /** @type {string[]} */
  let before;
  let song = '';
  let token = '';
  let file = '';

  test('is written while the application runs, whole, for its owner alone, over no other file', async () => {
    const made = await call('/api/songs', 'POST', { text: 'title: First draft\n' });
    song = made.id;
    await call(`/api/songs/${song}`, 'PUT', { text: 'title: Kept\n' }, { 'If-Match': '"1"' });
    const added = await fetch(
      `${url()}/api/songs/${song}/attachments?id=${randomUUID()}&name=horns.pdf`,
      {
        method: 'POST',
        headers: { 'Content-Type': 'application/octet-stream', Cookie: cookie },
        body: '%PDF-1.7 as it was',
      },
    );
    file = added.headers.get('Location') ?? '';
    token = (await call('/api/shares', 'POST', { kind: 'song', id: song })).token;
    before = await titles();
    const { code, output } = await run('backup', [at('songs.dump')]);
    expect([code, output]).toEqual([0, expect.stringContaining(`${before.length} songs`)]);
    expect(statSync(at('songs.dump')).mode & 0o777).toBe(0o600);
    const again = await run('backup', [at('songs.dump')]);
    expect([again.code, again.output]).toEqual([1, expect.stringContaining('there already')]);
    expect((await run('backup', [at('no/folder.dump')])).output).toContain('cannot be written');
    expect(existsSync(at('songs.dump.part'))).toBe(false);
  }, 60_000);

  test('is put back while the application runs, with histories, files and links; what was there stays', async () => {
    await call('/api/songs', 'POST', { text: 'title: After\n' });
    await fetch(url() + file.replace('/content', ''), {
      method: 'DELETE',
      headers: { Cookie: cookie },
    });
    await call(`/api/songs/${song}`, 'PUT', { text: 'title: Changed\n' }, { 'If-Match': '"2"' });
    expect((await run('restore', [at('songs.dump')])).output).toContain('say so with --yes');
    expect(await titles()).toContain('After');
    const { code, output } = await run('restore', ['--yes', at('songs.dump')]);
    expect([code, output]).toEqual([
      0,
      expect.stringContaining('stays in the database intervallum_before_'),
    ]);
    await well();
    expect(await titles()).toEqual(before);
    const was = await call(`/api/songs/${song}/versions/1`);
    expect(was.text).toBe('title: First draft\n');
    expect((await call(`/api/shared/${token}`)).name).toBe('Kept');
    expect(await (await fetch(url() + file, { headers: { Cookie: cookie } })).text()).toBe(
      '%PDF-1.7 as it was',
    );
  }, 60_000);

  test('that is none changes nothing', async () => {
    writeFileSync(at('nothing'), 'no backup at all');
    const { code, output } = await run('restore', ['--yes', at('nothing')]);
    expect([code, output]).toEqual([1, expect.stringContaining('no backup that can be read')]);
    expect((await run('restore', ['--yes', at('absent')])).output).toContain('There is no file');
    expect(await titles()).toEqual(before);
  }, 60_000);

  test('makes a machine of nothing, and is made of one that does not run', async () => {
    const other = at('other');
    const { code, output } = await run('restore', [at('songs.dump')], other);
    expect([code, output]).toEqual([0, expect.stringContaining(`${before.length} songs`)]);
    expect(runs(other)).toBe(false);
    const made = await run('backup', [at('again.dump')], other);
    expect([made.code, made.output]).toEqual([
      0,
      expect.stringContaining(`${before.length} songs`),
    ]);
    expect(runs(other)).toBe(false);
    expect((await run('backup', [at('third.dump')], at('empty'))).output).toContain('no data in');
  }, 90_000);
});

/** Whether this machine lets us make a small disk. */
function canMount() {
  const place = mkdtempSync(join(tmpdir(), 'intervallum-mount-'));
  const { status } = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1m', 'tmpfs', place]);
  if (status === 0) spawnSync('umount', [place]);
  rmSync(place, { recursive: true, force: true });
  return status === 0;
}

// Only root can make a disk, and only root's checkout is somebody else's.
(isRoot ? describe : describe.skip)('a machine that is not as it should be', () => {
  /** @param {(disk: string) => Promise<void>} work */
  async function onDisk(work) {
    const disk = at('disk');
    mkdirSync(disk);
    const { code } = await shell('mount', ['-t', 'tmpfs', '-o', 'size=20m', 'tmpfs', disk]);
    expect(code).toBe(0);
    try {
      await work(disk);
    } finally {
      await shell('umount', [disk]);
    }
  }
  /** A start that is refused, in one sentence. @param {string} where @param {readonly string[]} [as] */
  async function refusal(where, as = []) {
    const [command, ...words] = [...as, process.execPath, join(root, 'bin/lib/start.mjs')];
    const env = { ...process.env, INTERVALLUM_DATA: where, PORT: String(await freePort()) };
    const { code, output } = await shell(command ?? '', words, { env, cwd: '/' });
    expect([code, output.trim().split('\n').length]).toEqual([1, 1]);
    expect(output).not.toMatch(/delete|remove| at .*:\d+/i);
    return output;
  }

  (canMount() ? test : test.skip)(
    'with a disk of 20 MB says what it takes, and with a full one that it is full',
    async () => {
      await onDisk(async (disk) => {
        expect(await refusal(join(disk, 'data'))).toMatch(/There are \d+ MB left .* takes 120/);
        await shell('dd', ['if=/dev/zero', `of=${disk}/filling`, 'bs=1M']);
        expect(await refusal(join(disk, 'data'))).toContain('is full; free some space');
      });
    },
    60_000,
  );

  test('whose checkout or folder belongs to another says whose it has to be', async () => {
    mkdirSync(at('mine'));
    chmodSync(at('mine'), 0o777);
    const nobody = ['runuser', '-u', 'nobody', '--'];
    expect(await refusal(at('mine/data'), nobody)).toMatch(/You may not write in .*checkout/);
    expect(await refusal(at('other'), nobody)).toContain('cannot be taken (permission denied)');
  }, 60_000);
});
