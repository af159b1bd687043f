import {
  pageItems,
  storeSend,
  type SharedPage,
  type ShareTarget,
  type StoredSend,
} from '@intervallum/contract';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { people, sends, songs, teams } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';
import { findSet } from '../sets/store.ts';

const column = (target: ShareTarget) => (target.kind === 'song' ? sends.songId : sends.setId);

/** Something that was sent, as it is stored. */
export interface SendRow {
  readonly id: string;
  readonly sentAt: Date;
  readonly by: string | null;
  readonly note: string;
  readonly content: StoredSend;
}

const sendColumns = {
  id: sends.id,
  sentAt: sends.sentAt,
  by: people.name,
  note: sends.note,
  content: sends.content,
};

/** Joins who sent it. */
const whoSent = and(eq(people.teamId, sends.teamId), eq(people.id, sends.personId));

/** What was sent of a song or set, the latest first. */
export async function listSends(
  scope: Scope,
  db: Database,
  target: ShareTarget,
  most: number,
): Promise<SendRow[]> {
  return db
    .select(sendColumns)
    .from(sends)
    .leftJoin(people, whoSent)
    .where(and(eq(sends.teamId, scope.teamId), eq(column(target), target.id)))
    .orderBy(desc(sends.sentAt), desc(sends.id))
    .limit(most);
}

export async function findSend(scope: Scope, db: Database, id: string): Promise<SendRow | null> {
  const [row] = await db
    .select(sendColumns)
    .from(sends)
    .leftJoin(people, whoSent)
    .where(and(eq(sends.teamId, scope.teamId), eq(sends.id, id)));
  return row ?? null;
}

/** Freezes what is sent. */
export async function insertSend(
  scope: Scope,
  db: Database,
  target: ShareTarget,
  { page, note }: { readonly page: SharedPage; readonly note: string },
): Promise<string> {
  const [row] = await db
    .insert(sends)
    .values({
      teamId: scope.teamId,
      songId: target.kind === 'song' ? target.id : null,
      setId: target.kind === 'set' ? target.id : null,
      personId: scope.personId,
      note,
      content: storeSend(page),
    })
    .returning({ id: sends.id });
  return row!.id;
}

/** A song or set as others read it: as it stands now. Null where there is none, or it was deleted. */
export async function findTarget(
  scope: Scope,
  db: Database,
  target: ShareTarget,
): Promise<SharedPage | null> {
  const [team] = await db
    .select({ name: teams.name })
    .from(teams)
    .where(eq(teams.id, scope.teamId));
  if (!team) return null;
  return target.kind === 'song'
    ? readSharedSong(scope, db, team.name, target.id)
    : readSharedSet(scope, db, team.name, target.id);
}

async function readSharedSong(
  scope: Scope,
  db: Database,
  team: string,
  id: string,
): Promise<SharedPage | null> {
  const [song] = await db
    .select({ title: songs.title, text: songs.text })
    .from(songs)
    .where(and(eq(songs.teamId, scope.teamId), eq(songs.id, id), isNull(songs.deletedAt)));
  if (!song) return null;
  const page = { kind: 'song', team, name: song.title, date: null, leader: '' } as const;
  const asWritten = { key: null, notes: '', who: '', road: null, bridge: null };
  const songsOfIt = [{ id, text: song.text, ...asWritten }];
  return {
    ...page,
    notes: '',
    songs: songsOfIt,
    begins: null,
    moments: [],
    sent: null,
    reader: null,
  };
}

async function readSharedSet(
  scope: Scope,
  db: Database,
  team: string,
  setId: string,
): Promise<SharedPage | null> {
  const set = await findSet(scope, db, setId);
  if (!set) return null;
  const { name, date, leader, notes, begins } = set;
  const page = pageItems(set.items, ({ text }) => text);
  return {
    kind: 'set',
    team,
    name,
    date,
    leader,
    notes,
    begins,
    ...page,
    sent: null,
    reader: null,
  };
}
