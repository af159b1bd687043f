import { randomUUID } from 'node:crypto';
import {
  readDecisions,
  storeDecisions,
  type NewSong,
  type PlayerPart,
  type Song,
  type SongDraft,
  type SongVersion,
  type VersionList,
} from '@intervallum/contract';
import { record } from '../audit/store.ts';
import type { Decisions } from '@intervallum/core';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { versionPage } from '../http/versions.ts';
import type { ChartReader } from '../jobs/charts.ts';
import { tell } from '../live/store.ts';
import {
  carryPart,
  findPart,
  listNamedParts,
  listParts,
  savePart,
  type PartRow,
} from '../parts/store.ts';
import {
  findSong,
  findSongVersion,
  insertSong,
  listSongVersions,
  nameSongVersion,
  lockSong,
  setSongDeleted,
  updateText,
  writeHistory,
  type SongRow,
} from './store.ts';

export type SongService = ReturnType<typeof songService>;

const noSuchSong = () => new Refusal('not-found', 'There is no song at this address.');

/** What can be done with the songs of a team. */
export function songService(database: Database, charts: ChartReader) {
  async function find(scope: Scope, id: string): Promise<Song> {
    return inScope(database, scope, async (db) => {
      const song = await findSong(scope, db, id);
      if (!song) throw noSuchSong();
      return answer(song, await partsFor(scope, db, id));
    });
  }

  /** What the one who asks goes by: their own part, or the song's own while they have none. */
  async function partsFor(scope: Scope, db: Database, id: string): Promise<Parts> {
    const own = await findPart(scope, db, id, scope.personId);
    return { own, common: own ? null : await findPart(scope, db, id, null) };
  }

  /** Makes a song. The same request once more finds what the first one made. */
  async function create(
    scope: Scope,
    { id = randomUUID(), text, part }: NewSong,
    screen: string | null = null,
  ): Promise<{ readonly song: Song; readonly isNew: boolean }> {
    const reading = await charts.read(text);
    return inScope(database, scope, async (db) => {
      const isNew = await insertSong(scope, db, { id, text, reading });
      const row = await findSong(scope, db, id);
      if (row?.text !== text) throw new Refusal('taken', 'There is another song with this id.');
      const parts =
        isNew && part
          ? { own: await saveMine(scope, db, id, part), common: null }
          : await partsFor(scope, db, id);
      if (isNew) await writeHistory(scope, db, row, decisionsOf(parts), screen);
      return { song: answer(row, parts), isNew };
    });
  }

  /**
   * Saves a song as a change of the revision it started from, and carries everybody's parts into the new text, in one
   * transaction. A text that is what it was before is no new revision: what one player decides is no matter of others.
   */
  async function save(
    scope: Scope,
    id: string,
    expected: number,
    draft: SongDraft,
    screen: string | null,
  ): Promise<Song> {
    const reading = await charts.read(draft.text);
    return inScope(database, scope, async (db) => {
      const before = await lockSong(scope, db, id);
      if (!before) throw noSuchSong();
      const standing = await partsFor(scope, db, id);
      const { own } = standing;
      const isOwnStale = draft.part && draft.partRevision !== (own?.revision ?? 0);
      if (before.revision !== expected || isOwnStale)
        throw new Refusal('stale', 'The song was saved from somewhere else since you opened it.', {
          current: answer(before, standing),
        });
      let row = before;
      let parts = standing;
      const isEdited = draft.text !== before.text;
      if (isEdited) {
        const all = await listParts(scope, db, id);
        const followers = draft.part ? all.filter((one) => one.id !== own?.id) : all;
        const carried = await charts.carry({
          before: before.text,
          after: draft.text,
          changes: draft.changes ?? null,
          parts: followers.map(({ decisions }) => decisions),
        });
        row = await updateText(scope, db, { id, text: draft.text, reading });
        for (const [index, follower] of followers.entries()) {
          const decisions = carried[index];
          if (!decisions) continue;
          const moved = await carryPart(scope, db, follower.id, decisions);
          if (follower.id === own?.id) parts = { ...parts, own: moved };
          if (follower.id === parts.common?.id) parts = { ...parts, common: moved };
        }
      }
      if (draft.part)
        parts = {
          own: await saveMine(scope, db, id, draft.part),
          common: null,
        };
      if (isEdited) await writeHistory(scope, db, row, decisionsOf(parts), screen);
      if (isEdited) await tell(scope, db, { kind: 'saved', of: { kind: 'song', id }, screen });
      return answer(row, parts);
    });
  }

  /** What each player decided about a song, the song's own first. */
  async function players(scope: Scope, id: string): Promise<PlayerPart[]> {
    return inScope(database, scope, async (db) => {
      if (!(await findSong(scope, db, id))) throw noSuchSong();
      const rows = await listNamedParts(scope, db, id);
      return rows.map(({ personId, name, savedAt, decisions }) => ({
        personId,
        name,
        isYou: personId !== null && personId === scope.personId,
        savedAt: savedAt.toISOString(),
        decisions: readDecisions(decisions).decisions,
      }));
    });
  }

  /** Makes decisions the song's own, by which whoever has none of their own goes. */
  async function setCommon(scope: Scope, id: string, decisions: Decisions): Promise<void> {
    await inScope(database, scope, async (db) => {
      if (!(await lockSong(scope, db, id))) throw noSuchSong();
      await savePart(scope, db, id, { personId: null, decisions: storeDecisions(decisions) });
    });
  }

  /** Takes a song from the list, or puts it back. */
  async function setDeleted(scope: Scope, id: string, deleted: boolean): Promise<void> {
    await inScope(database, scope, async (db) => {
      const title = await setSongDeleted(scope, db, id, deleted);
      if (title === null) throw noSuchSong();
      await record(scope, db, deleted ? 'song deleted' : 'song taken back', title);
    });
  }

  /** What the song was, the latest first. */
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
          if (!(await findSong(scope, db, id))) throw noSuchSong();
          return listSongVersions(scope, db, id, place);
        }),
      ({ text: before }, { text: after }) => charts.compare(before, after),
    );
  }

  /** Calls a version by a name, so that it stays; null takes the name away. */
  async function nameVersion(
    scope: Scope,
    id: string,
    version: { readonly revision: number; readonly name: string | null },
  ): Promise<void> {
    await inScope(database, scope, async (db) => {
      if (!(await findSong(scope, db, id))) throw noSuchSong();
      if (!(await nameSongVersion(scope, db, id, version)))
        throw new Refusal('not-found', 'The history of this song has no such version.');
    });
  }

  /** The song as it was at a revision. */
  async function version(scope: Scope, id: string, revision: number): Promise<SongVersion> {
    return inScope(database, scope, async (db) => {
      if (!(await findSong(scope, db, id))) throw noSuchSong();
      const found = await findSongVersion(scope, db, id, revision);
      if (!found) throw new Refusal('not-found', 'The history of this song has no such version.');
      const { savedAt, decisions, ...rest } = found;
      return {
        ...rest,
        savedAt: savedAt.toISOString(),
        decisions: readDecisions(decisions ?? undefined).decisions,
      };
    });
  }

  return { find, create, save, players, setCommon, setDeleted, versions, version, nameVersion };
}

/** Makes the part of the one who asks, or gives it its next decisions. */
function saveMine(scope: Scope, db: Database, id: string, decisions: Decisions): Promise<PartRow> {
  const { personId } = scope;
  return savePart(scope, db, id, { personId, decisions: storeDecisions(decisions) });
}

/** What somebody goes by: the own part, or while there is none the song's own. */
interface Parts {
  readonly own: PartRow | null;
  readonly common: PartRow | null;
}

function decisionsOf({ own, common }: Parts): PartRow['decisions'] | null {
  return (own ?? common)?.decisions ?? null;
}

function answer({ id, revision, savedAt, text }: SongRow, parts: Parts): Song {
  return {
    id,
    revision,
    savedAt: savedAt.toISOString(),
    text,
    part: {
      revision: parts.own?.revision ?? 0,
      decisions: readDecisions(decisionsOf(parts) ?? undefined).decisions,
    },
  };
}
