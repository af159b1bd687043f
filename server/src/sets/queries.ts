import type { Set, SetDraft, SetListItem } from '@intervallum/contract';
import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { setItems, sets, songRevisions, songs } from '../db/schema.ts';

/** The team's sets, latest date first; sets without a date come before them. */
export async function listSets(db: Database, teamId: string): Promise<SetListItem[]> {
  const rows = await db
    .select({ id: sets.id, name: sets.name, date: sets.date, leader: sets.leader })
    .from(sets)
    .where(and(eq(sets.teamId, teamId), isNull(sets.deletedAt)))
    .orderBy(desc(sets.date), desc(sets.createdAt))
    .limit(500);
  const titles = await db
    .select({ setId: setItems.setId, title: sql<string>`${songRevisions.summary}->>'title'` })
    .from(setItems)
    .innerJoin(songs, eq(songs.id, setItems.songId))
    .innerJoin(
      songRevisions,
      and(eq(songRevisions.songId, songs.id), eq(songRevisions.revision, songs.revision)),
    )
    .where(eq(setItems.teamId, teamId))
    .orderBy(asc(setItems.position));
  return rows.map((row) => ({
    ...row,
    titles: titles.filter(({ setId }) => setId === row.id).map(({ title }) => title),
  }));
}

export async function findSet(db: Database, teamId: string, id: string): Promise<Set | null> {
  const [row] = await db
    .select()
    .from(sets)
    .where(and(eq(sets.teamId, teamId), eq(sets.id, id), isNull(sets.deletedAt)));
  if (!row) return null;
  const items = await db
    .select({
      id: setItems.id,
      songId: setItems.songId,
      key: setItems.key,
      notes: setItems.notes,
      summary: songRevisions.summary,
      removed: sql<boolean>`${songs.deletedAt} is not null`,
    })
    .from(setItems)
    .innerJoin(songs, eq(songs.id, setItems.songId))
    .innerJoin(
      songRevisions,
      and(eq(songRevisions.songId, songs.id), eq(songRevisions.revision, songs.revision)),
    )
    .where(and(eq(setItems.teamId, teamId), eq(setItems.setId, id)))
    .orderBy(asc(setItems.position));
  const { name, date, leader, notes, revision } = row;
  return { id, revision, name, date, leader, notes, items, savedAt: row.savedAt.toISOString() };
}

export async function insertSet(db: Database, teamId: string, draft: SetDraft): Promise<Set> {
  return db.transaction(async (transaction) => {
    const { items, ...fields } = draft;
    const [made] = await transaction
      .insert(sets)
      .values({ ...fields, teamId })
      .returning({ id: sets.id });
    await insertItems(transaction, teamId, made!.id, items);
    return (await findSet(transaction, teamId, made!.id))!;
  });
}

/** Saves the whole of a set; null if `expected` is not the revision that stands now. */
export async function saveSet(
  db: Database,
  teamId: string,
  id: string,
  expected: number,
  draft: SetDraft,
): Promise<Set | null> {
  return db.transaction(async (transaction) => {
    const { items, ...fields } = draft;
    const [raised] = await transaction
      .update(sets)
      .set({ ...fields, revision: sql`${sets.revision} + 1`, savedAt: sql`now()` })
      .where(
        and(
          eq(sets.teamId, teamId),
          eq(sets.id, id),
          eq(sets.revision, expected),
          isNull(sets.deletedAt),
        ),
      )
      .returning({ id: sets.id });
    if (!raised) return null;
    await transaction.delete(setItems).where(eq(setItems.setId, id));
    await insertItems(transaction, teamId, id, items);
    return findSet(transaction, teamId, id);
  });
}

async function insertItems(
  transaction: Database,
  teamId: string,
  setId: string,
  items: SetDraft['items'],
): Promise<void> {
  if (items.length === 0) return;
  await transaction
    .insert(setItems)
    .values(items.map((item, position) => ({ ...item, setId, teamId, position })));
}

/** Which of these ids are songs of the team, deleted ones too: a set keeps what was played. */
export async function knownSongs(db: Database, teamId: string, ids: string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select({ id: songs.id })
    .from(songs)
    .where(and(eq(songs.teamId, teamId), inArray(songs.id, ids)));
  return rows.map((row) => row.id);
}

/** Takes a set from the list, or puts it back; false if there was none to take or put back. */
export async function setSetDeleted(
  db: Database,
  teamId: string,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const rows = await db
    .update(sets)
    .set({ deletedAt: deleted ? sql`now()` : null })
    .where(
      and(
        eq(sets.teamId, teamId),
        eq(sets.id, id),
        deleted ? isNull(sets.deletedAt) : isNotNull(sets.deletedAt),
      ),
    )
    .returning({ id: sets.id });
  return rows.length > 0;
}
