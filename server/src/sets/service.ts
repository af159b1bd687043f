import { randomUUID } from 'node:crypto';
import {
  compareSets,
  isSong,
  type NewSet,
  type SetDraft,
  type setList,
  type SetVersion,
  type SongSet,
  type VersionList,
} from '@intervallum/contract';
import { z } from 'zod';
import { record } from '../audit/store.ts';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { readCursor, writeCursor } from '../http/cursor.ts';
import { Refusal } from '../http/problem.ts';
import { versionPage } from '../http/versions.ts';
import type { ChartReader } from '../jobs/charts.ts';
import { tell } from '../live/store.ts';
import { knownSongs, repairReading } from '../songs/store.ts';
import { rowOfItem } from './items.ts';
import {
  findSet,
  findSetVersion,
  insertSet,
  listSets,
  listSetVersions,
  nameSetVersion,
  replaceItems,
  setSetDeleted,
  songsShown,
  titlesOf,
  updateSet,
  writeSetHistory,
  type FoundSet,
} from './store.ts';

export type SetService = ReturnType<typeof setService>;

const noSuchSet = () => new Refusal('not-found', 'There is no set at this address.');
const day = z.union([z.iso.date(), z.literal('infinity')]);
const dayPlace = z.tuple([day, z.string().regex(/^[\d :.+-]{19,40}$/), z.uuid()]);

/** What can be done with the sets of a team. */
export function setService(database: Database, charts: ChartReader) {
  /** A set's songs with their summaries made anew where they were of an old shape. */
  async function repaired(scope: Scope, db: Database, found: FoundSet): Promise<SongSet> {
    const items: SongSet['items'] = [];
    for (const one of found.items) {
      if (!isSong(one)) {
        items.push(one);
        continue;
      }
      const { text, summary, ...item } = one;
      if (summary) {
        items.push({ ...item, summary });
        continue;
      }
      const reading = await charts.read(text);
      await repairReading(scope, db, item.songId, reading);
      items.push({ ...item, summary: reading.summary });
    }
    return { ...found, items };
  }

  async function found(scope: Scope, db: Database, id: string): Promise<SongSet> {
    const set = await findSet(scope, db, id);
    if (!set) throw noSuchSet();
    return repaired(scope, db, set);
  }

  async function mustKnow(scope: Scope, db: Database, { items }: SetDraft): Promise<void> {
    const known = new Set(await knownSongs(scope, db, songIdsOf(items)));
    const stranger = items.findIndex((item) => isSong(item) && !known.has(item.songId));
    if (stranger < 0) return;
    const place = songIdsOf(items.slice(0, stranger + 1)).length;
    const message = `Song ${place} of the set is not among your songs.`;
    throw new Refusal('invalid', message, {
      errors: [{ field: `items.${stranger}.songId`, message }],
    });
  }

  async function list(
    scope: Scope,
    { after, limit }: { after?: string | undefined; limit: number },
  ): Promise<z.infer<typeof setList>> {
    const from = readCursor('sets', dayPlace, after);
    return inScope(database, scope, async (db) => {
      const rows = await listSets(scope, db, { after: from, most: limit + 1 });
      const page = rows.slice(0, limit);
      const titles = new Map<string, string[]>(page.map(({ id }) => [id, []]));
      for (const { setId, title } of await titlesOf(scope, db, [...titles.keys()]))
        titles.get(setId)?.push(title);
      const last = rows.length > limit ? page.at(-1) : undefined;
      return {
        sets: page.map(({ place: _, ...row }) => ({ ...row, titles: titles.get(row.id) ?? [] })),
        next: last ? writeCursor('sets', last.place) : null,
      };
    });
  }

  const find = (scope: Scope, id: string) => inScope(database, scope, (db) => found(scope, db, id));

  /** Makes a set. The same request once more finds what the first one made. */
  async function create(
    scope: Scope,
    { id = randomUUID(), ...draft }: NewSet,
    screen: string | null = null,
  ): Promise<{ readonly set: SongSet; readonly isNew: boolean }> {
    return inScope(database, scope, async (db) => {
      await mustKnow(scope, db, draft);
      const isNew = await insertSet(scope, db, id, draft);
      if (isNew) await replaceItems(scope, db, id, draft.items);
      const set = await findSet(scope, db, id);
      if (!set || !isEqual(set, draft))
        throw new Refusal('taken', 'There is another set with this id.');
      if (isNew) await writeSetHistory(scope, db, set, draft, screen);
      return { set: await repaired(scope, db, set), isNew };
    });
  }

  /** Saves the whole of a set as a change of the revision it started from. */
  async function save(
    scope: Scope,
    id: string,
    expected: number,
    draft: SetDraft,
    screen: string | null,
  ) {
    return inScope(database, scope, async (db) => {
      await mustKnow(scope, db, draft);
      if (!(await updateSet(scope, db, id, expected, draft)))
        throw new Refusal('stale', 'The set was saved from somewhere else since you opened it.', {
          current: await found(scope, db, id),
        });
      await replaceItems(scope, db, id, draft.items);
      const set = await found(scope, db, id);
      await writeSetHistory(scope, db, set, draft, screen);
      await tell(scope, db, { kind: 'saved', of: { kind: 'set', id }, screen });
      return set;
    });
  }

  /** Takes a set from the list, or puts it back. */
  async function setDeleted(scope: Scope, id: string, deleted: boolean): Promise<void> {
    await inScope(database, scope, async (db) => {
      const name = await setSetDeleted(scope, db, id, deleted);
      if (name === null) throw noSuchSet();
      await record(scope, db, deleted ? 'set deleted' : 'set taken back', name);
    });
  }

  /** What the set was, the latest first. */
  async function versions(
    scope: Scope,
    id: string,
    page: { after?: string | undefined; limit: number },
  ): Promise<VersionList> {
    return versionPage(
      id,
      page,
      (place) =>
        inScope(database, scope, async (db) => {
          if (!(await findSet(scope, db, id))) throw noSuchSet();
          const rows = await listSetVersions(scope, db, id, place);
          const ids = rows.flatMap(({ draft }) => (draft ? songIdsOf(draft.items) : []));
          const shown = await songsShown(scope, db, [...new Set(ids)]);
          const titles = new Map(
            shown.map(({ songId, summary }) => [songId, summary?.title ?? '']),
          );
          return rows.map((row) => ({ ...row, titles }));
        }),
      // What this server cannot read differs in nothing that could be told.
      async ({ draft: before }, { draft: after, titles }) =>
        before && after ? compareSets(before, after, titles) : [],
    );
  }

  /** Calls a version by a name, so that it stays; null takes the name away. */
  async function nameVersion(
    scope: Scope,
    id: string,
    version: { readonly revision: number; readonly name: string | null },
  ): Promise<void> {
    await inScope(database, scope, async (db) => {
      if (!(await findSet(scope, db, id))) throw noSuchSet();
      if (!(await nameSetVersion(scope, db, id, version)))
        throw new Refusal('not-found', 'The history of this set has no such version.');
    });
  }

  /** The set as it was at a revision, its songs as they are now. */
  async function version(scope: Scope, id: string, revision: number): Promise<SetVersion> {
    return inScope(database, scope, async (db) => {
      if (!(await findSet(scope, db, id))) throw noSuchSet();
      const version = await findSetVersion(scope, db, id, revision);
      if (!version) throw new Refusal('not-found', 'The history of this set has no such version.');
      const { draft, savedAt, name: label, who } = version;
      const shown = await songsShown(scope, db, songIdsOf(draft.items));
      const bySong = new Map(shown.map((song) => [song.songId, song]));
      const items = draft.items.flatMap((item): FoundSet['items'][number][] => {
        if (!isSong(item)) return [item];
        const song = bySong.get(item.songId);
        return song ? [{ ...item, ...song }] : [];
      });
      const set = { ...draft, id, revision, savedAt: savedAt.toISOString(), items };
      const { id: _, ...made } = await repaired(scope, db, set);
      return { ...made, label, who };
    });
  }

  return { list, find, create, save, setDeleted, versions, version, nameVersion };
}

/** Ids of the songs among some items. */
const songIdsOf = (items: SetDraft['items']) => items.filter(isSong).map(({ songId }) => songId);

function isEqual(set: FoundSet, draft: SetDraft): boolean {
  const plain = ({ name, date, leader, notes, begins, most, rehearsal, items }: SetDraft) =>
    JSON.stringify([
      [name, date, leader, notes, begins, most],
      items.map((item) => {
        const row = rowOfItem(item);
        return [
          [row.id, row.kind, row.songId, row.key, row.name, row.minutes],
          [row.notes, row.who, row.fixed, row.road, row.bed],
          [row.bridge?.from, row.bridge?.text],
        ];
      }),
      [rehearsal?.date, rehearsal?.begins],
    ]);
  return plain({ ...set, items: [...set.items] }) === plain(draft);
}
