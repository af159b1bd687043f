import { createReadStream, createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { teamFileVersion, type TeamRecord, type TeamRecordOf } from '@intervallum/contract';
import { pieceSize } from '../../attachments/pieces.ts';
import { readPiece } from '../../attachments/store.ts';
import { listAudit, record, type AuditRow } from '../../audit/store.ts';
import type { Database } from '../../db/database.ts';
import { inScope, inScopeOfOneMoment, type Scope } from '../../db/scope.ts';
import { findTeam, listPeople } from '../../teams/store.ts';
import * as store from './store.ts';

/** So many songs, sets or other records are read at a time. */
const most = 100;

/** What was read of a team: how it is called, what carries content, and how many records stand in the spool. */
export interface Collected {
  readonly name: string;
  readonly files: readonly TeamRecordOf<'file'>[];
  readonly records: number;
}

/** The whole of a team as one text of JSON. */
export function teamSaving(database: Database) {
  /** Reads all of the team but the content of its files into the spool, as it is at one moment. */
  async function collect(scope: Scope, spool: string): Promise<Collected> {
    await inScope(database, scope, (db) => record(scope, db, 'team saved', ''));
    return inScopeOfOneMoment(database, scope, async (db) => {
      const { name } = (await findTeam(scope, db))!;
      let records = 0;
      const lines = async function* () {
        for await (const one of recordsOf(scope, db, name)) {
          records += 1;
          yield `${JSON.stringify(one)},\n`;
        }
      };
      await pipeline(Readable.from(lines()), createWriteStream(spool, { mode: 0o600 }));
      return { name, files: await store.fileRecords(scope, db), records };
    });
  }

  /**
   * The text of the file: what was collected, then each of the files with its content, a piece in a transaction of its own.
   * Throws where one of them was deleted for good meanwhile.
   */
  async function* text(
    scope: Scope,
    spool: string,
    { files, records }: Collected,
  ): AsyncGenerator<string | Buffer> {
    yield '[\n';
    yield* createReadStream(spool) as AsyncIterable<Buffer>;
    let count = records;
    for (const file of files) {
      yield `${JSON.stringify(file)},\n`;
      count += 1;
      for (let position = 0; position * pieceSize < file.size; position += 1) {
        const of = { id: file.id, position };
        const content = await inScope(database, scope, (db) => readPiece(scope, db, of));
        if (!content) throw new Error(`Piece ${position} of the file ${file.id} is not there.`);
        const piece: TeamRecord = { kind: 'piece', content: content.toString('base64') };
        yield `${JSON.stringify(piece)},\n`;
        count += 1;
      }
    }
    yield `${JSON.stringify({ kind: 'end', records: count } satisfies TeamRecord)}\n]\n`;
  }

  return { collect, text };
}

/** Everything but files and the end, each behind what it names. */
async function* recordsOf(scope: Scope, db: Database, name: string): AsyncGenerator<TeamRecord> {
  yield {
    kind: 'team',
    format: 'intervallum team',
    version: teamFileVersion,
    name,
    savedAt: new Date().toISOString(),
  };
  for (const { id, name: called, role } of await listPeople(scope, db))
    yield { kind: 'person', id, name: called, role };
  yield* await store.voiceRecords(scope, db);
  for await (const song of byPages((page) => store.songRecords(scope, db, page))) {
    yield song;
    yield* await store.partRecords(scope, db, song.id);
    yield* await store.songVersionRecords(scope, db, song.id);
  }
  for await (const set of byPages((page) => store.setRecords(scope, db, page))) {
    yield set;
    yield* await store.setVersionRecords(scope, db, set.id);
  }
  yield* await store.moveRecords(scope, db);
  yield* await store.runRecords(scope, db);
  yield* byPages((page) => store.sendRecords(scope, db, page));
  yield* done(scope, db);
}

async function* byPages<One extends { readonly id: string }>(
  read: (page: store.IdPage) => Promise<readonly One[]>,
): AsyncGenerator<One> {
  let after: string | null = null;
  for (;;) {
    const rows: readonly One[] = await read({ after, most });
    yield* rows;
    if (rows.length < most) return;
    after = rows.at(-1)!.id;
  }
}

/** What was done, the latest first. */
async function* done(scope: Scope, db: Database): AsyncGenerator<TeamRecordOf<'done'>> {
  let after: readonly [string, string] | null = null;
  for (;;) {
    const rows: AuditRow[] = await listAudit(scope, db, { after, most });
    for (const { at, who, what, about } of rows)
      yield { kind: 'done', at: at.toISOString(), who, what, about };
    const last = rows.at(-1);
    if (!last || rows.length < most) return;
    after = [last.place, last.id];
  }
}
