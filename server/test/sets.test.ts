import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  isSong,
  setList,
  share as shareSchema,
  sharedPage,
  songSet as setSchema,
} from '@intervallum/contract';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
let songIds: string[];
beforeAll(async () => {
  server = await startTestServer();
  songIds = [];
  for (const title of ['First', 'Second', 'Third']) {
    const made = await server.call('POST', '/api/songs', {
      text: `title: ${title}\nkey: G\n\nVerse:\n 1 | 4\n`,
    });
    songIds.push(made.body.id);
  }
});
afterAll(() => server.stop());

const item = (song: number, key: string | null = null, notes = '') => ({
  id: randomUUID(),
  songId: songIds[song]!,
  key,
  notes,
});
const draft = (items: object[], name = 'First Sunday') => ({
  name,
  date: '2026-11-29',
  leader: 'Imre Solt',
  notes: 'Soft start.',
  items,
});

async function makeSet(items: object[], name?: string) {
  const made = await server.call('POST', '/api/sets', draft(items, name));
  expect(made.status).toBe(201);
  return { path: made.headers.get('Location')!, set: setSchema.parse(made.body) };
}

describe('a set', () => {
  test('keeps its songs in order, each with its key and note', async () => {
    const items = [item(2, 'F# minor', 'capo 2'), item(0), item(2, 'bb')];
    const { path, set } = await makeSet(items);
    expect(
      set.items.filter(isSong).map(({ summary, key, notes }) => [summary.title, key, notes]),
    ).toEqual([
      ['Third', 'F# minor', 'capo 2'],
      ['First', null, ''],
      ['Third', 'Bb', ''],
    ]);
    const turned = draft([...items].reverse());
    const saved = await server.call('PUT', path, turned, { 'If-Match': '"1"' });
    expect(setSchema.parse(saved.body).items.map(({ id }) => id)).toEqual(
      items.map(({ id }) => id).reverse(),
    );
    const { sets } = setList.parse((await server.call('GET', '/api/sets')).body);
    expect(sets.find(({ id }) => id === set.id)?.titles).toEqual(['Third', 'First', 'Third']);
  });

  test('is never overwritten unseen', async () => {
    const { path } = await makeSet([item(0)]);
    await server.call('PUT', path, draft([item(1)]), { 'If-Match': '"1"' });
    const late = await server.call('PUT', path, draft([]), { 'If-Match': '"1"' });
    expect(late.status).toBe(412);
    const { items } = setSchema.parse(late.body.current);
    expect(items.filter(isSong).map(({ summary }) => summary.title)).toEqual(['Second']);
  });

  test('is deleted and comes back', async () => {
    const { path } = await makeSet([item(0)]);
    expect((await server.call('DELETE', path)).status).toBe(204);
    expect((await server.call('GET', path)).status).toBe(404);
    await server.call('POST', `${path}/restore`);
    expect((await server.call('GET', path)).body.items).toHaveLength(1);
  });

  test('says which of its songs were removed', async () => {
    const made = await server.call('POST', '/api/songs', { text: 'title: Short Life\n' });
    const { path } = await makeSet([{ ...item(0), songId: made.body.id }]);
    await server.call('DELETE', `/api/songs/${made.body.id}`);
    const { items } = setSchema.parse((await server.call('GET', path)).body);
    expect(items.filter(isSong).map(({ removed, summary }) => [removed, summary.title])).toEqual([
      [true, 'Short Life'],
    ]);
  });

  test.each([
    ['no name', { name: '  ' }, 'needs a name'],
    ['a date that is none', { date: '2026-02-30' }, 'year-month-day'],
    [
      'a key that is none',
      { items: [{ id: randomUUID(), songId: randomUUID(), key: 'H', notes: '' }] },
      'no key',
    ],
    [
      'a song that is not there',
      { items: [{ id: randomUUID(), songId: randomUUID(), key: null, notes: '' }] },
      'Song 1 of the set',
    ],
    ['too long a note', { notes: 'x'.repeat(3000) }, 'this has 3000'],
  ])('with %s is refused', async (_what, change, message) => {
    const answer = await server.call('POST', '/api/sets', { ...draft([]), ...change });
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringContaining(message)]);
  });

  test('cannot hold a song of another team, not even by a query gone wrong', async () => {
    const id = randomUUID();
    const other = await server.owner.query(
      "insert into teams (name) values ('Others') returning id",
    );
    await server.owner.query('insert into songs (team_id, id) values ($1, $2)', [
      other.rows[0].id,
      id,
    ]);
    const { set } = await makeSet([]);
    await expect(
      server.owner.query(
        "insert into set_items (team_id, set_id, id, song_id, position, notes) select team_id, id, id, $2, 0, '' from sets where id = $1",
        [set.id, id],
      ),
    ).rejects.toThrow(/foreign key/);
    expect(
      (await server.call('POST', '/api/sets', draft([{ ...item(0), songId: id }]))).status,
    ).toBe(422);
    expect((await server.call('GET', `/api/songs/${id}`)).status).toBe(404);
  });
});

describe('a link', () => {
  test('opens a set read-only until it is revoked, and is not for search engines', async () => {
    const { set } = await makeSet([item(0, 'A'), item(1)], 'Shared');
    const made = shareSchema.parse(
      (await server.call('POST', '/api/shares', { kind: 'set', id: set.id })).body,
    );
    expect(Buffer.from(made.token, 'base64url').length * 8).toBeGreaterThanOrEqual(128);

    const opened = await server.call('GET', `/api/shared/${made.token}`);
    const page = sharedPage.parse(opened.body);
    expect([page.kind, page.name, page.songs.map(({ key }) => key)]).toEqual([
      'set',
      'Shared',
      ['A', null],
    ]);
    expect(opened.headers.get('X-Robots-Tag')).toContain('noindex');
    expect(opened.headers.get('Cache-Control')).toContain('no-store');
    expect((await server.call('PUT', `/api/shared/${made.token}`, {})).status).toBe(405);

    expect((await server.call('DELETE', `/api/shares/${made.id}`)).status).toBe(204);
    expect((await server.call('GET', `/api/shared/${made.token}`)).status).toBe(404);
    expect((await server.call('DELETE', `/api/shares/${made.id}`)).status).toBe(404);
  });

  test('opens a song as it stands now, and nothing when the song is deleted', async () => {
    const song = (await server.call('POST', '/api/songs', { text: 'title: Before\n' })).body;
    const { token } = (await server.call('POST', '/api/shares', { kind: 'song', id: song.id }))
      .body;
    await server.call(
      'PUT',
      `/api/songs/${song.id}`,
      { text: 'title: After\n' },
      { 'If-Match': '"1"' },
    );
    expect((await server.call('GET', `/api/shared/${token}`)).body.name).toBe('After');
    await server.call('DELETE', `/api/songs/${song.id}`);
    expect((await server.call('GET', `/api/shared/${token}`)).status).toBe(404);
  });

  test('is listed with what it opens', async () => {
    const { set } = await makeSet([]);
    await server.call('POST', '/api/shares', { kind: 'set', id: set.id });
    await server.call('POST', '/api/shares', { kind: 'set', id: set.id });
    const { shares } = (await server.call('GET', `/api/shares?kind=set&id=${set.id}`)).body;
    expect(new Set(shares.map(({ token }: { token: string }) => token)).size).toBe(2);
    expect(
      (await server.call('POST', '/api/shares', { kind: 'set', id: randomUUID() })).status,
    ).toBe(404);
  });
});
