import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, runs, startCluster, stopCluster } from '../lib/cluster.mjs';
import { holderOf, takeLock } from '../lib/lock.mjs';
import { postgresPrograms } from '../lib/packages.mjs';
import { isRoot, shell } from '../lib/shell.mjs';

const psql = join(postgresPrograms() ?? '', 'psql');

/** What a statement gives, as one who runs the tests. @param {string} url @param {string} statement */
async function ask(url, statement) {
  const { code, output } = await shell(psql, ['-At', '-d', url, '-c', statement]);
  if (code !== 0) throw new Error(output);
  return output.trim();
}

/** One of PostgreSQL's programs as its own user. @param {string} program @param {readonly string[]} words */
function asOwner(program, words) {
  const path = join(postgresPrograms() ?? '', program);
  return isRoot
    ? shell('runuser', ['-u', 'postgres', '--', path, ...words], { cwd: '/' })
    : shell(path, words, { cwd: '/' });
}

describe('a cluster that let every account of the machine in', () => {
  let folder = '';
  let data = '';
  /** @type {import('../lib/cluster.mjs').Cluster} */
  let cluster;
  let oldPort = 0;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'intervallum-cluster-'));
    chmodSync(folder, 0o755);
    data = join(folder, 'cluster');
    if (isRoot) await shell('chown', ['postgres:', folder]);
    // As clusters were made before: any account, as superuser, over the network.
    await asOwner('initdb', ['-D', data, '-U', 'app', '--auth=trust', '--locale=C.UTF-8']);
    oldPort = await freePort();
    const settings = `-p ${oldPort} -c listen_addresses=127.0.0.1 -c unix_socket_directories=''`;
    await asOwner('pg_ctl', ['-D', data, '-w', '-l', join(folder, 'log'), '-o', settings, 'start']);
    const old = `postgres://app@127.0.0.1:${oldPort}/postgres`;
    await ask(old, "create table kept as select 'a chart' as what");
    cluster = await startCluster(folder);
  }, 60_000);
  afterAll(async () => {
    await stopCluster(folder);
    rmSync(folder, { recursive: true, force: true });
  });

  test('has its data, and is reached by no network any more', async () => {
    expect(await ask(cluster.url('postgres'), 'select what from kept')).toBe('a chart');
    for (const port of [oldPort, 5432]) {
      const url = `postgres://app@127.0.0.1:${port}/postgres`;
      await expect(ask(url, 'select 1')).rejects.toThrow('Connection refused');
    }
    expect(await ask(cluster.url('postgres'), 'show listen_addresses')).toBe('');
  });

  test('is behind a door that is closed to all others, and asks the system who knocks', async () => {
    expect(statSync(data).mode & 0o777).toBe(0o700);
    expect(statSync(join(data, '.s.PGSQL.5432')).mode & 0o777).toBe(0o700);
    expect(readFileSync(join(data, 'pg_hba.conf'), 'utf8')).not.toMatch(/trust|password|host/);
    // A role that nobody is mapped to, though it may log in and the door was found.
    await ask(cluster.url('postgres'), 'create role visitor login');
    const visitor = cluster.url('postgres').replace('app@', 'visitor@');
    await expect(ask(visitor, 'select 1')).rejects.toThrow('Peer authentication failed');
  });

  // Only root can become another account.
  (isRoot ? test : test.skip)('another account of the machine gets nowhere', async () => {
    const reach = ['-h', data, '-U', 'app', '-d', 'postgres', '-c', 'select 1'];
    const tried = await shell('runuser', ['-u', 'nobody', '--', psql, ...reach], { cwd: '/' });
    expect(tried.code).not.toBe(0);
    expect(tried.output).toContain('Permission denied');
    // With the door left open by mistake, the system still tells who it is.
    chmodSync(data, 0o755);
    chmodSync(join(data, '.s.PGSQL.5432'), 0o777);
    const open = await shell('runuser', ['-u', 'nobody', '--', psql, ...reach], { cwd: '/' });
    chmodSync(data, 0o700);
    expect(open.output).toContain('Peer authentication failed');
  });
});

test('a path that cannot be said to a database is refused before anything is made there', async () => {
  for (const name of ["o'clock", 'one,two', 'back\\slash']) {
    const folder = join(tmpdir(), `intervallum-${name}`);
    await expect(startCluster(folder)).rejects.toThrow('has a comma, a quote or a backslash');
    expect(existsSync(folder)).toBe(false);
  }
});

test('a path too long for a socket is said, and by how much', async () => {
  const folder = join(tmpdir(), `intervallum-${'long'.repeat(30)}`);
  try {
    await expect(startCluster(folder)).rejects.toThrow(/is \d+ letters too long for a database/);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a database that was killed, and that nobody has asked after yet, is started again; its lock is nobody’s', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-unreaped-'));
  chmodSync(folder, 0o755);
  // A parent that asks after no child: what ends under it stays there by its number.
  const [command, ...words] = [
    ...(isRoot ? ['runuser', '-u', 'postgres', '--'] : []),
    'bash',
    '-c',
  ];
  const parent = spawn(command ?? '', [...words, 'sleep 0.5 & echo $!; exec sleep 60'], {
    cwd: '/',
    detached: true,
  });
  const [said] = await once(parent.stdout, 'data');
  const pid = Number(String(said));
  try {
    const first = await startCluster(folder);
    await ask(first.url('postgres'), "create table kept as select 'a chart' as what");
    // What is being reckoned goes on after the kill, and holds the memory for as long.
    const reckoned = ask(first.url('postgres'), 'select count(*) from generate_series(1, 2e7)');
    const answered = reckoned.catch(() => null);
    const busy = "select count(*) from pg_stat_activity where query like '%2e7)'";
    while ((await ask(first.url('postgres'), busy)) === '0');
    const file = join(folder, 'cluster/postmaster.pid');
    const lines = readFileSync(file, 'utf8').split('\n');
    process.kill(Number(lines[0]), 'SIGKILL');
    const ended = () => readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
    for (let tries = 0; tries < 100 && (runs(folder) || !ended()); tries += 1)
      await new Promise((resolve) => setTimeout(resolve, 50));
    writeFileSync(file, [pid, ...lines.slice(1)].join('\n'));
    const ofSocket = join(folder, 'cluster/.s.PGSQL.5432.lock');
    writeFileSync(ofSocket, readFileSync(ofSocket, 'utf8').replace(/^\d+/, String(pid)));
    expect([existsSync(`/proc/${pid}`), runs(folder)]).toEqual([true, false]);
    const again = await startCluster(folder);
    expect(await ask(again.url('postgres'), 'select what from kept')).toBe('a chart');
    expect(readFileSync(join(folder, 'postgres.log'), 'utf8')).toContain('shared memory block');
    await answered;

    const began = readFileSync(`/proc/${pid}/stat`, 'utf8').split(' ')[21];
    const lock = join(folder, 'lock');
    writeFileSync(lock, `${pid} ${began}`);
    expect([holderOf(lock), takeLock(lock), holderOf(lock)]).toEqual([null, true, process.pid]);
  } finally {
    if (parent.pid) process.kill(-parent.pid, 'SIGKILL');
    await stopCluster(folder);
    rmSync(folder, { recursive: true, force: true });
  }
}, 90_000);
