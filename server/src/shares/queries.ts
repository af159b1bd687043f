import { randomBytes } from 'node:crypto';
import type { Share, SharedPage, ShareTarget } from '@intervallum/contract';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { setItems, sets, shares, songRevisions, songs, teams } from '../db/schema.ts';
import { findSet } from '../sets/queries.ts';
import { findSong } from '../songs/queries.ts';
import { summarize } from '../songs/summary.ts';

const column = (target: ShareTarget) => (target.kind === 'song' ? shares.songId : shares.setId);

const shareColumns = { id: shares.id, token: shares.token, createdAt: shares.createdAt };

/** The links to a song or set that are open now, newest first. */
export async function listShares(
  db: Database,
  teamId: string,
  target: ShareTarget,
): Promise<Share[]> {
  const rows = await db
    .select(shareColumns)
    .from(shares)
    .where(and(eq(shares.teamId, teamId), eq(column(target), target.id), isNull(shares.revokedAt)))
    .orderBy(desc(shares.createdAt));
  return rows.map((row) => ({ ...row, createdAt: row.createdAt.toISOString() }));
}

/** Opens a link; null if there is no such song or set. */
export async function insertShare(
  db: Database,
  teamId: string,
  target: ShareTarget,
): Promise<Share | null> {
  const find = target.kind === 'song' ? findSong : findSet;
  if (!(await find(db, teamId, target.id))) return null;
  const [row] = await db
    .insert(shares)
    .values({
      teamId,
      token: randomBytes(24).toString('base64url'),
      songId: target.kind === 'song' ? target.id : null,
      setId: target.kind === 'set' ? target.id : null,
    })
    .returning(shareColumns);
  return { ...row!, createdAt: row!.createdAt.toISOString() };
}

/** Closes a link for good; false if it was not open. */
export async function revokeShare(db: Database, teamId: string, id: string): Promise<boolean> {
  const rows = await db
    .update(shares)
    .set({ revokedAt: sql`now()` })
    .where(and(eq(shares.teamId, teamId), eq(shares.id, id), isNull(shares.revokedAt)))
    .returning({ id: shares.id });
  return rows.length > 0;
}

/** What a link shows: its song or set as it stands now. Null if it was revoked or what it showed was deleted. */
export async function readShare(db: Database, token: string): Promise<SharedPage | null> {
  const [share] = await db
    .select({ teamId: shares.teamId, team: teams.name, songId: shares.songId, setId: shares.setId })
    .from(shares)
    .innerJoin(teams, eq(teams.id, shares.teamId))
    .where(and(eq(shares.token, token), isNull(shares.revokedAt)));
  if (!share) return null;
  const { teamId, team } = share;
  if (share.songId) {
    const song = await findSong(db, teamId, share.songId);
    if (!song) return null;
    return {
      kind: 'song',
      team,
      name: summarize(song.text).title,
      date: null,
      leader: '',
      notes: '',
      songs: [{ id: song.id, text: song.text, key: null, notes: '' }],
    };
  }
  return share.setId ? readSharedSet(db, teamId, team, share.setId) : null;
}

async function readSharedSet(
  db: Database,
  teamId: string,
  team: string,
  setId: string,
): Promise<SharedPage | null> {
  const [set] = await db
    .select({ name: sets.name, date: sets.date, leader: sets.leader, notes: sets.notes })
    .from(sets)
    .where(and(eq(sets.teamId, teamId), eq(sets.id, setId), isNull(sets.deletedAt)));
  if (!set) return null;
  const rows = await db
    .select({ id: setItems.id, text: songRevisions.text, key: setItems.key, notes: setItems.notes })
    .from(setItems)
    .innerJoin(songs, and(eq(songs.id, setItems.songId), isNull(songs.deletedAt)))
    .innerJoin(
      songRevisions,
      and(eq(songRevisions.songId, songs.id), eq(songRevisions.revision, songs.revision)),
    )
    .where(and(eq(setItems.teamId, teamId), eq(setItems.setId, setId)))
    .orderBy(setItems.position);
  return { kind: 'set', team, ...set, songs: rows };
}
