import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import {
  isSong,
  plainSongItem,
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

/** Something spoken, as a client sends it. */
const spoken = (change: object) => ({
  ...{ id: randomUUID(), kind: 'prayer', name: 'For the town', minutes: 3, who: 'Imre' },
  ...{ notes: '', fixed: false, bed: null },
  ...change,
});
const song = (place: number) => plainSongItem({ id: randomUUID(), songId: songIds[place]! });
const stranger = plainSongItem({ id: randomUUID(), songId: randomUUID() });

describe('a service', () => {
  test('keeps what is spoken and how each song goes, in its versions as well, and says to others what leads in', async () => {
    const [first, second] = [song(0), song(1)];
    const bridge = { from: first.id, text: 'Vamp x2 open:\n  4 | 5' };
    const prayer = spoken({ bed: 'Bed open:\n  1sus2~', minutes: 2.5, fixed: true });
    const items = [
      { ...first, who: 'Oda', fixed: true },
      prayer,
      { ...second, road: 'Verse x2', key: 'D', bridge },
    ];
    const facts = {
      begins: '09:30',
      most: 70,
      rehearsal: { date: '2026-11-27', begins: '19:30' },
    };
    const made = await server.call('POST', '/api/sets', { ...draft(items), ...facts });
    expect([made.status, made.body]).toMatchObject([201, facts]);
    const path = made.headers.get('Location')!;
    const { items: kept } = setSchema.parse((await server.call('GET', path)).body);
    expect(kept).toMatchObject(items);

    const share = await server.call('POST', '/api/shares', { kind: 'set', id: made.body.id });
    const page = async () => (await server.call('GET', `/api/shared/${share.body.token}`)).body;
    expect(await page()).toMatchObject({
      begins: '09:30',
      songs: [
        { who: 'Oda', bridge: null },
        { road: 'Verse x2', key: 'D', bridge: bridge.text },
      ],
      moments: [{ name: 'For the town', place: 1, minutes: 2.5 }],
    });
    // In another order the bridge waits: it was made for coming from the other song.
    const turned = [items[2]!, items[0]!, prayer];
    await server.call(
      'PUT',
      path,
      { ...draft(turned), ...facts, most: null },
      { 'If-Match': '"1"' },
    );
    const now = await page();
    expect(now.songs.map((one: { bridge: unknown }) => one.bridge)).toEqual([null, null]);
    expect(now.moments).toMatchObject([{ place: 2 }]);
    const { versions } = (await server.call('GET', `${path}/versions`)).body;
    expect(versions[0].revision).toBe(2);
    const asked = await server.call('GET', `${path}/versions/2`);
    expect(asked.body.items[0]).toMatchObject({ kind: 'song', bridge, road: 'Verse x2' });
  });
});

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
    ['an hour that is none', { begins: '24:00' }, '09:30'],
    ['something spoken without a name', { items: [spoken({ name: ' ' })] }, 'needs a name'],
    ['something spoken for days', { items: [spoken({ minutes: 2_000 })] }, 'three hours'],
    ['something of no kind', { items: [spoken({ kind: 'dance' })] }, 'kind'],
    [
      'a bridge without bars',
      { items: [{ ...stranger, bridge: { from: randomUUID(), text: ' ' } }] },
      'needs bars',
    ],
    ['a way that names nothing', { items: [{ ...stranger, road: ' ' }] }, 'at least one section'],
    ['one too many', { items: Array.from({ length: 61 }, () => spoken({})) }, 'up to 60'],
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

  test('is for a role and a person, and says so to whoever opens it', async () => {
    const { set } = await makeSet([item(0)], 'Shared');
    const wish = { kind: 'set', id: set.id, role: 'bass', who: '  Odd  ' };
    const made = await server.call('POST', '/api/shares', wish);
    expect(made.body).toMatchObject({ role: 'bass', who: 'Odd' });
    const reader = async () =>
      (await server.call('GET', `/api/shared/${made.body.token}`)).body.reader;
    expect(await reader()).toEqual({ role: 'bass', who: 'Odd', learner: null });
    const { shares } = (await server.call('GET', `/api/shares?kind=set&id=${set.id}`)).body;
    expect(shares).toMatchObject([{ role: 'bass', who: 'Odd' }]);
    // A role of another version of the application is that of everybody.
    await server.owner.query("update shares set role = 'triangle' where id = $1", [made.body.id]);
    expect(await reader()).toEqual({ role: null, who: 'Odd', learner: null });
    for (const wrong of [{ role: 'triangle' }, { who: 'x'.repeat(81) }, { role: 3 }])
      expect((await server.call('POST', '/api/shares', { ...wish, ...wrong })).status).toBe(422);
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
