import type { StoredDecisions } from '@intervallum/contract';
import { chartRules } from '@intervallum/core';
import { and, desc, eq, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { isRecent, takesPlaceOf, type ListedVersion } from '../db/history.ts';
import { people, songRevisions, songs } from '../db/schema.ts';
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
  { summary, title, titleKey, sung, roots, numbers }: ChartReading,
): Promise<void> {
  await db
    .update(songs)
    .set({ summary, title, titleKey, sung, roots, numbers })
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
      rules: chartRules,
      ...reading,
      revision: sql`${songs.revision} + 1`,
      seq: await nextSeq(scope, db),
      savedAt: sql`now()`,
    })
    .where(and(ofTeam(scope), eq(songs.id, id)))
    .returning(songColumns);
  return row!;
}

/** Takes a song from the list, or puts it back. @returns its title; null if there was none to take or put back */
export async function setSongDeleted(
  scope: Scope,
  db: Database,
  id: string,
  deleted: boolean,
): Promise<string | null> {
  const [row] = await db
    .update(songs)
    .set({ deletedAt: deleted ? sql`now()` : null, seq: await nextSeq(scope, db) })
    .where(
      and(
        ofTeam(scope),
        eq(songs.id, id),
        deleted ? isNull(songs.deletedAt) : isNotNull(songs.deletedAt),
      ),
    )
    .returning({ title: songs.title });
  return row?.title ?? null;
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

/** Joins who saved a version; the version is of the team, and so are they. */
const whoSaved = and(
  eq(people.teamId, songRevisions.teamId),
  eq(people.id, songRevisions.personId),
);

const historyOf = (scope: Scope, id: string) =>
  and(eq(songRevisions.teamId, scope.teamId), eq(songRevisions.songId, id));

/** The versions of a song, the latest first; `most` of them from before a revision on. */
export async function listSongVersions(
  scope: Scope,
  db: Database,
  id: string,
  { before, most }: { before: number | null; most: number },
): Promise<(ListedVersion & { readonly text: string })[]> {
  const { revision, name, savedAt } = historyColumns;
  return db
    .select({ revision, name, savedAt, who: people.name, text: songRevisions.text })
    .from(songRevisions)
    .leftJoin(people, whoSaved)
    .where(and(historyOf(scope, id), before === null ? undefined : lt(revision, before)))
    .orderBy(desc(revision))
    .limit(most);
}

/** Calls a version by a name, so that it stays, or by none; false if the history has none of this revision. */
export async function nameSongVersion(
  scope: Scope,
  db: Database,
  id: string,
  { revision, name }: { readonly revision: number; readonly name: string | null },
): Promise<boolean> {
  const rows = await db
    .update(songRevisions)
    .set({ name })
    .where(and(historyOf(scope, id), eq(songRevisions.revision, revision)))
    .returning({ revision: songRevisions.revision });
  return rows.length > 0;
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
      who: people.name,
      decisions: songRevisions.decisions,
    })
    .from(songRevisions)
    .leftJoin(people, whoSaved)
    .where(and(historyOf(scope, id), eq(songRevisions.revision, revision)));
  return row ?? null;
}
