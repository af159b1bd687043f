import { and, desc, eq, gt, isNull, lt, lte, notExists, or, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { attachments, setItems, sets, songs } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

/** Something that was deleted, and when. */
export interface Deleted {
  readonly kind: 'song' | 'set' | 'attachment';
  readonly id: string;
  readonly name: string;
  /** The title of the song that a file belongs to. */
  readonly of: string | null;
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
  // Where their song is in the trash as well, files come back with it or after it.
  const deletedFiles = await db
    .select({
      id: attachments.id,
      name: attachments.name,
      of: songs.title,
      deletedAt: attachments.deletedAt,
    })
    .from(attachments)
    .innerJoin(
      songs,
      and(
        eq(songs.teamId, scope.teamId),
        eq(songs.id, attachments.songId),
        isNull(songs.deletedAt),
      ),
    )
    .where(and(eq(attachments.teamId, scope.teamId), gt(attachments.deletedAt, since)))
    .orderBy(desc(attachments.deletedAt))
    .limit(most);
  const alone = { of: null };
  return [
    ...deletedSongs.map((row) => ({ ...alone, ...row, kind: 'song' as const })),
    ...deletedSets.map((row) => ({ ...alone, ...row, kind: 'set' as const })),
    ...deletedFiles.map((row) => ({ ...row, kind: 'attachment' as const })),
  ]
    .map((row) => ({ ...row, deletedAt: row.deletedAt! }))
    .sort((one, other) => other.deletedAt.getTime() - one.deletedAt.getTime())
    .slice(0, most);
}

/**
 * Ends what was deleted so many days ago, for good: with its history, its links, its files and what was decided of it. A
 * song that stands in a set stays where no list shows it, since the set keeps what was played. Files that have been on
 * their way for a day will not arrive.
 * @returns how many songs, sets and files
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
  const goneFiles = await db
    .delete(attachments)
    .where(
      and(
        eq(attachments.teamId, scope.teamId),
        or(
          lte(attachments.deletedAt, until),
          and(
            isNull(attachments.readyAt),
            lt(attachments.createdAt, sql`now() - interval '1 day'`),
          ),
        ),
      ),
    )
    .returning({ id: attachments.id });
  return goneSets.length + goneSongs.length + goneFiles.length;
}
