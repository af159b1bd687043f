import { count } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { teams } from '../db/schema.ts';

/**
 * Teams are made by the owner of the tables, before anybody works for one: these are the only functions of a store
 * without a scope.
 */
export async function insertTeam(owner: Database, name: string): Promise<string> {
  const [row] = await owner.insert(teams).values({ name }).returning({ id: teams.id });
  return row!.id;
}

export async function hasTeam(owner: Database): Promise<boolean> {
  const [row] = await owner.select({ teams: count() }).from(teams);
  return (row?.teams ?? 0) > 0;
}
