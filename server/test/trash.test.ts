import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { trashList } from '@intervallum/contract';
import { createLog } from '../src/http/log.ts';
import { keepEmptying } from '../src/trash/emptying.ts';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

async function trash() {
  const { items } = trashList.parse((await server.call('GET', '/api/trash')).body);
  return items.map(({ kind, name }) => `${kind} ${name}`);
}

test('what is deleted lies in the trash for thirty days, the last first, and is gone from it once it is back', async () => {
  const paths: string[] = [];
  for (const title of ['One', 'Two']) {
    const made = await server.call('POST', '/api/songs', { text: `title: ${title}\n\nA:\n  1\n` });
    paths.push(made.headers.get('Location')!);
  }
  const draft = { name: 'Sunday', date: null, leader: '', notes: '', items: [] };
  const set = await server.call('POST', '/api/sets', draft);
  paths.push(set.headers.get('Location')!);
  expect(await trash()).toEqual([]);
  for (const path of paths) await server.call('DELETE', path);
  expect(await trash()).toEqual(['set Sunday', 'song Two', 'song One']);

  expect((await server.call('POST', `${paths[1]}/restore`)).status).toBe(200);
  expect(await trash()).toEqual(['set Sunday', 'song One']);

  const days = (count: number) =>
    server.owner.query(
      `update songs set deleted_at = now() - make_interval(days => ${count}) where id = $1`,
      [paths[0]!.split('/').at(-1)],
    );
  await days(29);
  expect(await trash()).toEqual(['set Sunday', 'song One']);
  await days(31);
  expect(await trash()).toEqual(['set Sunday']);
});

test('after its thirty days it is gone for good, but for a song that a set keeps', async () => {
  const make = async (title: string) =>
    String(
      (await server.call('POST', '/api/songs', { text: `title: ${title}\n\nA:\n  1\n` })).body.id,
    );
  const [old, played, young] = [await make('Old'), await make('Played'), await make('Young')];
  const items = [{ id: randomUUID(), songId: played, key: null, notes: '' }];
  await server.call('POST', '/api/sets', {
    name: 'Then',
    date: null,
    leader: '',
    notes: '',
    items,
  });
  for (const id of [old, played, young]) await server.call('DELETE', `/api/songs/${id}`);
  await server.owner.query(
    "update songs set deleted_at = now() - interval '31 days' where id = any($1)",
    [[old, played]],
  );
  const end = keepEmptying(server.database, createLog('silent'));
  const left = async () => {
    const { rows } = await server.owner.query(
      'select title from songs where id = any($1) order by title',
      [[old, played, young]],
    );
    return rows.map((row: { title: string }) => row.title).join();
  };
  for (let tries = 0; tries < 50 && (await left()) !== 'Played,Young'; tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 50));
  expect(await left()).toBe('Played,Young');
  end();
});
