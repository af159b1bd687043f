import { drizzle, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import { Pool } from 'pg';
import { isDatabaseDown } from './failures.ts';
import * as schema from './schema.ts';

/** A database, or a transaction in one. */
export type Database = PgDatabase<NodePgQueryResultHKT, typeof schema>;

/** Opens a pool of connections; `close` ends it. A lost connection is reported by the next query, not here. */
export function openDatabase(url: string, onLost: (error: Error) => void = () => undefined) {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 3_000,
    statement_timeout: 10_000,
  });
  pool.on('error', onLost);
  // The pool listens to the connections that are idle. One that is lost in the middle of a transaction has nobody, and
  // an error that nobody listens to ends the process.
  pool.on('connect', (client) => client.on('error', () => undefined));
  const database: Database = drizzle(pool, { schema });
  // Drizzle's own forgets the connection of a transaction that could not begin: ten of those, and none would be left.
  database.transaction = async (work, config) => {
    const client = await pool.connect();
    let broken: Error | undefined;
    try {
      return await drizzle(client, { schema }).transaction(work, config);
    } catch (error) {
      if (isDatabaseDown(error)) broken = error as Error;
      throw error;
    } finally {
      client.release(broken);
    }
  };
  return { database, pool, close: () => pool.end() };
}
