import { and, asc, eq, inArray } from 'drizzle-orm';
import type { KeptKey } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { keptKeys, people } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** Whose key of which song. */
export interface KeptOf {
  readonly songId: string;
  readonly personId: string;
}

const isIt = (scope: Scope, { songId, personId }: KeptOf) =>
  and(
    eq(keptKeys.teamId, scope.teamId),
    eq(keptKeys.songId, songId),
    eq(keptKeys.personId, personId),
  );

/** The keys that those of the team sing some songs in, by name. */
export async function listKeptKeys(
  scope: Scope,
  db: Database,
  songIds: readonly string[],
): Promise<KeptKey[]> {
  if (songIds.length === 0) return [];
  const rows = await db
    .select({
      songId: keptKeys.songId,
      personId: keptKeys.personId,
      name: people.name,
      key: keptKeys.key,
      keptAt: keptKeys.keptAt,
    })
    .from(keptKeys)
    .innerJoin(people, and(eq(people.teamId, keptKeys.teamId), eq(people.id, keptKeys.personId)))
    .where(and(eq(keptKeys.teamId, scope.teamId), inArray(keptKeys.songId, [...songIds])))
    .orderBy(asc(people.name), asc(people.id), asc(keptKeys.songId));
  return rows.map(({ keptAt, ...row }) => ({ ...row, keptAt: keptAt.toISOString() }));
}

/** Keeps the key that somebody sings a song in, in the place of the one before. */
export async function keepKey(scope: Scope, db: Database, of: KeptOf, key: string): Promise<void> {
  const seq = await nextSeq(scope, db);
  const keptAt = new Date();
  await db
    .insert(keptKeys)
    .values({ teamId: scope.teamId, ...of, seq, key, keptAt })
    .onConflictDoUpdate({
      target: [keptKeys.teamId, keptKeys.songId, keptKeys.personId],
      set: { seq, key, keptAt },
    });
}

/** Forgets the key that somebody sings a song in; false where none was kept. */
export async function forgetKey(scope: Scope, db: Database, of: KeptOf): Promise<boolean> {
  const rows = await db
    .delete(keptKeys)
    .where(isIt(scope, of))
    .returning({ songId: keptKeys.songId });
  if (rows.length > 0) await nextSeq(scope, db);
  return rows.length > 0;
}
