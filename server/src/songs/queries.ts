import type { Song, SongList } from '@intervallum/contract';
import { carryHands, freeHands, type SongHands } from '@intervallum/core';
import { and, count, eq, ilike, isNotNull, isNull, or, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { songRevisions, songs } from '../db/schema.ts';
import { summarize } from './summary.ts';

/** The most songs one answer lists; a search narrows down the rest. */
const listLimit = 500;

const currentRevision = and(
  eq(songRevisions.songId, songs.id),
  eq(songRevisions.revision, songs.revision),
);

const songColumns = {
  id: songs.id,
  revision: songs.revision,
  savedAt: songRevisions.savedAt,
  text: songRevisions.text,
  hands: songRevisions.hands,
};

/** The chart as it is sung: words without the hyphens of their syllables, lines without their bars. */
const asSung = sql<string>`regexp_replace(regexp_replace(regexp_replace(
  ${songRevisions.text}, '(\\w)-\\s*\\|\\s*', '\\1', 'g'),
  '(\\w)-(?=\\w)', '\\1', 'g'),
  '\\s*\\|\\s*', ' ', 'g')`;

/** The team's songs whose chart holds the words searched for, by title. */
export async function listSongs(db: Database, teamId: string, search: string): Promise<SongList> {
  const wanted = search.trim();
  const pattern = `%${wanted.replace(/[\\%_]/g, '\\$&')}%`;
  const where = and(
    eq(songs.teamId, teamId),
    isNull(songs.deletedAt),
    wanted === '' ? undefined : or(ilike(songRevisions.text, pattern), ilike(asSung, pattern)),
  );
  const rows = await db
    .select({
      id: songs.id,
      revision: songs.revision,
      savedAt: songRevisions.savedAt,
      summary: songRevisions.summary,
    })
    .from(songs)
    .innerJoin(songRevisions, currentRevision)
    .where(where)
    .orderBy(sql`lower(${songRevisions.summary}->>'title')`, songs.createdAt)
    .limit(listLimit);
  const [counted] = await db
    .select({ total: count() })
    .from(songs)
    .innerJoin(songRevisions, currentRevision)
    .where(where);
  return {
    songs: rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() })),
    total: counted?.total ?? 0,
  };
}

export async function findSong(db: Database, teamId: string, id: string): Promise<Song | null> {
  const [row] = await db
    .select(songColumns)
    .from(songs)
    .innerJoin(songRevisions, currentRevision)
    .where(and(eq(songs.teamId, teamId), eq(songs.id, id), isNull(songs.deletedAt)));
  return row ? { ...row, savedAt: row.savedAt.toISOString() } : null;
}

/** A chart and what was decided about its hands. */
interface Draft {
  readonly text: string;
  readonly hands?: SongHands | undefined;
}

export async function insertSong(db: Database, teamId: string, draft: Draft): Promise<Song> {
  return db.transaction(async (transaction) => {
    const [made] = await transaction.insert(songs).values({ teamId }).returning({ id: songs.id });
    return insertRevision(transaction, teamId, made!.id, 1, draft.text, draft.hands ?? freeHands);
  });
}

/** Saves a song as its next revision; null if `expected` is not the one that stands now. */
export async function saveSong(
  db: Database,
  teamId: string,
  id: string,
  expected: number,
  { text, hands }: Draft,
): Promise<Song | null> {
  return db.transaction(async (transaction) => {
    const before = hands ? null : await findSong(transaction, teamId, id);
    const [raised] = await transaction
      .update(songs)
      .set({ revision: sql`${songs.revision} + 1` })
      .where(
        and(
          eq(songs.teamId, teamId),
          eq(songs.id, id),
          eq(songs.revision, expected),
          isNull(songs.deletedAt),
        ),
      )
      .returning({ revision: songs.revision });
    if (!raised) return null;
    const carried = hands ?? (before ? carryHands(before.hands, before.text, text) : freeHands);
    return insertRevision(transaction, teamId, id, raised.revision, text, carried);
  });
}

async function insertRevision(
  transaction: Database,
  teamId: string,
  songId: string,
  revision: number,
  text: string,
  hands: SongHands,
): Promise<Song> {
  const [row] = await transaction
    .insert(songRevisions)
    .values({ songId, teamId, revision, text, hands, summary: summarize(text) })
    .returning({ savedAt: songRevisions.savedAt });
  return { id: songId, revision, savedAt: row!.savedAt.toISOString(), text, hands };
}

/** Takes a song from the list, or puts it back; false if there was none to take or put back. */
export async function setSongDeleted(
  db: Database,
  teamId: string,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const rows = await db
    .update(songs)
    .set({ deletedAt: deleted ? sql`now()` : null })
    .where(
      and(
        eq(songs.teamId, teamId),
        eq(songs.id, id),
        deleted ? isNull(songs.deletedAt) : isNotNull(songs.deletedAt),
      ),
    )
    .returning({ id: songs.id });
  return rows.length > 0;
}
