import { randomBytes } from 'node:crypto';
import {
  shareReader,
  type NewShare,
  type Share,
  type ShareReader,
  type ShareTarget,
} from '@intervallum/contract';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { shares } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

const column = (target: ShareTarget) => (target.kind === 'song' ? shares.songId : shares.setId);

const readerColumns = { role: shares.role, who: shares.who, learner: shares.learner };
const shareColumns = {
  id: shares.id,
  token: shares.token,
  createdAt: shares.createdAt,
  ...readerColumns,
};

interface ReaderRow {
  readonly role: string | null;
  readonly who: string;
  readonly learner: unknown;
}

/** A role that this version does not know is that of everybody. */
function readerOf({ role, who, learner }: ReaderRow): ShareReader {
  const read = shareReader.shape.role.safeParse(role);
  const preset = shareReader.shape.learner.safeParse(learner);
  return {
    role: read.success ? read.data : null,
    who,
    learner: preset.success ? preset.data : null,
  };
}

function shareOf(row: ReaderRow & { id: string; token: string; createdAt: Date }): Share {
  return { ...row, ...readerOf(row), createdAt: row.createdAt.toISOString() };
}

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
  return rows.map(shareOf);
}

/** Opens a link to a song or set of the team. */
export async function insertShare(
  scope: Scope,
  db: Database,
  { role, who, learner, ...target }: NewShare,
): Promise<Share> {
  const [row] = await db
    .insert(shares)
    .values({
      teamId: scope.teamId,
      token: randomBytes(24).toString('base64url'),
      songId: target.kind === 'song' ? target.id : null,
      setId: target.kind === 'set' ? target.id : null,
      role,
      who,
      learner,
    })
    .returning(shareColumns);
  return shareOf(row!);
}

/** Closes a link for good. @returns what it opened; null if it was not open */
export async function revokeShare(
  scope: Scope,
  db: Database,
  id: string,
): Promise<ShareTarget | null> {
  const [row] = await db
    .update(shares)
    .set({ revokedAt: sql`now()` })
    .where(and(ofTeam(scope), eq(shares.id, id), isNull(shares.revokedAt)))
    .returning({ songId: shares.songId, setId: shares.setId });
  if (row?.songId) return { kind: 'song', id: row.songId };
  return row?.setId ? { kind: 'set', id: row.setId } : null;
}

/** Whether the team ever had this link, open or not. */
export async function isLinkKnown(scope: Scope, db: Database, id: string): Promise<boolean> {
  return (await db.$count(shares, and(ofTeam(scope), eq(shares.id, id)))) > 0;
}

/** What a link opens, and for whom; null if it was revoked. */
export async function targetOfShare(
  scope: Scope,
  db: Database,
  token: string,
): Promise<{ id: string; target: ShareTarget; reader: ShareReader } | null> {
  const [share] = await db
    .select({ id: shares.id, songId: shares.songId, setId: shares.setId, ...readerColumns })
    .from(shares)
    .where(and(ofTeam(scope), eq(shares.token, token), isNull(shares.revokedAt)));
  if (!share) return null;
  const [reader, { id }] = [readerOf(share), share];
  if (share.songId) return { id, target: { kind: 'song', id: share.songId }, reader };
  return share.setId ? { id, target: { kind: 'set', id: share.setId }, reader } : null;
}
