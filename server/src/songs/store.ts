import { readSummary, type StoredDecisions, type SongListItem } from '@intervallum/contract';
import { and, asc, desc, eq, inArray, isNotNull, isNull, lt, sql, type SQL } from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { isRecent, takesPlaceOf, type ListedVersion } from '../db/history.ts';
import { songRevisions, songs } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';
import type { ChartReading } from '../jobs/readings.ts';

/** A song as it is stored, without anybody's part. */
export interface SongRow {
  readonly id: string;
  readonly revision: number;
  readonly savedAt: Date;
  readonly text: string;
}

const songColumns = {
  id: songs.id,
  revision: songs.revision,
  savedAt: songs.savedAt,
  text: songs.text,
};

const ofTeam = (scope: Scope) => eq(songs.teamId, scope.teamId);

/** A place in the list of songs: after this title, and of equal titles after this song. */
export type TitlePlace = readonly [titleKey: string, id: string];

/** A row of a list; its summary is null where it is of an old shape, and has to be made anew from the chart. */
export type ListedSong = Omit<SongListItem, 'summary' | 'savedAt'> & {
  readonly savedAt: Date;
  readonly titleKey: string;
  readonly summary: SongListItem['summary'] | null;
};

const inOrder = sql`${songs.titleKey} collate "C"`;

const beyond = (place: TitlePlace | null) =>
  place
    ? sql`(${inOrder}, ${songs.id}) > (${place[0]}::text collate "C", ${place[1]}::uuid)`
    : undefined;

async function listed(db: Database, where: SQL | undefined, most: number): Promise<ListedSong[]> {
  const rows = await db
    .select({
      id: songs.id,
      revision: songs.revision,
      savedAt: songs.savedAt,
      summary: songs.summary,
      titleKey: songs.titleKey,
    })
    .from(songs)
    .where(where)
    .orderBy(asc(inOrder), asc(songs.id))
    .limit(most);
  return rows.map((row) => ({ ...row, summary: readSummary(row.summary) }));
}

/** The team's songs by title, `most` of them from a place on. */
export async function listSongs(
  scope: Scope,
  db: Database,
  { after, most }: { after: TitlePlace | null; most: number },
): Promise<ListedSong[]> {
  return listed(db, and(ofTeam(scope), isNull(songs.deletedAt), beyond(after)), most);
}

/** How many songs the team has. */
export async function countSongs(scope: Scope, db: Database): Promise<number> {
  return db.$count(songs, and(ofTeam(scope), isNull(songs.deletedAt)));
}

const searched = z.array(z.object({ total: z.number(), ids: z.array(z.string()) })).length(1);

/** The songs in which `search` is found: how many, counted up to `mostCounted`, and `most` of them from a place on. */
export async function searchSongs(
  scope: Scope,
  db: Database,
  {
    search,
    after,
    most,
    mostCounted,
  }: { search: string; after: TitlePlace | null; most: number; mostCounted: number },
): Promise<{ readonly total: number; readonly rows: readonly ListedSong[] }> {
  const [afterKey, afterId] = after ?? [null, null];
  const { rows } = await db.execute(
    sql`select total, ids from search_songs(${search}, ${afterKey}::text, ${afterId}::uuid, ${most}::integer, ${mostCounted}::integer)`,
  );
  const [{ total, ids } = { total: 0, ids: [] }] = searched.parse(rows);
  if (ids.length === 0) return { total, rows: [] };
  const where = and(ofTeam(scope), inArray(songs.id, ids), beyond(after));
  return { total, rows: await listed(db, where, most) };
}

/** The texts of some songs. */
export async function textsOf(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<{ readonly id: string; readonly text: string }[]> {
  if (ids.length === 0) return [];
  return db
    .select({ id: songs.id, text: songs.text })
    .from(songs)
    .where(and(ofTeam(scope), inArray(songs.id, [...ids])));
}

/** Puts what lists show of a song in the place of what stood there; the song stays what it is. */
export async function repairReading(
  scope: Scope,
  db: Database,
  id: string,
  { summary, title, titleKey, sung }: ChartReading,
): Promise<void> {
  await db
    .update(songs)
    .set({ summary, title, titleKey, sung })
    .where(and(ofTeam(scope), eq(songs.id, id)));
}

export async function findSong(scope: Scope, db: Database, id: string): Promise<SongRow | null> {
  const [row] = await db
    .select(songColumns)
    .from(songs)
    .where(and(ofTeam(scope), eq(songs.id, id), isNull(songs.deletedAt)));
  return row ?? null;
}

/** The song, kept from being changed by others until the transaction ends. */
export async function lockSong(scope: Scope, db: Database, id: string): Promise<SongRow | null> {
  const [row] = await db
    .select(songColumns)
    .from(songs)
    .where(and(ofTeam(scope), eq(songs.id, id), isNull(songs.deletedAt)))
    .for('update');
  return row ?? null;
}

/** Makes a song; false if there is one with this id. */
export async function insertSong(
  scope: Scope,
  db: Database,
  { id, text, reading }: { id: string; text: string; reading: ChartReading },
): Promise<boolean> {
  const rows = await db
    .insert(songs)
    .values({ teamId: scope.teamId, id, text, ...reading, seq: await nextSeq(scope, db) })
    .onConflictDoNothing()
    .returning({ id: songs.id });
  return rows.length > 0;
}

/** Gives a song its next text; it has been locked before. */
export async function updateText(
  scope: Scope,
  db: Database,
  { id, text, reading }: { id: string; text: string; reading: ChartReading },
): Promise<SongRow> {
  const [row] = await db
    .update(songs)
    .set({
      text,
      ...reading,
      revision: sql`${songs.revision} + 1`,
      seq: await nextSeq(scope, db),
      savedAt: sql`now()`,
    })
    .where(and(ofTeam(scope), eq(songs.id, id)))
    .returning(songColumns);
  return row!;
}

/** Takes a song from the list, or puts it back; false if there was none to take or put back. */
export async function setSongDeleted(
  scope: Scope,
  db: Database,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const rows = await db
    .update(songs)
    .set({ deletedAt: deleted ? sql`now()` : null, seq: await nextSeq(scope, db) })
    .where(
      and(
        ofTeam(scope),
        eq(songs.id, id),
        deleted ? isNull(songs.deletedAt) : isNotNull(songs.deletedAt),
      ),
    )
    .returning({ id: songs.id });
  return rows.length > 0;
}

/** Which of these ids are songs of the team, deleted ones too: a set keeps what was played. */
export async function knownSongs(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select({ id: songs.id })
    .from(songs)
    .where(and(ofTeam(scope), inArray(songs.id, [...ids])));
  return rows.map((row) => row.id);
}

/** Writes what a song is now into its history, in the place of the row before where both are one stretch of work. */
export async function writeHistory(
  scope: Scope,
  db: Database,
  { id, revision, text }: SongRow,
  decisions: StoredDecisions | null,
  screen: string | null,
): Promise<void> {
  const [last] = await db
    .select({ ...historyColumns, isRecent: isRecent(songRevisions.savedAt) })
    .from(songRevisions)
    .where(historyOf(scope, id))
    .orderBy(desc(songRevisions.revision))
    .limit(1);
  const goesOn = takesPlaceOf(last, scope, screen);
  if (goesOn)
    await db
      .delete(songRevisions)
      .where(and(historyOf(scope, id), eq(songRevisions.revision, last.revision)));
  await db.insert(songRevisions).values({
    teamId: scope.teamId,
    songId: id,
    revision,
    personId: scope.personId,
    screen,
    text,
    decisions,
    // The minutes count from the first of the saves that are one row.
    ...(goesOn ? { savedAt: last.savedAt } : {}),
  });
}

const historyColumns = {
  revision: songRevisions.revision,
  personId: songRevisions.personId,
  screen: songRevisions.screen,
  name: songRevisions.name,
  savedAt: songRevisions.savedAt,
};

const historyOf = (scope: Scope, id: string) =>
  and(eq(songRevisions.teamId, scope.teamId), eq(songRevisions.songId, id));

/** The versions of a song, the latest first; `most` of them from before a revision on. */
export async function listSongVersions(
  scope: Scope,
  db: Database,
  id: string,
  { before, most }: { before: number | null; most: number },
): Promise<ListedVersion[]> {
  const { revision, name, savedAt } = historyColumns;
  return db
    .select({ revision, name, savedAt })
    .from(songRevisions)
    .where(and(historyOf(scope, id), before === null ? undefined : lt(revision, before)))
    .orderBy(desc(revision))
    .limit(most);
}

/** One version of a song; null if its history has none of this revision. */
export async function findSongVersion(
  scope: Scope,
  db: Database,
  id: string,
  revision: number,
): Promise<
  (ListedVersion & { readonly text: string; readonly decisions: StoredDecisions | null }) | null
> {
  const [row] = await db
    .select({
      revision: songRevisions.revision,
      name: songRevisions.name,
      savedAt: songRevisions.savedAt,
      text: songRevisions.text,
      decisions: songRevisions.decisions,
    })
    .from(songRevisions)
    .where(and(historyOf(scope, id), eq(songRevisions.revision, revision)));
  return row ?? null;
}
