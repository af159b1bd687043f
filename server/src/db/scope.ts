import type { Role } from '@intervallum/contract';
import { sql } from 'drizzle-orm';
import type { PgTransactionConfig } from 'drizzle-orm/pg-core';
import type { Database } from './database.ts';
import { teamCounters } from './schema.ts';

/**
 * For whom something is done: the first argument of every function of a store. Only `scopeOf` makes one, so that nobody
 * can ask a store for a team by a number that came from a request.
 */
export interface Scope {
  readonly teamId: string;
  /** Null for those who only have a link, and for what the server does by itself. */
  readonly personId: string | null;
  /** What may be done is asked of contract's `rights`; a link reads what it opens. */
  readonly role: Role | 'link' | 'server';
  readonly [scoped]: true;
}
declare const scoped: unique symbol;

export function scopeOf(
  teamId: string,
  { personId = null, role = 'server' }: { personId?: string | null; role?: Scope['role'] } = {},
): Scope {
  return { teamId, personId, role } as Scope;
}

/** Who is signed in, in which session: for what is of no team. Made from a session's key only. */
export interface Account {
  readonly accountId: string;
  readonly sessionId: string;
  readonly [signedIn]: true;
}
declare const signedIn: unique symbol;

export function accountOf(accountId: string, sessionId: string): Account {
  return { accountId, sessionId } as Account;
}

/** Does something in one transaction in which the database shows what is of this account only (row-level security). */
export function inAccount<Value>(
  database: Database,
  { accountId }: Account,
  work: (transaction: Database) => Promise<Value>,
): Promise<Value> {
  return database.transaction(async (transaction) => {
    await transaction.execute(sql`select set_config('app.account', ${accountId}, true)`);
    return work(transaction);
  });
}

/**
 * Does something in one transaction in which the database shows the rows of the scope's team only (row-level security),
 * whatever a query asks for.
 */
export function inScope<Value>(
  database: Database,
  { teamId }: Scope,
  work: (transaction: Database) => Promise<Value>,
  config?: PgTransactionConfig,
): Promise<Value> {
  return database.transaction(async (transaction) => {
    await transaction.execute(sql`select set_config('app.team', ${teamId}, true)`);
    return work(transaction);
  }, config);
}

/** The same, of one moment: what others change meanwhile is not seen, and nothing is changed. */
export function inScopeOfOneMoment<Value>(
  database: Database,
  scope: Scope,
  work: (transaction: Database) => Promise<Value>,
): Promise<Value> {
  return inScope(database, scope, work, {
    isolationLevel: 'repeatable read',
    accessMode: 'read only',
  });
}

/** The next number of the team's changes; whoever changes a row writes it there, in the same transaction. */
export async function nextSeq(scope: Scope, db: Database): Promise<number> {
  const [raised] = await db
    .insert(teamCounters)
    .values({ teamId: scope.teamId, seq: 1 })
    .onConflictDoUpdate({
      target: teamCounters.teamId,
      set: { seq: sql`${teamCounters.seq} + 1` },
    })
    .returning({ seq: teamCounters.seq });
  return raised!.seq;
}
