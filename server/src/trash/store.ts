import { and, desc, eq, gt, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { sets, songs } from '../db/schema.ts';
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
