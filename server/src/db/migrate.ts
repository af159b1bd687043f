import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { fileURLToPath } from 'node:url';
import { Client } from 'pg';

/** The lock that migrations are made under, one number for all of this application's servers. */
const lock = 4_870_001;

/**
 * Brings the tables up to date, as their owner; does nothing where they are. Of several servers that start together one
 * migrates and the others wait.
 */
export async function migrateDatabase(ownerUrl: string): Promise<void> {
  const client = new Client({ connectionString: ownerUrl });
  // A connection that is lost is reported by the query that is under way or comes next.
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [lock]);
    const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));
    await migrate(drizzle(client), { migrationsFolder });
  } finally {
    await client.end();
  }
}
