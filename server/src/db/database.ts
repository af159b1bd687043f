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
  return { database: drizzle(pool, { schema }), close: () => pool.end() };
}
