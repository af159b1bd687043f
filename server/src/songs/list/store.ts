import {
  readSummary,
  type SongChoices,
  type SongListItem,
  type SongOrder,
  type SongSearch,
} from '@intervallum/contract';
import type { NumberSearch } from '@intervallum/core';
import {
  and,
  asc,
  eq,
  exists,
  gte,
  inArray,
  isNull,
  lte,
  notExists,
  sql,
  type SQL,
} from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { favourites, setItems, sets, songs } from '../../db/schema.ts';
import { nextSeq, type Scope } from '../../db/scope.ts';

const ofTeam = (scope: Scope) => eq(songs.teamId, scope.teamId);

/** A place in a list: of songs that are alike in its order after this title, and of equal titles after this song. */
export type ListPlace = readonly [rank: string, titleKey: string, id: string];

/** A row of a list; its summary is null where it is of an old shape, and has to be made anew from the chart. */
export type ListedSong = Pick<SongListItem, 'id' | 'revision' | 'tags'> & {
  readonly savedAt: Date;
  readonly titleKey: string;
  /** Where it stands in an order that is not that of titles. */
  readonly rank: string;
  readonly summary: SongListItem['summary'] | null;
};

/** Which songs are wanted, but for the words in them. */
export type SongFilter = Omit<SongSearch, 'search' | 'after' | 'limit' | 'order' | 'today'>;

const byTitle = sql`${songs.titleKey} collate "C"`;

const shown = {
  id: songs.id,
  revision: songs.revision,
  savedAt: songs.savedAt,
  summary: songs.summary,
  titleKey: songs.titleKey,
  tags: songs.tags,
};

type Shown = Omit<ListedSong, 'summary' | 'rank'> & { readonly summary: unknown };

function listedOf({ summary, ...row }: Shown & { readonly rank?: string }): ListedSong {
  return { rank: '0', ...row, summary: readSummary(summary) };
}

const beyondTitle = (place: ListPlace | null) =>
  place
    ? sql`(${byTitle}, ${songs.id}) > (${place[1]}::text collate "C", ${place[2]}::uuid)`
    : undefined;

async function inOrderOfTitles(db: Database, where: SQL | undefined, most: number) {
  const rows = await db
    .select(shown)
    .from(songs)
    .where(where)
    .orderBy(asc(byTitle), asc(songs.id))
    .limit(most);
  return rows.map(listedOf);
}

/** The team's songs by title, `most` of them from a place on. */
export async function listSongs(
  scope: Scope,
  db: Database,
  { after, most }: { after: ListPlace | null; most: number },
): Promise<ListedSong[]> {
  return inOrderOfTitles(db, and(ofTeam(scope), isNull(songs.deletedAt), beyondTitle(after)), most);
}

/** The songs whose titles read alike in lists, in their order; those of one title by their ids, so by age. */
export async function songsTitled(
  scope: Scope,
  db: Database,
  titleKeys: readonly string[],
  most: number,
) {
  return db
    .select({
      id: songs.id,
      title: songs.title,
      titleKey: songs.titleKey,
      revision: songs.revision,
      savedAt: songs.savedAt,
    })
    .from(songs)
    .where(and(ofTeam(scope), isNull(songs.deletedAt), inArray(byTitle, [...titleKeys])))
    .orderBy(asc(byTitle), asc(songs.id))
    .limit(most);
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
  }: { search: string; after: ListPlace | null; most: number; mostCounted: number },
): Promise<{ readonly total: number; readonly rows: readonly ListedSong[] }> {
  const [, afterKey, afterId] = after ?? [null, null, null];
  const { rows } = await db.execute(
    sql`select total, ids from search_songs(${search}, ${afterKey}::text, ${afterId}::uuid, ${most}::integer, ${mostCounted}::integer)`,
  );
  const [{ total, ids } = { total: 0, ids: [] }] = searched.parse(rows);
  if (ids.length === 0) return { total, rows: [] };
  const where = and(ofTeam(scope), inArray(songs.id, ids), beyondTitle(after));
  return { total, rows: await inOrderOfTitles(db, where, most) };
}

/** The sets, not deleted, in which a song stands. */
const setsWith = (scope: Scope, db: Database, ...also: SQL[]) =>
  db
    .select({ one: sql`1` })
    .from(setItems)
    .innerJoin(sets, and(eq(sets.teamId, setItems.teamId), eq(sets.id, setItems.setId)))
    .where(
      and(
        eq(setItems.teamId, scope.teamId),
        eq(setItems.songId, songs.id),
        isNull(sets.deletedAt),
        ...also,
      ),
    );

const nobodyOr = (scope: Scope) =>
  sql`${favourites.personId} is not distinct from ${scope.personId}::uuid`;

const isFavourite = (scope: Scope, db: Database) =>
  exists(
    db
      .select({ one: sql`1` })
      .from(favourites)
      .where(
        and(eq(favourites.teamId, scope.teamId), eq(favourites.songId, songs.id), nobodyOr(scope)),
      ),
  );

/** Whether a song is found by what is said in it, or by its chords. */
function isFound(search: string, music: NumberSearch | null): SQL {
  const said = sql`${songs.id} in (select found_songs(${search}))`;
  if (!music) return said;
  return sql`(${said} or ${songs.id} in (select found_numbers(${music.roots}, ${music.pattern})))`;
}

/** The last day up to today on which each song was in a set. */
const lastUse = (scope: Scope, db: Database, today: string) =>
  db
    .select({ songId: setItems.songId, day: sql<string>`max(${sets.date})`.as('day') })
    .from(setItems)
    .innerJoin(sets, and(eq(sets.teamId, setItems.teamId), eq(sets.id, setItems.setId)))
    .where(and(eq(setItems.teamId, scope.teamId), isNull(sets.deletedAt), lte(sets.date, today)))
    .groupBy(setItems.songId)
    .as('last_use');

/**
 * The songs that are wanted, in any order: how many there are, and `most` of them from a place on.
 * @param search what is in their titles, words or texts; nothing for any song. `music`: the same as chords, where it is that
 */
export async function filterSongs(
  scope: Scope,
  db: Database,
  filter: SongFilter & { readonly search: string; readonly music: NumberSearch | null },
  list: { order: SongOrder; today: string; after: ListPlace | null; most: number },
): Promise<{ readonly total: number; readonly rows: readonly ListedSong[] }> {
  const { order, today, after, most } = list;
  const use = lastUse(scope, db, today);
  // Ascending each, so that one comparison tells what lies beyond a place.
  const ranks: Readonly<Record<SongOrder, SQL>> = {
    title: sql`0`,
    key: sql`key_place(${songs.key})`,
    tempo: sql`coalesce(${songs.tempo}, 'infinity')`,
    used: sql`coalesce('9999-12-31'::date - ${use.day}, 10000000)`,
    changed: sql`-extract(epoch from ${songs.savedAt})`,
  };
  const rank = sql`(${ranks[order]})::numeric`;
  const { search, music, key, meter, singer, slowest, fastest, tag, ids } = filter;
  const wanted = and(
    ofTeam(scope),
    isNull(songs.deletedAt),
    search === '' ? undefined : isFound(search, music),
    key === undefined ? undefined : eq(songs.key, key),
    meter === undefined ? undefined : eq(songs.meter, meter),
    singer === undefined ? undefined : eq(songs.singer, singer),
    slowest === undefined ? undefined : gte(songs.tempo, slowest),
    fastest === undefined ? undefined : lte(songs.tempo, fastest),
    tag === undefined ? undefined : sql`${songs.tags} @> array[${tag}]::text[]`,
    filter.coming && exists(setsWith(scope, db, gte(sets.date, today))),
    filter.rested === undefined
      ? undefined
      : notExists(
          setsWith(scope, db, sql`${sets.date} >= ${today}::date - ${7 * filter.rested}::integer`),
        ),
    filter.favourites && isFavourite(scope, db),
    ids && inArray(songs.id, ids),
  );
  const beyond = after
    ? sql`(${rank}, ${byTitle}, ${songs.id}) > (${after[0]}::numeric, ${after[1]}::text collate "C", ${after[2]}::uuid)`
    : undefined;
  const rows = await db
    .select({ ...shown, rank: sql<string>`${rank}::text` })
    .from(songs)
    .leftJoin(use, eq(use.songId, songs.id))
    .where(and(wanted, beyond))
    .orderBy(asc(rank), asc(byTitle), asc(songs.id))
    .limit(most);
  return { total: await db.$count(songs, wanted), rows: rows.map(listedOf) };
}

/** What belongs to the reader and to sets, of some songs. */
export async function besides(
  scope: Scope,
  db: Database,
  ids: readonly string[],
  today: string,
): Promise<ReadonlyMap<string, Pick<SongListItem, 'favourite' | 'usedOn'>>> {
  if (ids.length === 0) return new Map();
  const use = lastUse(scope, db, today);
  const rows = await db
    .select({
      id: songs.id,
      favourite: sql<boolean>`${isFavourite(scope, db)}`,
      usedOn: sql<string | null>`${use.day}::text`,
    })
    .from(songs)
    .leftJoin(use, eq(use.songId, songs.id))
    .where(and(ofTeam(scope), inArray(songs.id, [...ids])));
  return new Map(rows.map(({ id, ...row }) => [id, row]));
}

/** What the team's songs can be filtered by. @param most so much of each */
export async function listChoices(scope: Scope, db: Database, most: number): Promise<SongChoices> {
  const present = and(ofTeam(scope), isNull(songs.deletedAt));
  const each = async (value: SQL<string>, order: SQL) => {
    const rows = await db
      .select({ value })
      .from(songs)
      .where(and(present, sql`${value} <> ''`))
      .groupBy(value)
      .orderBy(order)
      .limit(most);
    return rows.map((row) => row.value);
  };
  const tag = sql<string>`given.tag`;
  const tags = await db
    .select({ value: tag })
    .from(sql`${songs} cross join unnest(${songs.tags}) as given (tag)`)
    .where(present)
    .groupBy(tag)
    .orderBy(sql`lower(given.tag)`, tag)
    .limit(most);
  return {
    keys: await each(sql`${songs.key}`, sql`key_place(${songs.key}), ${songs.key}`),
    meters: await each(sql`${songs.meter}`, sql`count(*) desc, ${songs.meter}`),
    singers: await each(sql`${songs.singer}`, sql`lower(${songs.singer}), ${songs.singer}`),
    tags: tags.map(({ value }) => value),
  };
}

/** Which of these are songs of the team that are not deleted. */
export async function presentSongs(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<string[]> {
  const rows = await db
    .select({ id: songs.id })
    .from(songs)
    .where(and(ofTeam(scope), isNull(songs.deletedAt), inArray(songs.id, [...ids])));
  return rows.map(({ id }) => id);
}

/** Gives songs a tag that they have not, up to `most` for each; false where one has as many. */
export async function addTag(
  scope: Scope,
  db: Database,
  { ids, tag, most }: { ids: readonly string[]; tag: string; most: number },
): Promise<boolean> {
  const without = and(
    ofTeam(scope),
    inArray(songs.id, [...ids]),
    sql`not ${songs.tags} @> array[${tag}]::text[]`,
  );
  if ((await db.$count(songs, and(without, sql`cardinality(${songs.tags}) >= ${most}`))) > 0)
    return false;
  await db
    .update(songs)
    .set({ tags: sql`array_append(${songs.tags}, ${tag})`, seq: await nextSeq(scope, db) })
    .where(without);
  return true;
}

/** Takes a tag from songs. */
export async function removeTag(
  scope: Scope,
  db: Database,
  { ids, tag }: { ids: readonly string[]; tag: string },
): Promise<void> {
  await db
    .update(songs)
    .set({ tags: sql`array_remove(${songs.tags}, ${tag})`, seq: await nextSeq(scope, db) })
    .where(and(ofTeam(scope), inArray(songs.id, [...ids])));
}

/** Puts songs among those that the reader wants at hand, or takes them away. */
export async function setFavourite(
  scope: Scope,
  db: Database,
  ids: readonly string[],
  favourite: boolean,
): Promise<void> {
  const { teamId, personId } = scope;
  if (favourite)
    await db
      .insert(favourites)
      .values(ids.map((songId) => ({ teamId, songId, personId })))
      .onConflictDoNothing();
  else
    await db
      .delete(favourites)
      .where(
        and(
          eq(favourites.teamId, scope.teamId),
          inArray(favourites.songId, [...ids]),
          nobodyOr(scope),
        ),
      );
}

/** The sets, not deleted, with a song in them; those without a day first, then the latest. */
export async function setsOfSong(
  scope: Scope,
  db: Database,
  songId: string,
  most: number,
): Promise<{ readonly id: string; readonly name: string; readonly date: string | null }[]> {
  return db
    .selectDistinct({ id: sets.id, name: sets.name, date: sets.date })
    .from(sets)
    .innerJoin(setItems, and(eq(setItems.teamId, sets.teamId), eq(setItems.setId, sets.id)))
    .where(and(eq(sets.teamId, scope.teamId), isNull(sets.deletedAt), eq(setItems.songId, songId)))
    .orderBy(sql`${sets.date} desc nulls first`, sets.name, sets.id)
    .limit(most);
}
