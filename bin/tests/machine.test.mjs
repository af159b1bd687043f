import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { freePort } from '../lib/cluster.mjs';
import { holderOf, oneAtATime, releaseLock, takeLock } from '../lib/lock.mjs';
import { Stop } from '../lib/say.mjs';
import { dataFolder, wantedPort } from '../lib/settings.mjs';
import { root, shell, tail } from '../lib/shell.mjs';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'intervallum-bin-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('a lock', () => {
  test('is had by one process, and by the next when it is given back', () => {
    const lock = join(folder, 'deep/lock');
    expect(holderOf(lock)).toBeNull();
    expect(takeLock(lock)).toBe(true);
    expect(holderOf(lock)).toBe(process.pid);
    expect(takeLock(lock)).toBe(false);
    releaseLock(lock);
    expect(takeLock(lock)).toBe(true);
  });

  test('of a process that is gone, or that names none, is nobody’s', async () => {
    const child = spawn(process.execPath, ['-e', '']);
    await once(child, 'exit');
    const lock = join(folder, 'lock');
    // Among them what a full disk leaves, and a number that was given to another process since.
    for (const left of [`${child.pid} 1`, 'nonsense', '', '0 0', `${process.pid} 1`]) {
      writeFileSync(lock, left);
      expect(holderOf(lock)).toBeNull();
      expect(takeLock(lock)).toBe(true);
      expect(readFileSync(lock, 'utf8')).toMatch(new RegExp(`^${process.pid} \\d+$`));
    }
  });

  test('of another living process is respected, and taken over once that is killed', async () => {
    const lock = join(folder, 'lock');
    const script = `import('${join(root, 'bin/lib/lock.mjs')}').then(({ takeLock }) => { takeLock('${lock}'); console.log('taken'); setInterval(() => {}, 1000); })`;
    const child = spawn(process.execPath, ['-e', script], { stdio: ['ignore', 'pipe', 'inherit'] });
    await once(child.stdout, 'data');
    expect(holderOf(lock)).toBe(child.pid);
    expect(takeLock(lock)).toBe(false);
    child.kill('SIGKILL');
    await once(child, 'exit');
    expect(takeLock(lock)).toBe(true);
  });

  test('is had by one at a time, and by each at last, however many want it at the same moment', async () => {
    const lock = join(folder, 'lock');
    const inside = join(folder, 'inside');
    const script = `import { mkdirSync, rmdirSync } from 'node:fs';
      import { releaseLock, takeLock } from '${join(root, 'bin/lib/lock.mjs')}';
      let taken = 0;
      for (const until = Date.now() + 20_000; taken < 25 && Date.now() < until; ) {
        if (!takeLock('${lock}')) continue;
        mkdirSync('${inside}');
        rmdirSync('${inside}');
        taken += 1;
        releaseLock('${lock}');
      }
      console.log(taken);`;
    const words = ['--input-type=module', '-e', script];
    const all = await Promise.all([1, 2, 3, 4].map(() => shell(process.execPath, words)));
    // Two inside at once: the second finds the folder of the first.
    expect(all.map(({ code, output }) => (code === 0 ? '' : output)).join('')).toBe('');
    expect(all.map(({ output }) => Number(output))).toEqual([25, 25, 25, 25]);
  });

  test('lets work that only one may do be done one after the other, and goes back however it ends', async () => {
    const lock = join(folder, 'lock');
    let now = 0;
    let most = 0;
    const work = async () => {
      now += 1;
      most = Math.max(most, now);
      await new Promise((done) => setTimeout(done, 20));
      now -= 1;
    };
    const fails = oneAtATime(lock, () => Promise.reject(new Error('broken off')));
    await expect(fails).rejects.toThrow('broken off');
    await Promise.all([1, 2, 3].map(() => oneAtATime(lock, work)));
    expect(most).toBe(1);
    expect(existsSync(lock)).toBe(false);
  });
});

describe('settings of the start command', () => {
  const before = { ...process.env };
  afterEach(() => {
    process.env = { ...before };
  });

  test('the data lives where one says, else in a folder of this checkout', () => {
    process.env['INTERVALLUM_DATA'] = 'somewhere/else';
    expect(dataFolder()).toBe(resolve('somewhere/else'));
    delete process.env['INTERVALLUM_DATA'];
    expect(dataFolder()).toMatch(/\/intervallum\/[^/]+-[0-9a-f]{8}$/);
    expect(dataFolder()).toBe(dataFolder());
  });

  test.each(['0', '65536', '80.5', '-1', 'eighty', ''])(
    'PORT=%j is refused in a sentence',
    async (port) => {
      process.env['PORT'] = port;
      await expect(wantedPort()).rejects.toThrow(Stop);
      await expect(wantedPort()).rejects.toThrow(`“${port}”; it must be a whole number`);
    },
  );

  test('a free port is taken; of one that is not, the way out is said', async () => {
    const port = await freePort();
    process.env['PORT'] = String(port);
    expect(await wantedPort()).toBe(port);
    const other = createServer((socket) => socket.destroy());
    await new Promise((done) => other.listen(port, '127.0.0.1', () => done(null)));
    await expect(wantedPort()).rejects.toThrow(`choose one with PORT=${port + 1}`);
    await new Promise((done) => other.close(done));
  });
});

test('a command gives what it printed on both sides and how it ended, one that is not there says so', async () => {
  const script = 'console.log("out"); console.error("wrong"); process.exit(3)';
  const { code, output } = await shell(process.execPath, ['-e', script]);
  expect([code, output.split('\n').sort()]).toEqual([3, ['', 'out', 'wrong']]);
  expect((await shell('no-such-command-here', [])).code).toBe(127);
  expect(tail('1\n2\n3\n4\n', 2)).toBe('3\n4');
});
