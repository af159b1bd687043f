import { createHash } from 'node:crypto';
import {
  attachmentLimits,
  type Attachment,
  type AttachmentList,
  type NewAttachment,
} from '@intervallum/contract';
import { record } from '../audit/store.ts';
import type { Database } from '../db/database.ts';
import { inScope, nextSeq, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { findSong, lockSong } from '../songs/store.ts';
import { contentType, kindOf, truthfulName } from './kinds.ts';
import { cutsOf, inPieces } from './pieces.ts';
import {
  beginAttachment,
  countAttachments,
  dropUnfinished,
  endDeletedAttachment,
  findAnyAttachment,
  findAttachment,
  finishAttachment,
  insertPiece,
  listAttachments,
  readPiece,
  renameAttachment,
  setAttachmentDeleted,
  type AttachmentRow,
} from './store.ts';

export type AttachmentService = ReturnType<typeof attachmentService>;

/** A file that arrives: how many bytes it is said to have, and its bytes. */
export interface Arriving {
  readonly size: number;
  readonly stream: AsyncIterable<Buffer>;
}

const noSuchSong = () => new Refusal('not-found', 'There is no song at this address.');
const noSuchFile = () => new Refusal('not-found', 'There is no such file, or not any more.');
const isTaken = () => new Refusal('taken', 'There is another file with this id.');
const brokeOff = () => new Refusal('malformed', 'The file broke off before all of it had arrived.');
const megabytes = (bytes: number) => `${Math.floor(bytes / 100_000) / 10} MB`;

/** What can be done with the files that songs of a team carry. */
export function attachmentService(database: Database) {
  async function list(scope: Scope, songId: string): Promise<AttachmentList> {
    return inScope(database, scope, async (db) => {
      if (!(await findSong(scope, db, songId))) throw noSuchSong();
      return { attachments: (await listAttachments(scope, db, songId)).map(answer) };
    });
  }

  /**
   * Adds a file to a song, piece by piece, each in a transaction of its own: a slow line holds no connection. What did not
   * arrive whole is nowhere. The same request once more finds what the first one added.
   */
  async function add(
    scope: Scope,
    songId: string,
    { id, name }: NewAttachment,
    { size, stream }: Arriving,
  ): Promise<{ readonly attachment: Attachment; readonly isNew: boolean }> {
    if (size > attachmentLimits.bytes)
      throw new Refusal(
        'too-large',
        `A file may have up to ${megabytes(attachmentLimits.bytes)}. A recording is smaller as MP3, OGG or M4A.`,
      );
    const pieces = inPieces(stream);
    try {
      const first = await pieces.next();
      if (first.done) throw new Refusal('invalid', 'There is nothing in this file.');
      const content = await contentType(first.value, name);
      if (!content)
        throw new Refusal(
          'invalid',
          'A song carries recordings (MP3, M4A, AAC, OGG, WAV, FLAC), papers (PDF) and pictures (PNG, JPEG); this is none of them, whatever its name says.',
        );
      const file = { id, songId, name: truthfulName(name, content), type: content.type, size };
      const standing = await begin(scope, file);
      if (!standing) return await keepAll(scope, file, first.value, pieces);
      if (standing.digest !== (await takeIn(first.value, pieces, size))) throw isTaken();
      return { attachment: answer(standing), isNew: false };
    } finally {
      // What is not wanted of it is left to whoever reads the stream.
      await pieces.return(undefined);
    }
  }

  /** Keeps a file for which room was made; nothing of it stays where it does not arrive whole. */
  async function keepAll(
    scope: Scope,
    { id, size }: Pick<AttachmentRow, 'id' | 'size'>,
    first: Buffer,
    others: AsyncGenerator<Buffer>,
  ) {
    try {
      const digest = await takeIn(first, others, size, (position, content) =>
        inScope(database, scope, (db) => insertPiece(scope, db, { id, position, content })),
      );
      const row = await inScope(database, scope, (db) =>
        finishAttachment(scope, db, { id, digest }),
      );
      return { attachment: answer(row), isNew: true };
    } catch (error) {
      // What cannot even be forgotten now goes with the next emptying of the trash.
      await inScope(database, scope, (db) => dropUnfinished(scope, db, id));
      throw error;
    }
  }

  /** Makes room for a file; gives the one that stands where this id was added before. */
  function begin(
    scope: Scope,
    file: Parameters<typeof beginAttachment>[2],
  ): Promise<AttachmentRow | null> {
    return inScope(database, scope, async (db) => {
      if (!(await lockSong(scope, db, file.songId))) throw noSuchSong();
      // One after the other: what two files need together is not there for each of them.
      await nextSeq(scope, db);
      const standing = await findAnyAttachment(scope, db, file.id);
      if (standing?.isReady) {
        const isSame = standing.songId === file.songId && standing.size === file.size;
        if (!isSame || standing.isDeleted) throw isTaken();
        return standing;
      }
      if (standing) throw new Refusal('taken', 'A file with this id is on its way already.');
      const { ofSong, bytesOfTeam } = await countAttachments(scope, db, file.songId);
      if (ofSong >= attachmentLimits.ofSong)
        throw new Refusal(
          'invalid',
          `A song carries up to ${attachmentLimits.ofSong} files. Delete one that nobody needs.`,
        );
      if (bytesOfTeam + file.size > attachmentLimits.ofTeam)
        throw new Refusal(
          'too-large',
          `All files of a team may have ${megabytes(attachmentLimits.ofTeam)} together, those in the trash too: ${megabytes(Math.max(0, attachmentLimits.ofTeam - bytesOfTeam))} are left. Delete some, for good in the trash.`,
        );
      await beginAttachment(scope, db, file);
      return null;
    });
  }

  /** A file, to be read from. */
  async function find(scope: Scope, id: string): Promise<AttachmentRow> {
    const row = await inScope(database, scope, (db) => findAttachment(scope, db, id));
    if (!row) throw noSuchFile();
    return row;
  }

  /** The bytes of a file from one to another, inclusive, piece by piece. */
  async function* read(
    scope: Scope,
    id: string,
    { start, end }: { start: number; end: number },
  ): AsyncGenerator<Buffer> {
    for (const { position, from, to } of cutsOf(start, end)) {
      const piece = await inScope(database, scope, (db) => readPiece(scope, db, { id, position }));
      if (!piece) throw new Error(`Piece ${position} of the file ${id} is not there any more.`);
      yield piece.subarray(from, to);
    }
  }

  async function rename(scope: Scope, id: string, name: string): Promise<Attachment> {
    return inScope(database, scope, async (db) => {
      const row = await findAttachment(scope, db, id);
      if (!row) throw noSuchFile();
      return answer(await renameAttachment(scope, db, { id, name: named(name, row) }));
    });
  }

  /** Takes a file from its song, or puts it back. */
  async function setDeleted(scope: Scope, id: string, deleted: boolean): Promise<Attachment> {
    return inScope(database, scope, async (db) => {
      const row = await setAttachmentDeleted(scope, db, id, deleted);
      if (!row) throw noSuchFile();
      return answer(row);
    });
  }

  /** Ends a file that is in the trash, for good. */
  async function end(scope: Scope, id: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      const name = await endDeletedAttachment(scope, db, id);
      if (name === null) throw noSuchFile();
      await record(scope, db, 'file deleted for good', name);
    });
  }

  return { list, add, find, read, rename, setDeleted, end };
}

/**
 * Takes in all pieces of a file.
 * @param size how many bytes it was said to have; throws where it has more or fewer
 * @param keep keeps a piece; left out, the file is only looked at
 * @returns its SHA-256
 */
async function takeIn(
  first: Buffer,
  others: AsyncGenerator<Buffer>,
  size: number,
  keep: (position: number, piece: Buffer) => Promise<void> = () => Promise.resolve(),
): Promise<string> {
  const hash = createHash('sha256');
  let [arrived, position] = [0, 0];
  for (let piece: Buffer | null = first; piece; position += 1) {
    arrived += piece.length;
    if (arrived > size) break;
    hash.update(piece);
    await keep(position, piece);
    const next = await others.next();
    piece = next.done ? null : next.value;
  }
  if (arrived !== size) throw brokeOff();
  return hash.digest('hex');
}

/** Another name for a file, which ends as it did where the new one does not say how. */
function named(name: string, { name: before }: AttachmentRow): string {
  const ending = /\.[^.]+$/.exec(before)?.[0] ?? '';
  return name.toLowerCase().endsWith(ending.toLowerCase()) ? name : name + ending;
}

function answer({ id, name, type, size, createdAt }: AttachmentRow): Attachment {
  return { id, name, kind: kindOf(type), bytes: size, addedAt: createdAt.toISOString() };
}
