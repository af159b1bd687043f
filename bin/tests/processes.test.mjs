import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EventSource } from 'eventsource';
import { isWell } from '../lib/application.mjs';
import { childrenOf, codeOf } from '../lib/processes.mjs';
import { freePort } from '../lib/cluster.mjs';
import { fetchAs } from '../lib/demoCookie.mjs';
import { root } from '../lib/shell.mjs';

/** `bin/start --processes 2`: two processes at one port, of which one is killed while a set is played. */
const followers = 12;
const count = 200;
const established = '01';
let folder = '';
let port = 0;
/** @type {import('node:child_process').ChildProcess | undefined} */
let command;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'intervallum-processes-'));
  chmodSync(folder, 0o755);
  port = await freePort();
  const env = { ...process.env, INTERVALLUM_DATA: join(folder, 'data'), PORT: String(port) };
  const words = [join(root, 'bin/lib/start.mjs'), '--processes', '2'];
  command = spawn(process.execPath, words, { env, stdio: 'ignore' });
  await until(() => isWell(url()), 'it serves');
}, 120_000);
afterAll(async () => {
  if (command && command.exitCode === null) {
    command.kill('SIGTERM');
    await once(command, 'exit');
  }
  rmSync(folder, { recursive: true, force: true });
}, 60_000);

const url = () => `http://127.0.0.1:${port}`;

/** The processes that serve: those that the one which brought the database up to date began. */
function serving() {
  return childrenOf(command?.pid ?? 0).flatMap(childrenOf);
}

/**
 * How many lines to our port a process holds: its sockets among those of the machine (proc(5), net/tcp: the local port is in
 * field 1, the inode in field 9).
 * @param {number} pid
 */
function linesOf(pid) {
  const here = `:${port.toString(16).toUpperCase().padStart(4, '0')}`;
  const inodes = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .map((line) => line.trim().split(/\s+/))
    .filter((fields) => fields[1]?.endsWith(here) && fields[3] === established)
    .map((fields) => `socket:[${fields[9]}]`);
  const folder = `/proc/${pid}/fd`;
  const files = readdirSync(folder).map((name) => {
    try {
      return readlinkSync(join(folder, name));
    } catch (error) {
      // One may be closed while one reads about it.
      if (codeOf(error) === 'ENOENT') return '';
      throw error;
    }
  });
  return files.filter((file) => inodes.includes(file)).length;
}

/** @param {() => boolean | Promise<boolean>} isSo @param {string} what */
async function until(isSo, what) {
  for (let tries = 0; !(await isSo()); tries += 1) {
    if (tries > 600) throw new Error(`After a minute it is not so: ${what}.`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

test('a process that is killed in a song costs nobody a cue, and another one takes its place', async () => {
  const ask = await fetchAs(url());
  /** @param {string} path @param {unknown} body @returns {Promise<any>} */
  const post = async (path, body) => {
    const answer = await ask(url() + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    return answer.json();
  };
  /** @type {any} */
  const { sets } = await (await ask(`${url()}/api/sets`)).json();
  const set = sets[0].id;
  const { token } = await post('/api/shares', { kind: 'set', id: set });
  const screen = randomUUID();
  await post(`/api/sets/${set}/stage`, { screen });

  const phones = Array.from({ length: followers }, () => {
    /** @type {number[]} */
    const numbers = [];
    const source = new EventSource(`${url()}/api/shared/${token}/stage/events`);
    let opened = 0;
    source.addEventListener('open', () => (opened += 1));
    source.addEventListener('message', ({ data }) => {
      const event = JSON.parse(data);
      if (event.kind === 'cue') numbers.push(event.taken.number);
    });
    return { numbers, source, opened: () => opened };
  });
  await until(() => phones.every(({ opened }) => opened() > 0), 'all follow');

  const before = serving();
  expect(before).toHaveLength(2);
  // One that began to listen a moment later than the other may have nobody yet.
  const [busy] = [...before].sort((one, other) => linesOf(other) - linesOf(one));
  expect(linesOf(busy ?? 0)).toBeGreaterThan(0);
  for (let said = 0; said < count; said += 1) {
    if (said === count / 2) process.kill(busy ?? 0, 'SIGKILL');
    const body = { id: randomUUID(), screen, cue: { kind: 'on' } };
    // What is not answered is said again under the same id, as pages do.
    for (let tries = 0; ; tries += 1) {
      const taken = await post(`/api/sets/${set}/stage/cues`, body).catch(() => null);
      if (taken) break;
      if (tries > 50) throw new Error('No process takes a cue.');
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  await until(() => phones.every(({ numbers }) => numbers.length >= count), 'all have heard');
  const all = Array.from({ length: count }, (_, place) => place + 1);
  for (const { numbers, source } of phones) {
    expect(numbers).toEqual(all);
    source.close();
  }
  // Some of them were at the one that was killed.
  expect(phones.some(({ opened }) => opened() > 1)).toBe(true);
  await until(() => serving().length === 2, 'another process takes its place');
  expect(serving()).not.toEqual(before);
  expect((await fetch(`${url()}/readyz`)).status).toBe(200);
}, 180_000);

test('asked to stop, all of them end', async () => {
  const all = serving();
  command?.kill('SIGTERM');
  await until(() => command?.exitCode !== null, 'the command has ended');
  for (const pid of all) expect(() => process.kill(pid, 0)).toThrow('ESRCH');
}, 60_000);
