import { readStoredMove, storeMove, type KeptMove } from '@intervallum/contract';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { ownMoves } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** The moves that a team keeps, by their names. */
export async function listMoves(scope: Scope, db: Database): Promise<KeptMove[]> {
  const rows = await db
    .select({ id: ownMoves.id, move: ownMoves.move })
    .from(ownMoves)
    .where(eq(ownMoves.teamId, scope.teamId))
    .orderBy(asc(sql`lower(${ownMoves.name})`), asc(ownMoves.id));
  return rows.flatMap(({ id, move }) => {
    const read = readStoredMove(move);
    return read ? [{ id, ...read }] : [];
  });
}

/** How many a team keeps. */
export function countMoves(scope: Scope, db: Database): Promise<number> {
  return db.$count(ownMoves, eq(ownMoves.teamId, scope.teamId));
}

/** Keeps moves; one whose id is there already stays as it is. */
export async function insertMoves(
  scope: Scope,
  db: Database,
  moves: readonly KeptMove[],
): Promise<void> {
  const seq = await nextSeq(scope, db);
  await db
    .insert(ownMoves)
    .values(
      moves.map(({ id, ...move }) => ({
        teamId: scope.teamId,
        id,
        seq,
        name: move.name,
        move: storeMove(move),
      })),
    )
    .onConflictDoNothing();
}

/** Forgets a move; false where there is none. */
export async function deleteMove(scope: Scope, db: Database, id: string): Promise<boolean> {
  const rows = await db
    .delete(ownMoves)
    .where(and(eq(ownMoves.teamId, scope.teamId), eq(ownMoves.id, id)))
    .returning({ id: ownMoves.id });
  if (rows.length > 0) await nextSeq(scope, db);
  return rows.length > 0;
}
