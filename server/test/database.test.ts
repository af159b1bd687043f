import { afterAll, expect, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { setTimeout as wait } from 'node:timers/promises';
import { openDatabase } from '../src/db/database.ts';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer | null = null;
afterAll(() => server?.stop());

test('a connection lost in the middle of a transaction is said by its next query, and the pool goes on', async () => {
  server = await startTestServer();
  const { owner, ownerUrl } = server;
  const { database, close } = openDatabase(ownerUrl);
  const number = async (from: Pick<typeof database, 'execute'>) => {
    const { rows } = await from.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`);
    return rows[0]!.pid;
  };
  const lost = database.transaction(async (transaction) => {
    await owner.query('select pg_terminate_backend($1)', [await number(transaction)]);
    // Nothing is asked while the end of the connection arrives: nobody but the connection itself hears of it.
    await wait(300);
    return number(transaction);
  });
  await expect(lost).rejects.toThrow();
  expect(await number(database)).toBeGreaterThan(0);
  await close();
});
