import {
  mostTags,
  mostTitles,
  type AskedTexts,
  type AskedTitles,
  type SongChoices,
  type SongList,
  type SongMarks,
  type SongSearch,
  type SongSets,
  type SongTexts,
  type TitledSongs,
} from '@intervallum/contract';
import { readNumberSearch, type NumberSearch } from '@intervallum/core';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { inScope, type Scope } from '../../db/scope.ts';
import { readCursor, writeCursor } from '../../http/cursor.ts';
import { Refusal } from '../../http/problem.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { titleKeyOf } from '../../jobs/readings.ts';
import {
  addTag,
  besides,
  countSongs,
  filterSongs,
  listChoices,
  listSongs,
  presentSongs,
  removeTag,
  searchSongs,
  setFavourite,
  setsOfSong,
  songsTitled,
  type ListedSong,
} from './store.ts';
import { repairReading, textsOf } from '../store.ts';

export type SongListService = ReturnType<typeof songListService>;

/** A list in the order of titles counts the songs that a search finds up to here. */
const mostCounted = 500;

/** So many keys, singers, tags are offered to filter by, and so many sets of a song named. */
const mostChoices = 500;

const listPlace = z.tuple([
  z.string().regex(/^(-?\d{1,20}(\.\d{1,20})?|Infinity)$/),
  z.string(),
  z.uuid(),
]);

/** The team's songs as lists: searched, filtered, put in an order, marked. */
export function songListService(database: Database, charts: ChartReader) {
  /** Rows with their summaries made anew where they were of an old shape: no such row blocks a list. */
  async function repaired(scope: Scope, db: Database, rows: readonly ListedSong[], today: string) {
    const broken = rows.filter(({ summary }) => summary === null).map(({ id }) => id);
    const made = new Map<string, SongList['songs'][number]['summary']>();
    for (const { id, text } of await textsOf(scope, db, broken)) {
      const reading = await charts.read(text);
      await repairReading(scope, db, id, reading);
      made.set(id, reading.summary);
    }
    const more = await besides(
      scope,
      db,
      rows.map(({ id }) => id),
      today,
    );
    return rows.flatMap(({ id, revision, savedAt, tags, summary: stored }) => {
      const summary = stored ?? made.get(id);
      const { favourite, usedOn } = more.get(id) ?? { favourite: false, usedOn: null };
      return summary
        ? [
            {
              id,
              revision,
              savedAt: savedAt.toISOString(),
              summary,
              tags,
              favourite,
              usedOn,
              found: null,
            },
          ]
        : [];
    });
  }

  /** Rows with the place in which each has the chords that are searched for. */
  async function placed(
    scope: Scope,
    db: Database,
    music: NumberSearch | null,
    rows: SongList['songs'],
  ): Promise<SongList['songs']> {
    if (!music) return rows;
    const texts = new Map(
      (
        await textsOf(
          scope,
          db,
          rows.map(({ id }) => id),
        )
      ).map(({ id, text }) => [id, text]),
    );
    return Promise.all(
      rows.map(async (row) => ({
        ...row,
        found: await charts.find(texts.get(row.id) ?? '', music),
      })),
    );
  }

  async function list(scope: Scope, asked: SongSearch): Promise<SongList> {
    const { search, after, limit, order, today: said, ...filter } = asked;
    const today = said ?? new Date().toISOString().slice(0, 10);
    const wanted = search.trim();
    const listName = JSON.stringify(['songs', wanted, order, order === 'used' && today, filter]);
    const from = readCursor(listName, listPlace, after);
    const most = limit + 1;
    const music = readNumberSearch(wanted);
    const isAll =
      !music && order === 'title' && Object.values(filter).every((value) => value === undefined);
    return inScope(database, scope, async (db) => {
      const { total, rows } = !isAll
        ? await filterSongs(
            scope,
            db,
            { ...filter, search: wanted, music },
            { order, today, after: from, most },
          )
        : wanted === ''
          ? {
              total: await countSongs(scope, db),
              rows: await listSongs(scope, db, { after: from, most }),
            }
          : await searchSongs(scope, db, { search: wanted, after: from, most, mostCounted });
      const page = rows.slice(0, limit);
      const last = rows.length > limit ? page.at(-1) : undefined;
      return {
        songs: await placed(scope, db, music, await repaired(scope, db, page, today)),
        total,
        next: last ? writeCursor(listName, [last.rank, last.titleKey, last.id]) : null,
      };
    });
  }

  /** What there is to filter by. */
  async function choices(scope: Scope): Promise<SongChoices> {
    return inScope(database, scope, (db) => listChoices(scope, db, mostChoices));
  }

  /** Which songs the team has by these titles; of one title the oldest ones. */
  async function titled(scope: Scope, { titles }: AskedTitles): Promise<TitledSongs> {
    const asked = new Map<string, string[]>();
    for (const title of titles) {
      const key = titleKeyOf(title);
      asked.set(key, [...(asked.get(key) ?? []), title]);
    }
    const rows = await inScope(database, scope, (db) =>
      songsTitled(scope, db, [...asked.keys()], mostTitles),
    );
    return {
      songs: rows.flatMap(({ titleKey, savedAt, ...row }) =>
        (asked.get(titleKey) ?? []).map((title) => ({
          ...row,
          asked: title,
          savedAt: savedAt.toISOString(),
        })),
      ),
    };
  }

  /** Marks songs for lists; all of them, or none where one cannot be. */
  async function mark(
    scope: Scope,
    { ids, favourite, addTag: added, removeTag: removed }: SongMarks,
  ): Promise<void> {
    await inScope(database, scope, async (db) => {
      const there = new Set(await presentSongs(scope, db, ids));
      if (!ids.every((id) => there.has(id)))
        throw new Refusal('not-found', 'One of the songs is no longer there.');
      if (favourite !== undefined) await setFavourite(scope, db, ids, favourite);
      if (removed !== undefined) await removeTag(scope, db, { ids, tag: removed });
      if (added === undefined) return;
      if (!(await addTag(scope, db, { ids, tag: added, most: mostTags })))
        throw new Refusal(
          'invalid',
          `A song has up to ${mostTags} tags. Take one away before another is given.`,
        );
    });
  }

  /** In which sets a song is. */
  async function setsWith(scope: Scope, id: string): Promise<SongSets> {
    return inScope(database, scope, async (db) => {
      if ((await presentSongs(scope, db, [id])).length === 0)
        throw new Refusal('not-found', 'There is no song at this address.');
      return { sets: await setsOfSong(scope, db, id, mostChoices) };
    });
  }

  /** The charts of some songs, to be looked through; none of what is deleted. */
  async function texts(scope: Scope, { ids }: AskedTexts): Promise<SongTexts> {
    return inScope(database, scope, async (db) => ({
      songs: await textsOf(scope, db, await presentSongs(scope, db, ids)),
    }));
  }

  return { list, choices, titled, mark, setsWith, texts };
}
