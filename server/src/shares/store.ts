import { randomBytes } from 'node:crypto';
import type { Share, SharedPage, ShareTarget } from '@intervallum/contract';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { setItems, sets, shares, songs, teams } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

const column = (target: ShareTarget) => (target.kind === 'song' ? shares.songId : shares.setId);

const shareColumns = { id: shares.id, token: shares.token, createdAt: shares.createdAt };

const ofTeam = (scope: Scope) => eq(shares.teamId, scope.teamId);

/** The links to a song or set that are open now, newest first. */
export async function listShares(
  scope: Scope,
  db: Database,
  target: ShareTarget,
): Promise<Share[]> {
  const rows = await db
    .select(shareColumns)
    .from(shares)
    .where(and(ofTeam(scope), eq(column(target), target.id), isNull(shares.revokedAt)))
    .orderBy(desc(shares.createdAt), desc(shares.id));
  return rows.map((row) => ({ ...row, createdAt: row.createdAt.toISOString() }));
}

/** True where the team has the song or set, and did not delete it. */
export async function hasTarget(scope: Scope, db: Database, target: ShareTarget): Promise<boolean> {
  const count =
    target.kind === 'song'
      ? await db.$count(
          songs,
          and(eq(songs.teamId, scope.teamId), eq(songs.id, target.id), isNull(songs.deletedAt)),
        )
      : await db.$count(
          sets,
          and(eq(sets.teamId, scope.teamId), eq(sets.id, target.id), isNull(sets.deletedAt)),
        );
  return count > 0;
}

/** Opens a link to a song or set of the team. */
export async function insertShare(scope: Scope, db: Database, target: ShareTarget): Promise<Share> {
  const [row] = await db
    .insert(shares)
    .values({
      teamId: scope.teamId,
      token: randomBytes(24).toString('base64url'),
      songId: target.kind === 'song' ? target.id : null,
      setId: target.kind === 'set' ? target.id : null,
    })
    .returning(shareColumns);
  return { ...row!, createdAt: row!.createdAt.toISOString() };
}

/** Closes a link for good; false if it was not open. */
export async function revokeShare(scope: Scope, db: Database, id: string): Promise<boolean> {
  const rows = await db
    .update(shares)
    .set({ revokedAt: sql`now()` })
    .where(and(ofTeam(scope), eq(shares.id, id), isNull(shares.revokedAt)))
    .returning({ id: shares.id });
  return rows.length > 0;
}

/** What a link shows: its song or set as it stands now. Null if it was revoked or what it showed was deleted. */
export async function readShare(
  scope: Scope,
  db: Database,
  token: string,
): Promise<SharedPage | null> {
  const [share] = await db
    .select({ team: teams.name, songId: shares.songId, setId: shares.setId })
    .from(shares)
    .innerJoin(teams, eq(teams.id, shares.teamId))
    .where(and(ofTeam(scope), eq(shares.token, token), isNull(shares.revokedAt)));
  if (share?.songId) return readSharedSong(scope, db, share.team, share.songId);
  return share?.setId ? readSharedSet(scope, db, share.team, share.setId) : null;
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
  const page = { kind: 'song', team, name: song.title, date: null, leader: '', notes: '' } as const;
  return { ...page, songs: [{ id, text: song.text, key: null, notes: '' }] };
}

async function readSharedSet(
  scope: Scope,
  db: Database,
  team: string,
  setId: string,
): Promise<SharedPage | null> {
  const [set] = await db
    .select({ name: sets.name, date: sets.date, leader: sets.leader, notes: sets.notes })
    .from(sets)
    .where(and(eq(sets.teamId, scope.teamId), eq(sets.id, setId), isNull(sets.deletedAt)));
  if (!set) return null;
  const rows = await db
    .select({ id: setItems.id, text: songs.text, key: setItems.key, notes: setItems.notes })
    .from(setItems)
    .innerJoin(
      songs,
      and(
        eq(songs.teamId, setItems.teamId),
        eq(songs.id, setItems.songId),
        isNull(songs.deletedAt),
      ),
    )
    .where(and(eq(setItems.teamId, scope.teamId), eq(setItems.setId, setId)))
    .orderBy(asc(setItems.position));
  return { kind: 'set', team, ...set, songs: rows };
}
