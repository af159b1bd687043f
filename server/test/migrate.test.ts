import { afterAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync, mkdirSync, copyFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { freeHands } from '@intervallum/core';
import { migrateDatabase } from '../src/db/migrate.ts';
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
