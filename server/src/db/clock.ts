import { sql } from 'drizzle-orm';
import type { Database } from './database.ts';

/** What time it is at the database, in milliseconds since 1970: the one clock of all servers. */
export async function databaseTime(db: Database): Promise<number> {
  const { rows } = await db.execute<{ now: string }>(
    sql`select floor(extract(epoch from clock_timestamp()) * 1000)::text as now`,
  );
  return Number(rows[0]!.now);
}
