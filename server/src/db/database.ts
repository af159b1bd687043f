import { drizzle, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import { Pool } from 'pg';
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
  return { database: drizzle(pool, { schema }), close: () => pool.end() };
}
