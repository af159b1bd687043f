import {
  comparePages,
  mostTold,
  readStoredSend,
  type ChangedSince,
  type Difference,
  type Send,
  type SharedPage,
  type ShareTarget,
} from '@intervallum/contract';
import { record } from '../audit/store.ts';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import type { ChartReader } from '../jobs/charts.ts';
import { findSend, findTarget, insertSend, listSends, type SendRow } from './store.ts';

export type SendService = ReturnType<typeof sendService>;

/** So many sends of a song or set are told of. */
const most = 12;

const nothingThere = () => new Refusal('not-found', 'There is nothing there to send.');

/** What was sent to the band, and what changed since. */
export function sendService(database: Database, charts: ChartReader) {
  /** What was sent of a song or set, each with what became another one since. */
  async function list(scope: Scope, target: ShareTarget): Promise<Send[]> {
    const { rows, now } = await inScope(database, scope, async (db) => ({
      rows: await listSends(scope, db, target, most),
      now: await findTarget(scope, db, target),
    }));
    if (!now) throw nothingThere();
    const all: Send[] = [];
    for (const { id, sentAt, by, note, content } of rows) {
      const then = readStoredSend(content);
      if (!then) continue;
      const changed = await changedBetween(then, now);
      all.push({ id, sentAt: sentAt.toISOString(), by, note, changed });
    }
    return all;
  }

  /** Freezes a song or set as it is sent now. */
  async function freeze(scope: Scope, target: ShareTarget, note: string): Promise<Send> {
    return inScope(database, scope, async (db) => {
      const page = await findTarget(scope, db, target);
      if (!page) throw nothingThere();
      const id = await insertSend(scope, db, target, { page, note });
      await record(scope, db, 'sent', [page.name, note].filter(Boolean).join(', '));
      const made = (await findSend(scope, db, id))!;
      return { id, sentAt: made.sentAt.toISOString(), by: made.by, note, changed: [] };
    });
  }

  /** What was sent, as it was, with when that was. */
  async function find(scope: Scope, id: string): Promise<SharedPage> {
    const row = await inScope(database, scope, (db) => findSend(scope, db, id));
    const page = row && readStoredSend(row.content);
    if (!page) throw new Refusal('not-found', 'There is no such send.');
    return { ...page, sent: { at: row.sentAt.toISOString(), changed: [] } };
  }

  /** A song or set as it stands, with what became another one since it was sent last. */
  async function asItStands(scope: Scope, target: ShareTarget): Promise<SharedPage | null> {
    const { page, last } = await inScope(database, scope, async (db) => {
      const [sent] = await listSends(scope, db, target, 1);
      return { page: await findTarget(scope, db, target), last: sent };
    });
    return page && { ...page, sent: last ? await sinceThen(last, page) : null };
  }

  async function sinceThen(
    { sentAt, content }: SendRow,
    now: SharedPage,
  ): Promise<SharedPage['sent']> {
    const then = readStoredSend(content);
    return then && { at: sentAt.toISOString(), changed: await changedBetween(then, now) };
  }

  /** What differs between what was sent and what stands now: of the set itself first, then of each song. */
  async function changedBetween(then: SharedPage, now: SharedPage): Promise<ChangedSince> {
    const titles = new Map<string, string>();
    for (const { id, text } of [...then.songs, ...now.songs])
      titles.set(id, (await charts.read(text)).title);
    const found: { song: string | null; all: readonly Difference[] }[] = [];
    if (now.kind === 'set') found.push({ song: null, all: comparePages(then, now, titles) });
    const before = new Map(then.songs.map((song) => [song.id, song.text]));
    for (const { id, text } of now.songs) {
      const was = before.get(id);
      if (was === undefined || was === text) continue;
      found.push({ song: titles.get(id) ?? '', all: await charts.compare(was, text) });
    }
    return found.flatMap(({ song, all }) =>
      all.length === 0 ? [] : [{ song, some: all.slice(0, mostTold), count: all.length }],
    );
  }

  return { list, freeze, find, asItStands };
}
