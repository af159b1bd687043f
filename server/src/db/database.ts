import { drizzle, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import { fileURLToPath } from 'node:url';
import { Pool } from 'pg';
import * as schema from './schema.ts';

/** A database, or a transaction in one. */
export type Database = PgDatabase<NodePgQueryResultHKT, typeof schema>;

type OpenDatabase = ReturnType<typeof openDatabase>;

/** Opens a pool of connections; `close` ends it. A lost connection is reported by the next query, not here. */
export function openDatabase(url: string) {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 3_000,
    statement_timeout: 10_000,
  });
  pool.on('error', (error) => {
    console.error(`A database connection was lost: ${error.message}`);
  });
  return { database: drizzle(pool, { schema }), close: () => pool.end() };
}

/** Brings the tables up to date; does nothing where they are. */
export async function migrateDatabase(database: OpenDatabase['database']): Promise<void> {
  const folder = fileURLToPath(new URL('../../migrations', import.meta.url));
  await migrate(database, { migrationsFolder: folder });
}
