import { and, asc, count, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { attachmentPieces, attachments, songs } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** A file as it is stored, without its content. */
export interface AttachmentRow {
  readonly id: string;
  readonly songId: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
  readonly digest: string;
  readonly createdAt: Date;
}

const columns = {
  id: attachments.id,
  songId: attachments.songId,
  name: attachments.name,
  type: attachments.type,
  size: attachments.size,
  digest: attachments.digest,
  createdAt: attachments.createdAt,
};

const ofTeam = (scope: Scope) => eq(attachments.teamId, scope.teamId);
const isThere = and(isNotNull(attachments.readyAt), isNull(attachments.deletedAt));
const songIsThere = and(
  eq(songs.teamId, attachments.teamId),
  eq(songs.id, attachments.songId),
  isNull(songs.deletedAt),
);

/** The files of a song, in the order in which they were added. */
export async function listAttachments(
  scope: Scope,
  db: Database,
  songId: string,
): Promise<AttachmentRow[]> {
  return db
    .select(columns)
    .from(attachments)
    .where(and(ofTeam(scope), eq(attachments.songId, songId), isThere))
    .orderBy(asc(attachments.createdAt), asc(attachments.name), asc(attachments.id));
}

/** A file of a song that is no more in the trash than the file is. */
export async function findAttachment(
  scope: Scope,
  db: Database,
  id: string,
): Promise<AttachmentRow | null> {
  const [row] = await db
    .select(columns)
    .from(attachments)
    .innerJoin(songs, songIsThere)
    .where(and(ofTeam(scope), eq(attachments.id, id), isThere));
  return row ?? null;
}

/** Whatever has this id, also what is on its way or in the trash. */
export async function findAnyAttachment(
  scope: Scope,
  db: Database,
  id: string,
): Promise<(AttachmentRow & { readonly isReady: boolean; readonly isDeleted: boolean }) | null> {
  const [row] = await db
    .select({ ...columns, readyAt: attachments.readyAt, deletedAt: attachments.deletedAt })
    .from(attachments)
    .where(and(ofTeam(scope), eq(attachments.id, id)));
  if (!row) return null;
  const { readyAt, deletedAt, ...rest } = row;
  return { ...rest, isReady: readyAt !== null, isDeleted: deletedAt !== null };
}

/** How many files a song has, and how many bytes all files of the team, those in the trash and on their way too. */
export async function countAttachments(
  scope: Scope,
  db: Database,
  songId: string,
): Promise<{ readonly ofSong: number; readonly bytesOfTeam: number }> {
  const [row] = await db
    .select({
      ofSong: count(
        sql`case when ${attachments.songId} = ${songId} and ${attachments.deletedAt} is null then 1 end`,
      ),
      bytesOfTeam: sql<string>`coalesce(sum(${attachments.size}), 0)`,
    })
    .from(attachments)
    .where(ofTeam(scope));
  return { ofSong: row!.ofSong, bytesOfTeam: Number(row!.bytesOfTeam) };
}

/** Makes room for a file that is on its way. */
export async function beginAttachment(
  scope: Scope,
  db: Database,
  file: Pick<AttachmentRow, 'id' | 'songId' | 'name' | 'type' | 'size'>,
): Promise<void> {
  await db.insert(attachments).values({ teamId: scope.teamId, personId: scope.personId, ...file });
}

/** Keeps a piece of a file that is on its way. */
export async function insertPiece(
  scope: Scope,
  db: Database,
  piece: { id: string; position: number; content: Buffer },
): Promise<void> {
  const { id: attachmentId, position, content } = piece;
  await db
    .insert(attachmentPieces)
    .values({ teamId: scope.teamId, attachmentId, position, content });
}

/** A file has arrived. */
export async function finishAttachment(
  scope: Scope,
  db: Database,
  { id, digest }: { id: string; digest: string },
): Promise<AttachmentRow> {
  const [row] = await db
    .update(attachments)
    .set({ digest, readyAt: sql`now()`, seq: await nextSeq(scope, db) })
    .where(and(ofTeam(scope), eq(attachments.id, id)))
    .returning(columns);
  return row!;
}

/** Forgets a file that did not arrive. */
export async function dropUnfinished(scope: Scope, db: Database, id: string): Promise<void> {
  await db
    .delete(attachments)
    .where(and(ofTeam(scope), eq(attachments.id, id), isNull(attachments.readyAt)));
}

/** A piece of a file; null where it is there no more. */
export async function readPiece(
  scope: Scope,
  db: Database,
  { id, position }: { id: string; position: number },
): Promise<Buffer | null> {
  const [row] = await db
    .select({ content: attachmentPieces.content })
    .from(attachmentPieces)
    .where(
      and(
        eq(attachmentPieces.teamId, scope.teamId),
        eq(attachmentPieces.attachmentId, id),
        eq(attachmentPieces.position, position),
      ),
    );
  return row?.content ?? null;
}

/** Gives a file another name. */
export async function renameAttachment(
  scope: Scope,
  db: Database,
  { id, name }: { id: string; name: string },
): Promise<AttachmentRow> {
  const [row] = await db
    .update(attachments)
    .set({ name, seq: await nextSeq(scope, db) })
    .where(and(ofTeam(scope), eq(attachments.id, id)))
    .returning(columns);
  return row!;
}

/** Takes a file from its song, or puts it back; null if there was none to take or put back. */
export async function setAttachmentDeleted(
  scope: Scope,
  db: Database,
  id: string,
  deleted: boolean,
): Promise<AttachmentRow | null> {
  const [row] = await db
    .update(attachments)
    .set({ deletedAt: deleted ? sql`now()` : null, seq: await nextSeq(scope, db) })
    .where(
      and(
        ofTeam(scope),
        eq(attachments.id, id),
        isNotNull(attachments.readyAt),
        deleted ? isNull(attachments.deletedAt) : isNotNull(attachments.deletedAt),
      ),
    )
    .returning(columns);
  return row ?? null;
}

/** Ends a file in the trash for good. @returns its name; null if there was none */
export async function endDeletedAttachment(
  scope: Scope,
  db: Database,
  id: string,
): Promise<string | null> {
  const [row] = await db
    .delete(attachments)
    .where(and(ofTeam(scope), eq(attachments.id, id), isNotNull(attachments.deletedAt)))
    .returning({ name: attachments.name });
  return row?.name ?? null;
}
