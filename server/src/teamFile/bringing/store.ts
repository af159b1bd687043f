import { chartRules } from '@intervallum/core';
import {
  readStoredMove,
  readStoredRun,
  type StoredDecisions,
  type TeamRecordOf,
} from '@intervallum/contract';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import {
  attachments,
  favourites,
  keptKeys,
  ownMoves,
  ownRuns,
  parts,
  people,
  sends,
  setItems,
  setRevisions,
  sets,
  shows,
  songRevisions,
  songs,
  voices,
} from '../../db/schema.ts';
import type { Scope } from '../../db/scope.ts';
import type { ChartReading } from '../../jobs/readings.ts';
import { rowOfItem } from '../../sets/items.ts';

/** Somebody of the team as another one's file is brought in: whom a person of the file can be. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

/** Names people of the file who are nobody of the team yet. They have no account here. */
export async function addPeople(
  scope: Scope,
  db: Database,
  all: readonly Named[],
  seq: number,
): Promise<void> {
  await db
    .insert(people)
    .values(all.map(({ id, name }) => ({ teamId: scope.teamId, id, name, seq })));
}

/** Adds what was noted of voices; a note that is here already stays. */
export async function addVoices(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'voice'>[],
  seq: number,
): Promise<void> {
  await db
    .insert(voices)
    .values(
      all.map(({ id, personId, low, high, extremeLow, extremeHigh, notedAt }) => ({
        teamId: scope.teamId,
        id,
        personId,
        seq,
        low,
        high,
        extremeLow,
        extremeHigh,
        notedAt: new Date(notedAt),
      })),
    )
    .onConflictDoNothing();
}

/** A song to be added, with what lists show of it. */
export type SongToAdd = TeamRecordOf<'song'> & { readonly reading: ChartReading };

/** Adds songs whose ids are new to the team. @returns their ids */
export async function addSongs(
  scope: Scope,
  db: Database,
  all: readonly SongToAdd[],
  seq: number,
): Promise<string[]> {
  const rows = await db
    .insert(songs)
    .values(
      all.map(({ id, revision, text, tags, createdAt, savedAt, deletedAt, reading }) => ({
        teamId: scope.teamId,
        id,
        revision,
        seq,
        text,
        rules: chartRules,
        tags: [...tags],
        summary: reading.summary,
        title: reading.title,
        titleKey: reading.titleKey,
        sung: reading.sung,
        roots: reading.roots,
        numbers: reading.numbers,
        createdAt: new Date(createdAt),
        savedAt: new Date(savedAt),
        deletedAt: deletedAt === null ? null : new Date(deletedAt),
      })),
    )
    .onConflictDoNothing()
    .returning({ id: songs.id });
  return rows.map(({ id }) => id);
}

/** Marks songs that were added as at hand. */
export async function addMarks(
  scope: Scope,
  db: Database,
  all: readonly { readonly songId: string; readonly personId: string | null }[],
): Promise<void> {
  await db.insert(favourites).values(all.map((mark) => ({ teamId: scope.teamId, ...mark })));
}

/** Adds the keys that somebody sings songs in. */
export async function addKeptKeys(
  scope: Scope,
  db: Database,
  all: readonly (TeamRecordOf<'song'>['keys'][number] & { readonly songId: string })[],
  seq: number,
): Promise<void> {
  await db.insert(keptKeys).values(
    all.map(({ songId, personId, key, keptAt }) => ({
      teamId: scope.teamId,
      songId,
      personId,
      seq,
      key,
      keptAt: new Date(keptAt),
    })),
  );
}

export async function addParts(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'part'>[],
  seq: number,
): Promise<void> {
  await db.insert(parts).values(
    all.map(({ songId, personId, revision, decisions, savedAt }) => ({
      teamId: scope.teamId,
      songId,
      personId,
      revision,
      seq,
      decisions: decisions as StoredDecisions,
      savedAt: new Date(savedAt),
    })),
  );
}

export async function addSongVersions(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'song version'>[],
): Promise<void> {
  await db.insert(songRevisions).values(
    all.map(({ songId, revision, personId, name, text, decisions, savedAt }) => ({
      teamId: scope.teamId,
      songId,
      revision,
      personId,
      name,
      text,
      rules: chartRules,
      decisions: decisions as StoredDecisions | null,
      savedAt: new Date(savedAt),
    })),
  );
}

/** Adds sets whose ids are new to the team, with the songs in them. @returns their ids */
export async function addSets(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'set'>[],
  seq: number,
): Promise<string[]> {
  const { teamId } = scope;
  const rows = await db
    .insert(sets)
    .values(
      all.map(({ kind: _, items: __, shows: ___, createdAt, savedAt, deletedAt, ...fields }) => ({
        ...fields,
        teamId,
        seq,
        createdAt: new Date(createdAt),
        savedAt: new Date(savedAt),
        deletedAt: deletedAt === null ? null : new Date(deletedAt),
      })),
    )
    .onConflictDoNothing()
    .returning({ id: sets.id });
  const added = new Set(rows.map(({ id }) => id));
  const places = all
    .filter(({ id }) => added.has(id))
    .flatMap(({ id: setId, items }) =>
      items.map((item, position) => ({ ...rowOfItem(item), teamId, setId, position })),
    );
  if (places.length > 0) await db.insert(setItems).values(places);
  const played = all
    .filter(({ id }) => added.has(id))
    .flatMap(({ id: setId, shows: own }) =>
      own.map(({ beganAt, endedAt, ...show }) => ({
        ...{ ...show, teamId, setId },
        ...{ beganAt: new Date(beganAt), endedAt: new Date(endedAt), lastAt: new Date(endedAt) },
      })),
    );
  if (played.length > 0) await db.insert(shows).values(played).onConflictDoNothing();
  return [...added];
}

export async function addSetVersions(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'set version'>[],
): Promise<void> {
  await db.insert(setRevisions).values(
    all.map(({ setId, revision, personId, name, content, savedAt }) => ({
      teamId: scope.teamId,
      setId,
      revision,
      personId,
      name,
      content,
      savedAt: new Date(savedAt),
    })),
  );
}

/** Adds moves whose ids are new to the team. @returns their ids */
export async function addMoves(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'move'>[],
  seq: number,
): Promise<string[]> {
  const rows = await db
    .insert(ownMoves)
    .values(
      all.map(({ id, move, createdAt }) => ({
        teamId: scope.teamId,
        id,
        seq,
        name: readStoredMove(move)!.name,
        move,
        createdAt: new Date(createdAt),
      })),
    )
    .onConflictDoNothing()
    .returning({ id: ownMoves.id });
  return rows.map(({ id }) => id);
}

/** Adds runs whose ids are new to the team. @returns their ids */
export async function addRuns(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'run'>[],
  seq: number,
): Promise<string[]> {
  const rows = await db
    .insert(ownRuns)
    .values(
      all.map(({ id, run, createdAt }) => ({
        teamId: scope.teamId,
        id,
        seq,
        name: readStoredRun(run)!.name,
        run,
        createdAt: new Date(createdAt),
      })),
    )
    .onConflictDoNothing()
    .returning({ id: ownRuns.id });
  return rows.map(({ id }) => id);
}

/** Adds what was sent of songs and sets that were added. Where one has its id already it stays. */
export async function addSends(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'send'>[],
): Promise<void> {
  await db
    .insert(sends)
    .values(
      all.map(({ id, of, ofId, personId, note, content, sentAt }) => ({
        teamId: scope.teamId,
        id,
        songId: of === 'song' ? ofId : null,
        setId: of === 'set' ? ofId : null,
        personId,
        note,
        content,
        sentAt: new Date(sentAt),
      })),
    )
    .onConflictDoNothing();
}

/** Adds files whose ids are new to the team, as they are once their pieces have come. @returns their ids */
export async function addFiles(
  scope: Scope,
  db: Database,
  all: readonly TeamRecordOf<'file'>[],
  seq: number,
): Promise<string[]> {
  const rows = await db
    .insert(attachments)
    .values(
      all.map(({ id, songId, personId, name, type, size, digest, createdAt, deletedAt }) => ({
        teamId: scope.teamId,
        id,
        songId,
        personId,
        seq,
        name,
        type,
        size,
        digest,
        createdAt: new Date(createdAt),
        readyAt: sql`now()`,
        deletedAt: deletedAt === null ? null : new Date(deletedAt),
      })),
    )
    .onConflictDoNothing()
    .returning({ id: attachments.id });
  return rows.map(({ id }) => id);
}

/** Of these ids those that songs of the team have, with their charts and titles. */
export async function standingSongs(
  scope: Scope,
  db: Database,
  ids: readonly string[],
): Promise<{ readonly id: string; readonly title: string; readonly text: string }[]> {
  return db
    .select({ id: songs.id, title: songs.title, text: songs.text })
    .from(songs)
    .where(and(eq(songs.teamId, scope.teamId), inArray(songs.id, [...ids])));
}
