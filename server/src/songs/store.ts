import { readSummary, type StoredDecisions, type SongListItem } from '@intervallum/contract';
import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
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

/** The team's songs by title, `most` of them from a place on; with a search those in which it is found. */
export async function listSongs(
  scope: Scope,
  db: Database,
  {
    search,
    after,
    most,
    isCommon = false,
  }: {
    search: string;
    after: TitlePlace | null;
    most: number;
    /** The search finds many songs. */
    isCommon?: boolean;
  },
): Promise<ListedSong[]> {
  const key = sql`${songs.titleKey} collate "C"`;
  const [afterKey, afterId] = after ?? [null, null];
  const beyond =
    after && sql`(${key}, ${songs.id}) > (${afterKey}::text collate "C", ${afterId}::uuid)`;
  const found =
    search === ''
      ? null
      : sql`${songs.id} in (select found_songs(${search}, ${afterKey}::text, ${afterId}::uuid, ${most}::integer, ${isCommon}))`;
  const rows = await db
    .select({
      id: songs.id,
      revision: songs.revision,
      savedAt: songs.savedAt,
      summary: songs.summary,
      titleKey: songs.titleKey,
    })
    .from(songs)
    .where(and(ofTeam(scope), isNull(songs.deletedAt), beyond ?? undefined, found ?? undefined))
    .orderBy(asc(key), asc(songs.id))
    .limit(most);
  return rows.map((row) => ({ ...row, summary: readSummary(row.summary) }));
}

const counted = z.array(z.object({ songs: z.coerce.number() }));

/** How many songs a list has, counted up to `most`. */
export async function countSongs(
  scope: Scope,
  db: Database,
  { search, most }: { search: string; most: number },
): Promise<number> {
  if (search !== '') {
    const { rows } = await db.execute(
      sql`select count_found_songs(${search}, ${most}::integer) as songs`,
    );
    return counted.parse(rows)[0]?.songs ?? 0;
  }
  return db.$count(songs, and(ofTeam(scope), isNull(songs.deletedAt)));
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

/** Minutes in which a player's saves of a song are one row of its history. */
const together = 10;

/**
 * Writes what a song is now into its history. It takes the place of the row before where that is of the same player, has
 * no name and was written within the last minutes.
 */
export async function writeHistory(
  scope: Scope,
  db: Database,
  { id, revision, text }: SongRow,
  decisions: StoredDecisions | null,
): Promise<void> {
  const ofSong = and(eq(songRevisions.teamId, scope.teamId), eq(songRevisions.songId, id));
  const [last] = await db
    .select({
      revision: songRevisions.revision,
      personId: songRevisions.personId,
      name: songRevisions.name,
      savedAt: songRevisions.savedAt,
      isRecent: sql<boolean>`${songRevisions.savedAt} > now() - make_interval(mins => ${together})`,
    })
    .from(songRevisions)
    .where(ofSong)
    .orderBy(desc(songRevisions.revision))
    .limit(1);
  // The first row of a song stays: it is what the song began as.
  const goesOn =
    last?.isRecent === true &&
    last.personId === scope.personId &&
    last.name === null &&
    last.revision > 1;
  if (goesOn)
    await db.delete(songRevisions).where(and(ofSong, eq(songRevisions.revision, last.revision)));
  await db.insert(songRevisions).values({
    teamId: scope.teamId,
    songId: id,
    revision,
    personId: scope.personId,
    text,
    decisions,
    // The minutes count from the first of the saves that are one row.
    ...(goesOn ? { savedAt: last.savedAt } : {}),
  });
}
