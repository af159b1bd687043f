import type { SongLengths } from '@intervallum/contract';
import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, lte, ne, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { setItems, sets, shows, songs } from '../../db/schema.ts';
import type { Scope } from '../../db/scope.ts';

/** A place in a list of uses: after this day, of one day after this set, of one set after this place in it. */
export type UsePlace = readonly [day: string, setId: string, position: string];

export interface FoundUse {
  readonly setId: string;
  readonly setName: string;
  readonly date: string;
  readonly leader: string;
  readonly songId: string;
  readonly title: string;
  readonly key: string;
  readonly place: UsePlace;
}

/** The key that a song is sung in at its place: its own, where the set says none. */
const keyThere = sql<string>`coalesce(${setItems.key}, ${songs.key})`;

/** Who led it: who is named at the song, else who leads the set. */
const leaderThere = sql<string>`coalesce(nullif(${setItems.who}, ''), ${sets.leader})`;

const itemOfSet = and(eq(setItems.teamId, sets.teamId), eq(setItems.setId, sets.id));
const songOfItem = and(eq(songs.teamId, setItems.teamId), eq(songs.id, setItems.songId));

/** What stands in a set of the team that has a day, and was not deleted. */
const wasSung = (scope: Scope) =>
  and(eq(sets.teamId, scope.teamId), isNull(sets.deletedAt), isNotNull(sets.date));

/**
 * What the team sang in sets of some days, the first day first; `most` of it from a place on. A song that was deleted
 * since was sung all the same; a set that was deleted was not.
 */
export async function listUses(
  scope: Scope,
  db: Database,
  list: { from: string | null; to: string | null; after: UsePlace | null; most: number },
): Promise<FoundUse[]> {
  const { from, to, after, most } = list;
  const rows = await db
    .select({
      setId: sets.id,
      setName: sets.name,
      date: sql<string>`${sets.date}::text`,
      leader: leaderThere,
      songId: songs.id,
      title: songs.title,
      key: keyThere,
      position: setItems.position,
    })
    .from(sets)
    .innerJoin(setItems, itemOfSet)
    .innerJoin(songs, songOfItem)
    .where(
      and(
        wasSung(scope),
        from === null ? undefined : gte(sets.date, from),
        to === null ? undefined : lte(sets.date, to),
        after === null
          ? undefined
          : sql`(${sets.date}, ${sets.id}, ${setItems.position}) > (${after[0]}::date, ${after[1]}::uuid, ${after[2]}::integer)`,
      ),
    )
    .orderBy(asc(sets.date), asc(sets.id), asc(setItems.position))
    .limit(most);
  return rows.map(({ position, ...row }) => ({
    ...row,
    place: [row.date, row.setId, String(position)],
  }));
}

/** The keys that some songs were sung in up to a day, by who led, each with its last day; the latest first, `most` of them. */
export async function listSungKeys(
  scope: Scope,
  db: Database,
  asked: {
    songIds: readonly string[];
    except: string | null;
    until: string | null;
    most: number;
  },
): Promise<{ songId: string; key: string; leader: string; date: string }[]> {
  const { songIds, except, until, most } = asked;
  if (songIds.length === 0) return [];
  const last = sql<string>`max(${sets.date})`;
  return db
    .select({
      songId: songs.id,
      key: keyThere,
      leader: leaderThere,
      date: sql<string>`${last}::text`,
    })
    .from(sets)
    .innerJoin(setItems, itemOfSet)
    .innerJoin(songs, songOfItem)
    .where(
      and(
        wasSung(scope),
        inArray(setItems.songId, [...songIds]),
        except === null ? undefined : ne(sets.id, except),
        until === null ? undefined : lte(sets.date, until),
      ),
    )
    .groupBy(songs.id, keyThere, leaderThere)
    .orderBy(desc(last), asc(songs.id), asc(keyThere))
    .limit(most);
}

/** A song that lasted no longer, in seconds, was only tried. */
const shortest = 30;

/** How long some songs lasted where they were played by their own way: the middle of all times, and how many those are. */
export async function listLengths(
  scope: Scope,
  db: Database,
  songIds: readonly string[],
): Promise<SongLengths['lengths']> {
  if (songIds.length === 0) return [];
  const { rows } = await db.execute<{ song_id: string; seconds: number; times: number }>(sql`
    select p->>'songId' as song_id,
      percentile_cont(0.5) within group (order by (p->>'seconds')::double precision) as seconds,
      count(*)::integer as times
    from ${shows}, jsonb_array_elements(${shows.played}) as p
    where ${shows.teamId} = ${scope.teamId}
      and p->>'songId' = any(${sql.param([...songIds])}::text[])
      and (p->>'seconds')::double precision > ${shortest}
    group by p->>'songId'
    order by p->>'songId'`);
  return rows.map(({ song_id: songId, seconds, times }) => ({ songId, seconds, times }));
}
