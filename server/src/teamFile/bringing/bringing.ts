import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  attachmentLimits,
  mostOtherwise,
  mostOwnRuns,
  teamFileLimits,
  teamLimits,
  type BroughtIn,
} from '@intervallum/contract';
import { mostOwnMoves } from '@intervallum/core';
import { countAttachments, insertPiece } from '../../attachments/store.ts';
import { record } from '../../audit/store.ts';
import type { Database } from '../../db/database.ts';
import { inScope, nextSeq, type Scope } from '../../db/scope.ts';
import { Refusal } from '../../http/problem.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import { countMoves } from '../../moves/store.ts';
import { countRuns } from '../../runs/store.ts';
import { countPeople, listPeople, lockTeam } from '../../teams/store.ts';
import { checkRecords, type CheckedRecord } from './checking.ts';
import { elementsOf } from './elements.ts';
import { linesOf } from './lines.ts';
import { samePeople } from './samePeople.ts';
import * as store from './store.ts';

/** So many records of one kind are written at a time. */
const atOnce = 50;

type Kind = CheckedRecord['kind'];
type Checked<Of extends Kind> = Extract<CheckedRecord, { kind: Of }>;

/** Brings the file of a whole team into one that is there: all of it or nothing. */
export function teamBringing(database: Database, charts: ChartReader) {
  /** Takes in a file and looks at all of it, so that what stands in the spool can be brought in. */
  async function check(stream: AsyncIterable<Buffer>, spool: string): Promise<void> {
    const elements = elementsOf(stream, teamFileLimits.record);
    const lines = async function* () {
      for await (const one of checkRecords(elements, charts)) yield `${JSON.stringify(one)}\n`;
    };
    await pipeline(Readable.from(lines()), createWriteStream(spool, { mode: 0o600 }));
  }

  /**
   * Brings in what was checked. What the team has already by the same id stays as it stands, with all that hangs on it, so
   * that the same file once more changes nothing. People of the same name are the same; others are named, without an account.
   * @param isGone whether nobody waits for it any more: nothing of it is then kept
   */
  async function bring(scope: Scope, spool: string, isGone: () => boolean): Promise<BroughtIn> {
    return inScope(database, scope, async (db) => {
      await lockTeam(scope, db);
      const into = await bringingInto(scope, db);
      for await (const batch of batches(spool)) {
        if (isGone()) throw new Refusal('malformed', 'It was stopped; nothing was brought in.');
        await into.write(batch);
      }
      await refuseTooMuch(scope, db);
      await record(scope, db, 'team brought in', into.name());
      return into.outcome();
    });
  }

  return { check, bring };
}

/** The records in a spool, those of one kind that stand together at once. They were checked when they were put there. */
async function* batches(spool: string): AsyncGenerator<readonly CheckedRecord[]> {
  let batch: CheckedRecord[] = [];
  for await (const line of linesOf(spool)) {
    const one = JSON.parse(line) as CheckedRecord;
    if (batch.length >= atOnce || (batch[0] && batch[0].kind !== one.kind)) {
      yield batch;
      batch = [];
    }
    batch.push(one);
  }
  if (batch.length > 0) yield batch;
}

async function bringingInto(scope: Scope, db: Database) {
  const seq = await nextSeq(scope, db);
  const people = samePeople(await listPeople(scope, db));
  const nothing = { people: 0, songs: 0, sets: 0, moves: 0, runs: 0, files: 0 };
  const [added, standing] = [{ ...nothing }, { ...nothing }];
  const otherwise: string[] = [];
  /** What was added by this file: what hangs on anything else is left out. */
  const fresh = { song: new Set<string>(), set: new Set<string>() };
  /** The file whose pieces come, and the place of the next; null where the team has it already. */
  let file: { readonly id: string; position: number } | null = null;
  let name = '';

  const counted = (what: keyof typeof nothing, of: number, ids: readonly string[]) => {
    added[what] += ids.length;
    standing[what] += of - ids.length;
  };
  const whose = <One extends { readonly personId: string | null }>(one: One): One => ({
    ...one,
    personId: people.here(one.personId),
  });

  const writers: { readonly [Of in Kind]: (all: readonly Checked<Of>[]) => Promise<void> } = {
    team: ([one]) => {
      name = one!.name;
      return Promise.resolve();
    },
    person: async (all) => {
      const strangers = all.flatMap((one) => people.meet(one) ?? []);
      if (strangers.length > 0) await store.addPeople(scope, db, strangers, seq);
      counted(
        'people',
        all.length,
        strangers.map(({ id }) => id),
      );
    },
    voice: async (all) => {
      const rows = all.map((one) => ({ ...one, personId: people.here(one.personId)! }));
      await store.addVoices(scope, db, rows, seq);
    },
    song: async (all) => {
      const ids = await store.addSongs(scope, db, all, seq);
      for (const id of ids) fresh.song.add(id);
      counted('songs', all.length, ids);
      const others = new Map(all.map((one) => [one.id, one.text]));
      for (const id of ids) others.delete(id);
      if (others.size > 0)
        for (const { id, title, text } of await store.standingSongs(scope, db, [...others.keys()]))
          if (text !== others.get(id) && otherwise.length < mostOtherwise) otherwise.push(title);
      const marks = all
        .filter(({ id }) => fresh.song.has(id))
        .flatMap(({ id: songId, atHand }) =>
          atHand.map((id) => ({ songId, personId: people.here(id) })),
        );
      if (marks.length > 0) await store.addMarks(scope, db, marks);
      const keys = all
        .filter(({ id }) => fresh.song.has(id))
        .flatMap(({ id: songId, keys: kept }) =>
          kept.map((one) => ({ ...one, songId, personId: people.here(one.personId)! })),
        );
      if (keys.length > 0) await store.addKeptKeys(scope, db, keys, seq);
    },
    part: async (all) => {
      const rows = all.filter(({ songId }) => fresh.song.has(songId)).map(whose);
      if (rows.length > 0) await store.addParts(scope, db, rows, seq);
    },
    'song version': async (all) => {
      const rows = all.filter(({ songId }) => fresh.song.has(songId)).map(whose);
      if (rows.length > 0) await store.addSongVersions(scope, db, rows);
    },
    set: async (all) => {
      const ids = await store.addSets(scope, db, all, seq);
      for (const id of ids) fresh.set.add(id);
      counted('sets', all.length, ids);
    },
    'set version': async (all) => {
      const rows = all.filter(({ setId }) => fresh.set.has(setId)).map(whose);
      if (rows.length > 0) await store.addSetVersions(scope, db, rows);
    },
    move: async (all) => counted('moves', all.length, await store.addMoves(scope, db, all, seq)),
    run: async (all) => counted('runs', all.length, await store.addRuns(scope, db, all, seq)),
    send: async (all) => {
      const rows = all.filter(({ of, ofId }) => fresh[of].has(ofId)).map(whose);
      if (rows.length > 0) await store.addSends(scope, db, rows);
    },
    file: async (all) => {
      // Each stands before its pieces: there is one of them at a time.
      const rows = all.filter(({ songId }) => fresh.song.has(songId)).map(whose);
      const ids = rows.length > 0 ? await store.addFiles(scope, db, rows, seq) : [];
      file = ids[0] === undefined ? null : { id: ids[0], position: 0 };
      counted('files', all.length, ids);
    },
    piece: async (all) => {
      if (!file) return;
      for (const { content } of all) {
        const { id, position } = file;
        const piece = { id, position, content: Buffer.from(content, 'base64') };
        await insertPiece(scope, db, piece);
        file.position += 1;
      }
    },
    done: () => Promise.resolve(),
    end: () => Promise.resolve(),
  };

  return {
    write: (batch: readonly CheckedRecord[]) =>
      (writers[batch[0]!.kind] as (all: readonly CheckedRecord[]) => Promise<void>)(batch),
    name: () => name,
    outcome: (): BroughtIn => ({ added, standing, otherwise }),
  };
}

/** What a team may have is counted when all is in it; too much, and nothing of it is kept. */
async function refuseTooMuch(scope: Scope, db: Database): Promise<void> {
  const refuse = (most: string) =>
    new Refusal('too-large', `A team has up to ${most}; with this file there would be more.`);
  if ((await countPeople(scope, db)) > teamLimits.people)
    throw refuse(`${teamLimits.people} people`);
  if ((await countMoves(scope, db)) > mostOwnMoves)
    throw refuse(`${mostOwnMoves} moves of its own`);
  if ((await countRuns(scope, db)) > mostOwnRuns) throw refuse(`${mostOwnRuns} runs of its own`);
  // Of no song in particular: what all files have together is asked for.
  const { bytesOfTeam } = await countAttachments(scope, db, scope.teamId);
  if (bytesOfTeam > attachmentLimits.ofTeam)
    throw refuse(`${attachmentLimits.ofTeam / 1_000_000} MB of files`);
}
