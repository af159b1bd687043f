import { afterAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync, mkdirSync, copyFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { freeHands } from '@intervallum/core';
import { openDatabase } from '../src/db/database.ts';
import { migrateDatabase } from '../src/db/migrate.ts';
import { openChartReader } from '../src/jobs/charts.ts';
import { rewriteCharts } from '../src/songs/rewriting/store.ts';
import { startTestServer, type TestServer } from './server.ts';

const migrations = join(import.meta.dirname, '../migrations');

/** The first two migrations alone, as a database was made before charts stood on their songs' rows. */
function firstTwo(): string {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-migrations-'));
  mkdirSync(join(folder, 'meta'));
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8'));
  const entries = journal.entries.slice(0, 2) as { tag: string }[];
  writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  for (const { tag } of entries)
    copyFileSync(join(migrations, `${tag}.sql`), join(folder, `${tag}.sql`));
  return folder;
}

let server: TestServer | null = null;
afterAll(() => server?.stop());

const chart = (title: string) =>
  `title: ${title}\nkey: Eb\n\nVerse:\n  1 | 4\n  > rooks in the el- | der\n`;
const pin = {
  slot: 1,
  chord: '4',
  register: 63,
  left: [{ step: 4, alter: 0, octave: -1 }],
  right: null,
};

test('a database of before is brought along with all that was in it, its history too', async () => {
  const [song, gone, set, item, share] = Array.from({ length: 5 }, () => randomUUID());
  server = await startTestServer({
    prepare: async (client, ownerUrl) => {
      const migrationsFolder = firstTwo();
      await migrate(drizzle(client), { migrationsFolder });
      rmSync(migrationsFolder, { recursive: true });
      const { rows } = await client.query(
        "insert into teams (name) values ('Old parish') returning id",
      );
      const team = rows[0].id;
      const summary = (title: string) => ({ title, key: 'Eb' });
      for (const id of [song, gone])
        await client.query(
          'insert into songs (id, team_id, revision, deleted_at) values ($1, $2, $3, $4)',
          [id, team, id === song ? 2 : 1, id === song ? null : '2026-01-01'],
        );
      const revision = (id: string, at: number, title: string, hands: object) =>
        client.query(
          'insert into song_revisions (song_id, team_id, revision, text, summary, hands) values ($1, $2, $3, $4, $5, $6)',
          [id, team, at, chart(title), summary(title), hands],
        );
      await revision(song!, 1, 'Before', freeHands);
      await revision(song!, 2, 'Now', { ...freeHands, pins: [pin] });
      await revision(gone!, 1, 'Gone', freeHands);
      await client.query(
        "insert into sets (id, team_id, name, leader, notes) values ($1, $2, 'Easter', 'Imre', '')",
        [set, team],
      );
      await client.query(
        "insert into set_items (set_id, id, team_id, position, song_id, notes) values ($1, $2, $3, 0, $4, 'slow')",
        [set, item, team, song],
      );
      await client.query(
        'insert into shares (id, team_id, token, set_id) values ($1, $2, $3, $4)',
        [share, team, 'k'.repeat(32), set],
      );
      // Two servers that start together: one brings it up to date, the other waits and finds it done.
      await Promise.all([migrateDatabase(ownerUrl), migrateDatabase(ownerUrl)]);
    },
  });
  const now = (await server.call('GET', `/api/songs/${song}`)).body;
  expect([now.text, now.revision, now.part.revision]).toEqual([chart('Now'), 2, 1]);
  expect(now.part.decisions.hands.pins).toEqual([pin]);
  const { rows } = await server.owner.query(
    'select revision, text, decisions from song_revisions where song_id = $1 order by revision',
    [song],
  );
  expect(rows.map(({ revision, text }) => [revision, text])).toEqual([
    [1, chart('Before')],
    [2, chart('Now')],
  ]);
  expect(rows[1].decisions.hands.value.pins).toEqual([pin]);
  // Its summary was of an older shape still: it is made anew from the chart.
  const list = (await server.call('GET', '/api/songs?search=in the elder')).body;
  expect(
    list.songs.map(({ summary }: { summary: { title: string; meter: string } }) => [
      summary.title,
      summary.meter,
    ]),
  ).toEqual([['Now', '4/4']]);
  expect((await server.call('POST', `/api/songs/${gone}/restore`)).body.text).toBe(chart('Gone'));
  const found = (await server.call('GET', `/api/sets/${set}`)).body;
  expect([found.name, found.items[0].notes, found.items[0].summary.title]).toEqual([
    'Easter',
    'slow',
    'Now',
  ]);
  expect((await server.call('GET', `/api/shared/${'k'.repeat(32)}`)).body.team).toBe('Old parish');
  // The history of a set begins with what it was then.
  const was = (await server.call('GET', `/api/sets/${set}/versions/1`)).body;
  expect([was.name, was.items[0].id, was.items[0].notes]).toEqual(['Easter', item, 'slow']);
  const saved = await server.call(
    'PUT',
    `/api/songs/${song}`,
    { text: chart('Next') },
    { 'If-Match': '"2"' },
  );
  expect([saved.status, saved.body.part.decisions.hands.pins]).toEqual([200, [pin]]);
  const seqs = await server.owner.query(
    'select seq from songs union select seq from sets order by 1',
  );
  expect(seqs.rows.map(({ seq }) => Number(seq))).toEqual([3, 4, 5]);
});

test('what was written by earlier rules of chart text sounds as it did, in songs, deleted ones and versions', async () => {
  const own = await startTestServer();
  const text = (bars: string) =>
    `title: Old Mill\nkey: C\nnumbers: in key\n\nVerse x3:\n  ${bars}\n`;
  const before = text('1 | 37b9\n  3rd ending: 6');
  const after = text('1 | 3m7b9\n  1st 2nd 3rd ending: 6');
  const made = async (of: string) => (await own.call('POST', '/api/songs', { text: of })).body;
  const [old, gone, plain, today] = [
    await made(before),
    await made(before),
    await made(text('1 | 4')),
    await made(text('1 | 37b9')),
  ];
  const hands = { ...freeHands, pins: [{ ...pin, chord: '3m7b9' }] };
  await own.call(
    'PUT',
    `/api/songs/${old.id}`,
    { text: before, part: { hands: { version: 1, value: hands } }, partRevision: 0 },
    { 'If-Match': '"1"' },
  );
  await own.call('DELETE', `/api/songs/${gone.id}`);
  const ids = [old.id, gone.id, plain.id];
  for (const [table, id] of [
    ['songs', 'id'],
    ['song_revisions', 'song_id'],
  ])
    await own.owner.query(`update ${table} set rules = 1 where ${id} = any($1)`, [ids]);
  const pinsBefore = (await own.call('GET', `/api/songs/${old.id}`)).body.part.decisions.hands;

  const owner = openDatabase(own.ownerUrl);
  const charts = openChartReader();
  // Two servers that start together: no song is rewritten twice.
  const counts = await Promise.all(
    [1, 2].map(() => rewriteCharts(owner.database, charts, 'may change')),
  );
  expect(counts[0]! + counts[1]!).toBe(2);
  // What cannot sound otherwise is left for later.
  const waiting = 'select count(*)::int as count from songs where rules = 1';
  expect((await own.owner.query(waiting)).rows).toEqual([{ count: 0 }]);
  expect(await rewriteCharts(owner.database, charts, 'all')).toBe(0);
  await Promise.all([owner.close(), charts.close()]);

  const now = (await own.call('GET', `/api/songs/${old.id}`)).body;
  expect([now.text, now.revision]).toEqual([after, 2]);
  expect(now.part.decisions.hands).toEqual(pinsBefore);
  expect((await own.call('POST', `/api/songs/${gone.id}/restore`)).body.text).toBe(after);
  const versions = await own.owner.query(
    'select revision, text from song_revisions where song_id = $1 order by revision',
    [old.id],
  );
  expect(versions.rows).toEqual([
    { revision: 1, text: after },
    { revision: 2, text: after },
  ]);
  for (const same of [plain, today])
    expect((await own.call('GET', `/api/songs/${same.id}`)).body).toMatchObject({
      text: same.text,
      revision: 1,
    });
  await own.stop();
});
