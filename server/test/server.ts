import { randomUUID } from 'node:crypto';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { Client } from 'pg';
import { createApp } from '../src/app.ts';
import { migrateDatabase, openDatabase } from '../src/db/database.ts';
import { ensureTeam } from '../src/demo.ts';

/** A whole server on a fresh database of its own in the test cluster. */
export async function startTestServer() {
  const cluster = process.env['TEST_CLUSTER_URL'];
  if (!cluster) throw new Error('These tests need a database: run them with bin/test unit.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await onCluster(cluster, `create database ${name}`);
  const cable = await openCable(Number(new URL(cluster).port));
  const { database, close } = openDatabase(`postgres://app@127.0.0.1:${cable.port}/${name}`);
  await migrateDatabase(database);
  await ensureTeam(database);
  const server = createApp(database, null).listen(0, '127.0.0.1');
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
    database,
    cable,
    stop: async () => {
      await new Promise((resolve) => server.close(resolve));
      await close();
      cable.pull();
      await onCluster(cluster, `drop database ${name}`);
    },
  };
}

export type TestServer = Awaited<ReturnType<typeof startTestServer>>;

/** The line between the server and its database, which can be pulled and plugged in again at the same port. */
async function openCable(databasePort: number) {
  const sockets = new Set<Socket>();
  const relay = createServer((near) => {
    const far = connect(databasePort, '127.0.0.1');
    for (const [socket, other] of [
      [near, far],
      [far, near],
    ] as const) {
      sockets.add(socket);
      socket.on('error', () => other.destroy());
      socket.on('close', () => sockets.delete(socket));
      socket.pipe(other);
    }
  });
  const plug = (port: number) =>
    new Promise<void>((resolve) => relay.listen(port, '127.0.0.1', () => resolve()));
  await plug(0);
  const { port } = relay.address() as AddressInfo;
  return {
    port,
    pull: () => {
      relay.close();
      for (const socket of sockets) socket.destroy();
    },
    plug: () => plug(port),
  };
}

async function onCluster(url: string, command: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(command);
  await client.end();
}
