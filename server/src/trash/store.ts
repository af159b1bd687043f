import { and, desc, eq, gt, lte, notExists, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { setItems, sets, songs } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

/** Something that was deleted, and when. */
export interface Deleted {
  readonly kind: 'song' | 'set';
  readonly id: string;
  readonly name: string;
  readonly deletedAt: Date;
}

/** What the team deleted in the last days, the last first. @param most how much of it */
export async function listDeleted(
  scope: Scope,
  db: Database,
  { days, most }: { days: number; most: number },
): Promise<Deleted[]> {
  const since = sql`now() - make_interval(days => ${days})`;
  const deletedSongs = await db
    .select({ id: songs.id, name: songs.title, deletedAt: songs.deletedAt })
    .from(songs)
    .where(and(eq(songs.teamId, scope.teamId), gt(songs.deletedAt, since)))
    .orderBy(desc(songs.deletedAt))
    .limit(most);
  const deletedSets = await db
    .select({ id: sets.id, name: sets.name, deletedAt: sets.deletedAt })
    .from(sets)
    .where(and(eq(sets.teamId, scope.teamId), gt(sets.deletedAt, since)))
    .orderBy(desc(sets.deletedAt))
    .limit(most);
  return [
    ...deletedSongs.map((row) => ({ ...row, kind: 'song' as const, deletedAt: row.deletedAt! })),
    ...deletedSets.map((row) => ({ ...row, kind: 'set' as const, deletedAt: row.deletedAt! })),
  ]
    .sort((one, other) => other.deletedAt.getTime() - one.deletedAt.getTime())
    .slice(0, most);
}

/**
 * Ends what was deleted so many days ago, for good: with its history, its links and what was decided of it. A song that
 * stands in a set stays where no list shows it, since the set keeps what was played.
 * @returns how many songs and sets
 */
export async function purgeDeleted(scope: Scope, db: Database, days: number): Promise<number> {
  const until = sql`now() - make_interval(days => ${days})`;
  const goneSets = await db
    .delete(sets)
    .where(and(eq(sets.teamId, scope.teamId), lte(sets.deletedAt, until)))
    .returning({ id: sets.id });
  const goneSongs = await db
    .delete(songs)
    .where(
      and(
        eq(songs.teamId, scope.teamId),
        lte(songs.deletedAt, until),
        notExists(
          db
            .select({ one: sql`1` })
            .from(setItems)
            .where(and(eq(setItems.teamId, scope.teamId), eq(setItems.songId, songs.id))),
        ),
      ),
    )
    .returning({ id: songs.id });
  return goneSets.length + goneSongs.length;
}
