import { randomUUID } from 'node:crypto';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { Client } from 'pg';
import type { Logger } from 'pino';
import { createApp } from '../src/app.ts';
import { openDatabase } from '../src/db/database.ts';
import { migrateDatabase } from '../src/db/migrate.ts';
import { accountOf, scopeOf, type Scope } from '../src/db/scope.ts';
import { openLimits } from '../src/accounts/limits.ts';
import { cookieSession } from '../src/accounts/session.ts';
import { insertTeam } from '../src/installation/store.ts';
import { createLog } from '../src/http/log.ts';
import type { Session } from '../src/http/session.ts';
import { openLiveHub } from '../src/live/hub.ts';
import { openChartReader } from '../src/jobs/charts.ts';

/** How a server is started: by default as it is in production, on a database brought up to date. */
interface TestOptions {
  /** As the role that production works as, or as the owner of the tables, whom row-level security does not bind. */
  readonly role?: 'intervallum_server' | 'app';
  /**
   * Who asks; by default an owner of the one team. A request says it in headers where this is `by header`; `by cookie` is how
   * it is in production.
   */
  readonly session?: 'one team' | 'by header' | 'by cookie';
  readonly mail?: 'smtp' | 'box' | 'none';
  /** What is done in the empty database instead of bringing it up to date. */
  readonly prepare?: (client: Client, ownerUrl: string) => Promise<void>;
  readonly log?: Logger;
}

/** The headers in which a request of a test says its team, and its role there where that is not owner; none is nobody. */
export const teamHeader = 'X-Test-Team';
export const roleHeader = 'X-Test-Role';

/** Somebody who is signed in, in no session that is stored. */
const someAccount = accountOf(randomUUID(), randomUUID());

const byHeader: Session = (request) => {
  const team = request.get(teamHeader);
  if (!team) return Promise.resolve(null);
  const role = (request.get(roleHeader) ?? 'owner') as Scope['role'];
  return Promise.resolve({ account: someAccount, scope: scopeOf(team, { role }) });
};

/** A whole server on a fresh database of its own in the test cluster. */
export async function startTestServer({
  role = 'intervallum_server',
  session = 'one team',
  mail = 'box',
  prepare,
  log,
}: TestOptions = {}) {
  const cluster = process.env['TEST_CLUSTER_URL'];
  if (!cluster) throw new Error('These tests need a database: run them with bin/test unit.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  // Brought up to date once for all tests of a run; what prepares its database itself begins with an empty one.
  const from = prepare ? 'template1' : await upToDate(cluster);
  await onCluster(cluster, `create database ${name} template ${from}`);
  const socket = socketOf(cluster);
  const cable = await openCable(() => socket);
  const ownerUrl = Object.assign(new URL(cluster), { pathname: name }).href;
  const owner = new Client({ connectionString: ownerUrl });
  await owner.connect();
  await prepare?.(owner, ownerUrl);
  const owned = openDatabase(ownerUrl);
  const { rows } = await owner.query('select id from teams order by created_at limit 1');
  const teamId =
    (rows[0]?.id as string | undefined) ?? (await insertTeam(owned.database, 'Our team'));

  const { database, pool, close } = openDatabase(
    `postgres://${role}@127.0.0.1:${cable.port}/${name}`,
  );
  const charts = openChartReader();
  const sessions = {
    'one team': () =>
      Promise.resolve({ account: someAccount, scope: scopeOf(teamId, { role: 'owner' }) }),
    'by header': byHeader,
    'by cookie': cookieSession(database),
  } as const satisfies Record<string, Session>;
  const live = openLiveHub(
    `postgres://${role}@127.0.0.1:${cable.port}/${name}`,
    createLog('silent'),
  );
  const parts = {
    database,
    charts,
    session: sessions[session],
    limits: openLimits(pool),
    live,
    mail,
  };
  const app = createApp({
    ...parts,
    hosts: ['band.example.org'],
    log: log ?? createLog((process.env['TEST_LOG_LEVEL'] ?? 'silent') as 'silent'),
    webFolder: null,
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

  /** Sends JSON and gives the answer with its body read. */
  async function call(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ) {
    const response = await fetch(url + path, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    return {
      status: response.status,
      type: response.headers.get('Content-Type') ?? '',
      headers: response.headers,
      // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into any answer
      body: (text ? JSON.parse(text) : null) as any,
    };
  }

  return {
    url,
    call,
    app,
    parts,
    charts,
    teamId,
    /** As the server sees it, and as the owner of the tables does. */
    database,
    owner,
    ownerUrl,
    cable,
    stop: async () => {
      await new Promise((resolve) => server.close(resolve));
      await Promise.all([close(), live.close(), owned.close(), owner.end(), charts.close()]);
      cable.pull();
      await onCluster(cluster, `drop database ${name}`);
    },
  };
}

export type TestServer = Awaited<ReturnType<typeof startTestServer>>;
/** The database that those of tests are copies of, made by whichever test comes first. */
async function upToDate(cluster: string): Promise<string> {
  const name = 'test_template';
  const client = new Client({ connectionString: cluster });
  await client.connect();
  try {
    // Of several workers one makes it, and the others wait. While somebody is in it, it cannot be copied.
    await client.query('select pg_advisory_lock(4870002)');
    const { rowCount } = await client.query('select from pg_database where datname = $1', [name]);
    if (rowCount === 0) {
      await client.query(`create database ${name}_making`);
      await migrateDatabase(Object.assign(new URL(cluster), { pathname: `${name}_making` }).href);
      await client.query(`alter database ${name}_making rename to ${name}`);
    }
  } finally {
    await client.end();
  }
  return name;
}

/** A line to a server, which can be cut, and pulled and plugged in again at the same port. @param far where it leads, asked at each use */
export async function openCable(far: () => string | number) {
  const sockets = new Set<Socket>();
  const relay = createServer((near) => {
    const to = far();
    const there = typeof to === 'string' ? connect(to) : connect(to, '127.0.0.1');
    for (const [socket, other] of [
      [near, there],
      [there, near],
    ] as const) {
      sockets.add(socket);
      socket.on('error', () => other.destroy());
      socket.on('close', () => {
        sockets.delete(socket);
        other.destroy();
      });
      socket.pipe(other);
    }
  });
  const plug = (port: number) =>
    new Promise<void>((resolve) => relay.listen(port, '127.0.0.1', () => resolve()));
  await plug(0);
  const { port } = relay.address() as AddressInfo;
  const cut = () => {
    for (const socket of sockets) socket.destroy();
  };
  return {
    port,
    cut,
    pull: () => {
      relay.close();
      cut();
    },
    plug: () => plug(port),
  };
}

/** Waits until something is so, twenty seconds at most. */
export async function until(isSo: () => boolean, what = 'what is waited for'): Promise<void> {
  for (let tries = 0; !isSo(); tries += 1) {
    if (tries > 400) throw new Error(`After twenty seconds it is not so: ${what}.`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Where a cluster is reached, as its address says. */
function socketOf(url: string): string {
  const { searchParams, port } = new URL(url);
  return `${searchParams.get('host')}/.s.PGSQL.${port}`;
}

async function onCluster(url: string, command: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(command);
  await client.end();
}
