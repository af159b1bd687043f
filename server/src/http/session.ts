import { sql } from 'drizzle-orm';
import type { Request } from 'express';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { scopeOf, type Scope } from '../db/scope.ts';

/** Says for whom a request is made; null for nobody in particular. */
export type Session = (request: Request) => Promise<Scope | null>;

const found = z.array(z.object({ id: z.uuid().nullable() }));

/**
 * Until there are accounts whoever reaches the server works for its one team. Accounts only have to answer this question
 * in another way: every store already asks for a scope.
 */
export function oneTeamSession(database: Database): Session {
  return () => scopeOfOnlyTeam(database);
}

/** The one team, for what the server does by itself; null before there is one. */
export async function scopeOfOnlyTeam(database: Database): Promise<Scope | null> {
  const { rows } = await database.execute(sql`select only_team() as id`);
  const [team] = found.parse(rows);
  return team?.id ? scopeOf(team.id) : null;
}

/** The team that a link opens something of; null for a link that is not open. */
export async function scopeOfLink(database: Database, token: string): Promise<Scope | null> {
  const { rows } = await database.execute(sql`select team_of_link(${token}) as id`);
  const [team] = found.parse(rows);
  return team?.id ? scopeOf(team.id, { role: 'reader' }) : null;
}
