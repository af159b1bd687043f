import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import type { LiveEvent } from '@intervallum/contract';
import { createLog } from '../src/http/log.ts';
import { openLiveHub } from '../src/live/hub.ts';
import { startTestServer, teamHeader, until, type TestServer } from './server.ts';

let server: TestServer;
let other: string;
beforeAll(async () => {
  server = await startTestServer({ session: 'by header' });
  const { rows } = await server.owner.query("insert into teams (name) values ('O') returning id");
  other = rows[0].id as string;
});
afterAll(() => server.stop());

/** Reads a stream until what is given back is called. */
async function listen(team: string) {
  const ending = new AbortController();
  const answer = await fetch(`${server.url}/api/events?team=${team}`, {
    headers: { [teamHeader]: team, 'Accept-Encoding': 'br, gzip' },
    signal: ending.signal,
  });
  const heard: LiveEvent[] = [];
  const reading = (async () => {
    const decoder = new TextDecoder();
    for await (const piece of answer.body!)
      for (const [, data] of decoder.decode(piece).matchAll(/^data: (.+)$/gm))
        heard.push(JSON.parse(data!) as LiveEvent);
  })().catch(() => undefined);
  return { answer, heard, end: () => (ending.abort(), reading) };
}

const ours = () => ({ [teamHeader]: server.teamId });

test('what is saved is heard on the pages of its team, by all servers, and on no other team’s', async () => {
  const [own, theirs] = [await listen(server.teamId), await listen(other)];
  // Another server of the same database.
  const elsewhere: LiveEvent[] = [];
  const hub = openLiveHub(server.ownerUrl, createLog('silent'));
  hub.subscribe(server.teamId, { tell: (event) => elsewhere.push(event), end: () => undefined });
  await new Promise((resolve) => setTimeout(resolve, 500));
  const made = (await server.call('POST', '/api/songs', { text: 'title: A\n' }, ours())).body;
  const screen = randomUUID();
  const save = (text: string, revision: number) =>
    server.call(
      'PUT',
      `/api/songs/${made.id}`,
      { text },
      {
        ...ours(),
        'If-Match': `"${revision}"`,
        'Screen-Id': screen,
      },
    );
  await save('title: B\n', 1);
  const said = { kind: 'saved', of: { kind: 'song', id: made.id }, screen };
  await until(() => own.heard.length > 0 && elsewhere.length > 0);
  expect([own.heard, elsewhere]).toEqual([[said], [said]]);
  // What was refused, and what is no change, is told to nobody.
  expect((await save('title: C\n', 1)).status).toBe(412);
  await save('title: B\n', 2);
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect([own.heard.length, theirs.heard]).toEqual([1, []]);
  expect(own.answer.headers.get('Content-Encoding')).toBeNull();
  await Promise.all([own.end(), theirs.end(), hub.close()]);
});

test('a line that broke is laid anew, and pages are told to ask again', async () => {
  const own = await listen(server.teamId);
  await new Promise((resolve) => setTimeout(resolve, 300));
  await server.owner.query(
    "select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and datname = current_database()",
  );
  await until(() => own.heard.length > 0);
  expect(own.heard).toEqual([{ kind: 'again' }]);
  await own.end();
});

test('what is no message of ours is heard by nobody', async () => {
  const own = await listen(server.teamId);
  const client = new Client({ connectionString: server.ownerUrl });
  await client.connect();
  for (const payload of [
    'nonsense',
    '{}',
    JSON.stringify({ team: server.teamId, event: { kind: 'x' } }),
  ])
    await client.query("select pg_notify('intervallum_live', $1)", [payload]);
  await client.end();
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(own.heard).toEqual([]);
  await own.end();
});

test('a stream of another team than the page shows is refused', async () => {
  const answer = await fetch(`${server.url}/api/events?team=${other}`, { headers: ours() });
  expect(answer.status).toBe(409);
});
