import { readStoredRun, storeRun } from '@intervallum/contract';
import type { WrittenRun } from '@intervallum/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { ownRuns } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** The runs that a team keeps, by their names. */
export async function listRuns(scope: Scope, db: Database): Promise<WrittenRun[]> {
  const rows = await db
    .select({ id: ownRuns.id, run: ownRuns.run })
    .from(ownRuns)
    .where(eq(ownRuns.teamId, scope.teamId))
    .orderBy(asc(sql`lower(${ownRuns.name})`), asc(ownRuns.id));
  return rows.flatMap(({ id, run }) => {
    const read = readStoredRun(run);
    return read ? [{ ...read, id }] : [];
  });
}

/** How many a team keeps. */
export function countRuns(scope: Scope, db: Database): Promise<number> {
  return db.$count(ownRuns, eq(ownRuns.teamId, scope.teamId));
}

/** Keeps runs; one whose id is there already stays as it is. */
export async function insertRuns(
  scope: Scope,
  db: Database,
  runs: readonly WrittenRun[],
): Promise<void> {
  const seq = await nextSeq(scope, db);
  const rows = runs.map((run) => ({
    teamId: scope.teamId,
    id: run.id,
    seq,
    name: run.name,
    run: storeRun(run),
  }));
  await db.insert(ownRuns).values(rows).onConflictDoNothing();
}

/** Forgets a run; false where there is none. Where it was placed it stays: a song has its own copy. */
export async function deleteRun(scope: Scope, db: Database, id: string): Promise<boolean> {
  const rows = await db
    .delete(ownRuns)
    .where(and(eq(ownRuns.teamId, scope.teamId), eq(ownRuns.id, id)))
    .returning({ id: ownRuns.id });
  if (rows.length > 0) await nextSeq(scope, db);
  return rows.length > 0;
}
