import {
  isSong,
  readStoredSet,
  readSummary,
  storeSet,
  type MomentItem,
  type SetDraft,
  type ShownSongItem,
  type SongSet,
} from '@intervallum/contract';
import { and, asc, desc, eq, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { isRecent, takesPlaceOf, type ListedVersion } from '../db/history.ts';
import { people, setItems, setRevisions, sets, songs } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';
import { itemOfRow, rowOfItem } from './items.ts';

/** The columns of an item's row, of those that are stored with it. */
const itemColumns = {
  id: setItems.id,
  kind: setItems.kind,
  songId: setItems.songId,
  name: setItems.name,
  key: setItems.key,
  notes: setItems.notes,
  who: setItems.who,
  fixed: setItems.fixed,
  road: setItems.road,
  bridge: setItems.bridge,
  minutes: setItems.minutes,
  bed: setItems.bed,
};

/** A place in the list of sets: after this day (`infinity` for none), of one day after this moment, then this set. */
export type DayPlace = readonly [day: string, madeAt: string, id: string];

export interface ListedSet {
  readonly id: string;
  readonly name: string;
  readonly date: string | null;
  readonly leader: string;
  readonly begins: string | null;
  readonly place: DayPlace;
}

const ofTeam = (scope: Scope) => eq(sets.teamId, scope.teamId);

/** The team's sets, latest day first, those without one before them; `most` of them from a place on. */
export async function listSets(
  scope: Scope,
  db: Database,
  { after, most }: { after: DayPlace | null; most: number },
): Promise<ListedSet[]> {
  const day = sql<string>`coalesce(${sets.date}, 'infinity'::date)`;
  const beyond =
    after &&
    sql`(${day}, ${sets.createdAt}, ${sets.id}) < (${after[0]}::date, ${after[1]}::timestamptz, ${after[2]}::uuid)`;
  const rows = await db
    .select({
      id: sets.id,
      name: sets.name,
      date: sets.date,
      leader: sets.leader,
      begins: sets.begins,
      day: sql<string>`${day}::text`,
      // As text, so that no microsecond is lost on the way.
      madeAt: sql<string>`${sets.createdAt}::text`,
    })
    .from(sets)
    .where(and(ofTeam(scope), isNull(sets.deletedAt), beyond ?? undefined))
    .orderBy(sql`${day} desc`, sql`${sets.createdAt} desc`, sql`${sets.id} desc`)
    .limit(most);
  return rows.map(({ day: dayText, madeAt, ...row }) => ({
    ...row,
    place: [dayText, madeAt, row.id],
  }));
}

/** The titles of the songs in some sets, in their order. */
export async function titlesOf(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<{ readonly setId: string; readonly title: string }[]> {
  if (ids.length === 0) return [];
  return db
    .select({
      setId: setItems.setId,
      title: songs.title,
    })
    .from(setItems)
    .innerJoin(songs, and(eq(songs.teamId, setItems.teamId), eq(songs.id, setItems.songId)))
    .where(and(eq(setItems.teamId, scope.teamId), inArray(setItems.setId, [...ids])))
    .orderBy(asc(setItems.setId), asc(setItems.position));
}

/** A set as it is stored; the summary of a song is null where it is of an old shape. */
export type FoundSet = Omit<SongSet, 'items'> & {
  readonly items: readonly (FoundSong | MomentItem)[];
};
export type FoundSong = Omit<ShownSongItem, 'summary'> & {
  readonly summary: ShownSongItem['summary'] | null;
  readonly text: string;
};

/** A set with what stands in it. */
export async function findSet(scope: Scope, db: Database, id: string): Promise<FoundSet | null> {
  const [row] = await db
    .select()
    .from(sets)
    .where(and(ofTeam(scope), eq(sets.id, id), isNull(sets.deletedAt)));
  if (!row) return null;
  const rows = await db
    .select({
      ...itemColumns,
      summary: songs.summary,
      text: songs.text,
      removed: sql<boolean>`${songs.deletedAt} is not null`,
    })
    .from(setItems)
    .leftJoin(songs, and(eq(songs.teamId, setItems.teamId), eq(songs.id, setItems.songId)))
    .where(and(eq(setItems.teamId, scope.teamId), eq(setItems.setId, id)))
    .orderBy(asc(setItems.position));
  const { name, date, leader, notes, begins, most, rehearsal, revision } = row;
  return {
    id,
    revision,
    name,
    date,
    leader,
    notes,
    begins,
    most,
    rehearsal,
    items: rows.map(({ summary, text, removed, ...of }) => {
      const item = itemOfRow(of);
      return isSong(item)
        ? { ...item, removed, summary: readSummary(summary), text: text ?? '' }
        : item;
    }),
    savedAt: row.savedAt.toISOString(),
  };
}

/** Makes a set without what stands in it; false if there is one with this id. */
export async function insertSet(
  scope: Scope,
  db: Database,
  id: string,
  { items: _, ...fields }: SetDraft,
): Promise<boolean> {
  const rows = await db
    .insert(sets)
    .values({ ...fields, id, teamId: scope.teamId, seq: await nextSeq(scope, db) })
    .onConflictDoNothing()
    .returning({ id: sets.id });
  return rows.length > 0;
}

/** Gives a set its next fields; false if `expected` is not the revision that stands now. */
export async function updateSet(
  scope: Scope,
  db: Database,
  id: string,
  expected: number,
  { items: _, ...fields }: SetDraft,
): Promise<boolean> {
  const rows = await db
    .update(sets)
    .set({
      ...fields,
      revision: sql`${sets.revision} + 1`,
      seq: await nextSeq(scope, db),
      savedAt: sql`now()`,
    })
    .where(and(ofTeam(scope), eq(sets.id, id), eq(sets.revision, expected), isNull(sets.deletedAt)))
    .returning({ id: sets.id });
  return rows.length > 0;
}

/** Puts items into a set in the place of those that stood in it. */
export async function replaceItems(
  scope: Scope,
  db: Database,
  setId: string,
  items: SetDraft['items'],
): Promise<void> {
  await db
    .delete(setItems)
    .where(and(eq(setItems.teamId, scope.teamId), eq(setItems.setId, setId)));
  if (items.length === 0) return;
  await db.insert(setItems).values(
    items.map((item, position) => ({
      ...rowOfItem(item),
      setId,
      teamId: scope.teamId,
      position,
    })),
  );
}

/** Takes a set from the list, or puts it back. @returns its name; null if there was none to take or put back */
export async function setSetDeleted(
  scope: Scope,
  db: Database,
  id: string,
  deleted: boolean,
): Promise<string | null> {
  const [row] = await db
    .update(sets)
    .set({ deletedAt: deleted ? sql`now()` : null, seq: await nextSeq(scope, db) })
    .where(
      and(
        ofTeam(scope),
        eq(sets.id, id),
        deleted ? isNull(sets.deletedAt) : isNotNull(sets.deletedAt),
      ),
    )
    .returning({ name: sets.name });
  return row?.name ?? null;
}

/** Writes what a set is now into its history, in the place of the row before where both are one stretch of work. */
export async function writeSetHistory(
  scope: Scope,
  db: Database,
  { id, revision }: { readonly id: string; readonly revision: number },
  draft: SetDraft,
  screen: string | null,
): Promise<void> {
  const [last] = await db
    .select({ ...historyColumns, isRecent: isRecent(setRevisions.savedAt) })
    .from(setRevisions)
    .where(historyOf(scope, id))
    .orderBy(desc(setRevisions.revision))
    .limit(1);
  const goesOn = takesPlaceOf(last, scope, screen);
  if (goesOn)
    await db
      .delete(setRevisions)
      .where(and(historyOf(scope, id), eq(setRevisions.revision, last.revision)));
  await db.insert(setRevisions).values({
    teamId: scope.teamId,
    setId: id,
    revision,
    personId: scope.personId,
    screen,
    content: storeSet(draft),
    ...(goesOn ? { savedAt: last.savedAt } : {}),
  });
}

const historyColumns = {
  revision: setRevisions.revision,
  personId: setRevisions.personId,
  screen: setRevisions.screen,
  name: setRevisions.name,
  savedAt: setRevisions.savedAt,
};

/** Joins who saved a version; the version is of the team, and so are they. */
const whoSaved = and(eq(people.teamId, setRevisions.teamId), eq(people.id, setRevisions.personId));

const historyOf = (scope: Scope, id: string) =>
  and(eq(setRevisions.teamId, scope.teamId), eq(setRevisions.setId, id));

/** The versions of a set, the latest first; `most` of them from before a revision on. */
export async function listSetVersions(
  scope: Scope,
  db: Database,
  id: string,
  { before, most }: { before: number | null; most: number },
): Promise<(ListedVersion & { readonly draft: SetDraft | null })[]> {
  const { revision, name, savedAt } = historyColumns;
  const rows = await db
    .select({ revision, name, savedAt, who: people.name, content: setRevisions.content })
    .from(setRevisions)
    .leftJoin(people, whoSaved)
    .where(and(historyOf(scope, id), before === null ? undefined : lt(revision, before)))
    .orderBy(desc(revision))
    .limit(most);
  return rows.map(({ content, ...row }) => ({ ...row, draft: readStoredSet(content) }));
}

/** Calls a version by a name, so that it stays, or by none; false if the history has none of this revision. */
export async function nameSetVersion(
  scope: Scope,
  db: Database,
  id: string,
  { revision, name }: { readonly revision: number; readonly name: string | null },
): Promise<boolean> {
  const rows = await db
    .update(setRevisions)
    .set({ name })
    .where(and(historyOf(scope, id), eq(setRevisions.revision, revision)))
    .returning({ revision: setRevisions.revision });
  return rows.length > 0;
}

/** One version of a set; null if its history has none of this revision, or one that cannot be read. */
export async function findSetVersion(
  scope: Scope,
  db: Database,
  id: string,
  revision: number,
): Promise<(ListedVersion & { readonly draft: SetDraft }) | null> {
  const [row] = await db
    .select({
      revision: setRevisions.revision,
      name: setRevisions.name,
      savedAt: setRevisions.savedAt,
      who: people.name,
      content: setRevisions.content,
    })
    .from(setRevisions)
    .leftJoin(people, whoSaved)
    .where(and(historyOf(scope, id), eq(setRevisions.revision, revision)));
  const draft = row && readStoredSet(row.content);
  if (!draft) return null;
  const { content: _, ...rest } = row;
  return { ...rest, draft };
}

/** Songs of the team as a set shows them, whether or not they are still among its songs. */
export async function songsShown(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<Pick<FoundSong, 'songId' | 'summary' | 'text' | 'removed'>[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select({
      songId: songs.id,
      summary: songs.summary,
      text: songs.text,
      removed: sql<boolean>`${songs.deletedAt} is not null`,
    })
    .from(songs)
    .where(and(eq(songs.teamId, scope.teamId), inArray(songs.id, [...ids])));
  return rows.map((row) => ({ ...row, summary: readSummary(row.summary) }));
}
