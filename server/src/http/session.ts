import { sql } from 'drizzle-orm';
import type { Request } from 'express';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { scopeOf, type Account, type Scope } from '../db/scope.ts';

/** Who asks: the account that is signed in, and the team that its session works for; null of who is in none. */
export interface Asking {
  readonly account: Account;
  readonly scope: Scope | null;
}

/** Says who makes a request; null for nobody in particular. */
export type Session = (request: Request) => Promise<Asking | null>;

const found = z.array(z.object({ id: z.uuid().nullable() }));

/** The team that a link opens something of; null for a link that is not open. */
export async function scopeOfLink(database: Database, token: string): Promise<Scope | null> {
  const { rows } = await database.execute(sql`select team_of_link(${token}) as id`);
  const [team] = found.parse(rows);
  return team?.id ? scopeOf(team.id, { role: 'link' }) : null;
}
