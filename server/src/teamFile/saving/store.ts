import { mostShows, type TeamRecordOf } from '@intervallum/contract';
import { and, asc, eq, gt, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import {
  attachments,
  favourites,
  keptKeys,
  ownMoves,
  ownRuns,
  parts,
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
import { itemOfRow } from '../../sets/items.ts';

/** A page of a list by ids: behind this one, the first of all behind null; and so many of it. */
export interface IdPage {
  readonly after: string | null;
  readonly most: number;
}

const said = (at: Date) => at.toISOString();
const saidIf = (at: Date | null) => at && said(at);

/** What was noted of everybody's voice. */
export async function voiceRecords(scope: Scope, db: Database): Promise<TeamRecordOf<'voice'>[]> {
  const rows = await db
    .select({
      id: voices.id,
      personId: voices.personId,
      low: voices.low,
      high: voices.high,
      extremeLow: voices.extremeLow,
      extremeHigh: voices.extremeHigh,
      notedAt: voices.notedAt,
    })
    .from(voices)
    .where(eq(voices.teamId, scope.teamId))
    .orderBy(asc(voices.notedAt), asc(voices.id));
  return rows.map(({ notedAt, ...row }) => ({ kind: 'voice', ...row, notedAt: said(notedAt) }));
}

/** Songs, those in the trash too, with who has them at hand. */
export async function songRecords(
  scope: Scope,
  db: Database,
  { after, most }: IdPage,
): Promise<TeamRecordOf<'song'>[]> {
  const rows = await db
    .select({
      id: songs.id,
      revision: songs.revision,
      createdAt: songs.createdAt,
      savedAt: songs.savedAt,
      deletedAt: songs.deletedAt,
      text: songs.text,
      rules: songs.rules,
      tags: songs.tags,
    })
    .from(songs)
    .where(and(eq(songs.teamId, scope.teamId), after === null ? undefined : gt(songs.id, after)))
    .orderBy(asc(songs.id))
    .limit(most);
  if (rows.length === 0) return [];
  const ids = rows.map(({ id }) => id);
  const marks = await db
    .select({ songId: favourites.songId, personId: favourites.personId })
    .from(favourites)
    .where(and(eq(favourites.teamId, scope.teamId), inArray(favourites.songId, ids)))
    .orderBy(asc(favourites.songId), asc(favourites.personId));
  const keys = await db
    .select({
      songId: keptKeys.songId,
      personId: keptKeys.personId,
      key: keptKeys.key,
      keptAt: keptKeys.keptAt,
    })
    .from(keptKeys)
    .where(and(eq(keptKeys.teamId, scope.teamId), inArray(keptKeys.songId, ids)))
    .orderBy(asc(keptKeys.songId), asc(keptKeys.personId));
  return rows.map(({ createdAt, savedAt, deletedAt, ...row }) => ({
    kind: 'song',
    ...row,
    createdAt: said(createdAt),
    savedAt: said(savedAt),
    deletedAt: saidIf(deletedAt),
    atHand: marks.filter(({ songId }) => songId === row.id).map(({ personId }) => personId),
    keys: keys.flatMap(({ songId, keptAt, ...kept }) =>
      songId === row.id ? [{ ...kept, keptAt: said(keptAt) }] : [],
    ),
  }));
}

/** Everybody's hands of a song. */
export async function partRecords(
  scope: Scope,
  db: Database,
  songId: string,
): Promise<TeamRecordOf<'part'>[]> {
  const rows = await db
    .select({
      songId: parts.songId,
      personId: parts.personId,
      revision: parts.revision,
      decisions: parts.decisions,
      savedAt: parts.savedAt,
    })
    .from(parts)
    .where(and(eq(parts.teamId, scope.teamId), eq(parts.songId, songId)))
    .orderBy(asc(parts.id));
  return rows.map(({ savedAt, decisions, ...row }) => ({
    kind: 'part',
    ...row,
    decisions: { ...decisions },
    savedAt: said(savedAt),
  }));
}

/** What a song was, the earliest first. */
export async function songVersionRecords(
  scope: Scope,
  db: Database,
  songId: string,
): Promise<TeamRecordOf<'song version'>[]> {
  const rows = await db
    .select({
      songId: songRevisions.songId,
      revision: songRevisions.revision,
      personId: songRevisions.personId,
      name: songRevisions.name,
      savedAt: songRevisions.savedAt,
      text: songRevisions.text,
      rules: songRevisions.rules,
      decisions: songRevisions.decisions,
    })
    .from(songRevisions)
    .where(and(eq(songRevisions.teamId, scope.teamId), eq(songRevisions.songId, songId)))
    .orderBy(asc(songRevisions.revision));
  return rows.map(({ savedAt, decisions, ...row }) => ({
    kind: 'song version',
    ...row,
    decisions: decisions && { ...decisions },
    savedAt: said(savedAt),
  }));
}

/** Sets, those in the trash too, with the songs in them. */
export async function setRecords(
  scope: Scope,
  db: Database,
  { after, most }: IdPage,
): Promise<TeamRecordOf<'set'>[]> {
  const rows = await db
    .select({
      id: sets.id,
      revision: sets.revision,
      createdAt: sets.createdAt,
      savedAt: sets.savedAt,
      deletedAt: sets.deletedAt,
      name: sets.name,
      date: sets.date,
      leader: sets.leader,
      notes: sets.notes,
      begins: sets.begins,
      most: sets.most,
      rehearsal: sets.rehearsal,
    })
    .from(sets)
    .where(and(eq(sets.teamId, scope.teamId), after === null ? undefined : gt(sets.id, after)))
    .orderBy(asc(sets.id))
    .limit(most);
  if (rows.length === 0) return [];
  const ids = rows.map(({ id }) => id);
  const places = await db
    .select()
    .from(setItems)
    .where(and(eq(setItems.teamId, scope.teamId), inArray(setItems.setId, ids)))
    .orderBy(asc(setItems.setId), asc(setItems.position));
  const played = await db
    .select()
    .from(shows)
    .where(
      and(
        eq(shows.teamId, scope.teamId),
        inArray(shows.setId, ids),
        isNotNull(shows.endedAt),
        sql`jsonb_array_length(${shows.played}) > 0`,
      ),
    )
    .orderBy(asc(shows.beganAt), asc(shows.id));
  const showsOf = (setId: string) =>
    played
      .filter((show) => show.setId === setId)
      .slice(-mostShows)
      .map(({ id, beganAt, endedAt, played: songs }) => ({
        ...{ id, beganAt: said(beganAt), endedAt: said(endedAt!), played: songs },
      }));
  return rows.map(({ createdAt, savedAt, deletedAt, ...row }) => ({
    kind: 'set',
    ...row,
    shows: showsOf(row.id),
    createdAt: said(createdAt),
    savedAt: said(savedAt),
    deletedAt: saidIf(deletedAt),
    items: places.flatMap((place) => (place.setId === row.id ? [itemOfRow(place)] : [])),
  }));
}

/** What a set was, the earliest first. */
export async function setVersionRecords(
  scope: Scope,
  db: Database,
  setId: string,
): Promise<TeamRecordOf<'set version'>[]> {
  const rows = await db
    .select({
      setId: setRevisions.setId,
      revision: setRevisions.revision,
      personId: setRevisions.personId,
      name: setRevisions.name,
      savedAt: setRevisions.savedAt,
      content: setRevisions.content,
    })
    .from(setRevisions)
    .where(and(eq(setRevisions.teamId, scope.teamId), eq(setRevisions.setId, setId)))
    .orderBy(asc(setRevisions.revision));
  return rows.map(({ savedAt, ...row }) => ({
    kind: 'set version',
    ...row,
    savedAt: said(savedAt),
  }));
}

/** The moves of the team's own, which are few. */
export async function moveRecords(scope: Scope, db: Database): Promise<TeamRecordOf<'move'>[]> {
  const rows = await db
    .select({ id: ownMoves.id, move: ownMoves.move, createdAt: ownMoves.createdAt })
    .from(ownMoves)
    .where(eq(ownMoves.teamId, scope.teamId))
    .orderBy(asc(ownMoves.id));
  return rows.map(({ createdAt, ...row }) => ({
    kind: 'move',
    ...row,
    createdAt: said(createdAt),
  }));
}

/** The runs of the team's own, which are few. */
export async function runRecords(scope: Scope, db: Database): Promise<TeamRecordOf<'run'>[]> {
  const rows = await db
    .select({ id: ownRuns.id, run: ownRuns.run, createdAt: ownRuns.createdAt })
    .from(ownRuns)
    .where(eq(ownRuns.teamId, scope.teamId))
    .orderBy(asc(ownRuns.id));
  return rows.map(({ createdAt, ...row }) => ({ kind: 'run', ...row, createdAt: said(createdAt) }));
}

/** What was sent to the band. */
export async function sendRecords(
  scope: Scope,
  db: Database,
  { after, most }: IdPage,
): Promise<TeamRecordOf<'send'>[]> {
  const rows = await db
    .select({
      id: sends.id,
      songId: sends.songId,
      setId: sends.setId,
      personId: sends.personId,
      note: sends.note,
      content: sends.content,
      sentAt: sends.sentAt,
    })
    .from(sends)
    .where(and(eq(sends.teamId, scope.teamId), after === null ? undefined : gt(sends.id, after)))
    .orderBy(asc(sends.id))
    .limit(most);
  return rows.map(({ songId, setId, sentAt, ...row }) => ({
    kind: 'send',
    ...row,
    of: songId === null ? 'set' : 'song',
    ofId: (songId ?? setId)!,
    sentAt: said(sentAt),
  }));
}

/** Recordings, papers and pictures that have arrived, those in the trash too, without their content. */
export async function fileRecords(scope: Scope, db: Database): Promise<TeamRecordOf<'file'>[]> {
  const rows = await db
    .select({
      id: attachments.id,
      songId: attachments.songId,
      personId: attachments.personId,
      name: attachments.name,
      type: attachments.type,
      size: attachments.size,
      digest: attachments.digest,
      createdAt: attachments.createdAt,
      deletedAt: attachments.deletedAt,
    })
    .from(attachments)
    .where(and(eq(attachments.teamId, scope.teamId), isNotNull(attachments.readyAt)))
    .orderBy(asc(attachments.id));
  return rows.map(({ createdAt, deletedAt, ...row }) => ({
    kind: 'file',
    ...row,
    createdAt: said(createdAt),
    deletedAt: saidIf(deletedAt),
  }));
}
