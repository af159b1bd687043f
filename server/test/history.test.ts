import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import {
  isSong,
  setVersion,
  songSet as setSchema,
  songVersion,
  versionList,
} from '@intervallum/contract';
import { freeHands } from '@intervallum/core';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const chart = (title: string) => `title: ${title}\nkey: Eb\n\nVerse:\n  1 | 4\n`;

/** A place in a set for a song made for it. */
async function item(title: string, key: string | null = null, notes = '') {
  const made = await server.call('POST', '/api/songs', { text: chart(title) });
  return { id: randomUUID(), songId: made.body.id as string, key, notes };
}
const draft = (items: object[], name: string) => ({
  name,
  date: '2026-11-29',
  leader: 'Imre Solt',
  notes: 'Soft start.',
  items,
});

async function makeSet(items: object[], name = 'First Sunday') {
  const made = await server.call('POST', '/api/sets', draft(items, name));
  return { path: made.headers.get('Location')!, set: setSchema.parse(made.body) };
}

describe('the history of a song', () => {
  const historyOf = async (path: string) => {
    const { rows } = await server.owner.query(
      'select revision, text from song_revisions where song_id = $1 order by revision',
      [path.split('/').at(-1)],
    );
    return rows.map(({ revision, text }) => [revision, /title: (.*)/.exec(text)![1]]);
  };

  test('has what it began as and a row for each stretch of work; what has a name stays', async () => {
    const path = (await server.call('POST', '/api/songs', { text: chart('v1') })).headers.get(
      'Location',
    )!;
    const save = (revision: number) =>
      server.call(
        'PUT',
        path,
        { text: chart(`v${revision + 1}`) },
        { 'If-Match': `"${revision}"` },
      );
    for (const revision of [1, 2, 3]) await save(revision);
    expect(await historyOf(path)).toEqual([
      [1, 'v1'],
      [4, 'v4'],
    ]);
    const id = path.split('/').at(-1);
    await server.owner.query(
      "update song_revisions set name = 'Sunday' where song_id = $1 and revision = 4",
      [id],
    );
    await save(4);
    await server.owner.query(
      "update song_revisions set saved_at = now() - interval '11 minutes' where song_id = $1",
      [id],
    );
    await save(5);
    await save(6);
    expect(await historyOf(path)).toEqual([
      [1, 'v1'],
      [4, 'v4'],
      [5, 'v5'],
      [7, 'v7'],
    ]);
  });
});

describe('what a song was', () => {
  const save = (path: string, from: number, title: string, screen?: string) =>
    server.call(
      'PUT',
      path,
      { text: chart(title) },
      { 'If-Match': `"${from}"`, ...(screen ? { 'Screen-Id': screen } : {}) },
    );
  const versionsOf = async (path: string, query = '') =>
    versionList.parse((await server.call('GET', `${path}/versions${query}`)).body);
  const textAt = async (path: string, revision: number) =>
    songVersion.parse((await server.call('GET', `${path}/versions/${revision}`)).body).text;

  test('on another screen is never given up for what is saved over it', async () => {
    const [mine, theirs] = [randomUUID(), randomUUID()];
    const made = await server.call('POST', '/api/songs', { text: chart('first') });
    const path = made.headers.get('Location')!;
    await save(path, 1, 'mine', mine);
    await save(path, 2, 'mine, longer', mine);
    await save(path, 3, 'theirs', theirs);
    // “Keep mine”, within a minute.
    await save(path, 4, 'mine again', mine);
    await save(path, 5, 'mine still', mine);
    const { versions, next } = await versionsOf(path);
    expect([versions.map(({ revision }) => revision), next]).toEqual([[6, 4, 3, 1], null]);
    expect(await textAt(path, 4)).toBe(chart('theirs'));
    expect(await textAt(path, 3)).toBe(chart('mine, longer'));
    expect((await server.call('GET', `${path}/versions/5`)).status).toBe(404);
  });

  test('is listed in pages, with what was decided, until the song is deleted', async () => {
    const part = { hands: { ...freeHands, school: 'full and fat' as const } };
    const made = await server.call('POST', '/api/songs', { text: chart('one'), part });
    const path = made.headers.get('Location')!;
    for (const [from, title] of ['two', 'three', 'four'].entries())
      await save(path, from + 1, title, randomUUID());
    const first = await versionsOf(path, '?limit=3');
    expect(first.versions.map(({ revision }) => revision)).toEqual([4, 3, 2]);
    const rest = await versionsOf(path, `?limit=3&after=${first.next}`);
    expect([rest.versions.map(({ revision }) => revision), rest.next]).toEqual([[1], null]);
    const began = songVersion.parse((await server.call('GET', `${path}/versions/1`)).body);
    expect(began.decisions.hands.school).toBe('full and fat');
    for (const wrong of ['0', 'x', '99', '1e3'])
      expect((await server.call('GET', `${path}/versions/${wrong}`)).status).toBe(404);
    await server.call('DELETE', path);
    expect((await server.call('GET', `${path}/versions`)).status).toBe(404);
    expect((await server.call('GET', `${path}/versions/1`)).status).toBe(404);
  });

  test('says of each version what it changed of the one before; one that is called something stays', async () => {
    const text = (bars: string) => `title: Told\nkey: Eb\n\nVerse:\n  ${bars}\n`;
    const made = await server.call('POST', '/api/songs', { text: text('1 | 4') });
    const path = made.headers.get('Location')!;
    const put = (from: number, bars: string) =>
      server.call(
        'PUT',
        path,
        { text: text(bars) },
        { 'If-Match': `"${from}"`, 'Screen-Id': screen },
      );
    const screen = randomUUID();
    await put(1, '1 | 4m | 5');
    const told = async () =>
      (await versionsOf(path)).versions.map(({ changed, name }) => [changed, name]);
    const both = {
      some: [
        { kind: 'chords', section: 'Verse', bar: 2, before: '4', after: '4m' },
        { kind: 'bars added', section: 'Verse', bar: 3, count: 1 },
      ],
      count: 2,
    };
    expect(await told()).toEqual([
      [both, null],
      [null, null],
    ]);
    const call = (revision: number | string, name: unknown) =>
      server.call('PUT', `${path}/versions/${revision}/name`, { name });
    expect((await call(2, ' Sunday  evening ')).status).toBe(204);
    // The same screen, a moment later: what has a name is not given up for it.
    await put(2, '1 | 4m | 5 | 1');
    const one = { kind: 'bars added', section: 'Verse', bar: 4, count: 1 };
    expect(await told()).toEqual([
      [{ some: [one], count: 1 }, null],
      [both, 'Sunday evening'],
      [null, null],
    ]);
    expect((await call(2, null)).status).toBe(204);
    expect((await told())[1]).toEqual([both, null]);
    for (const [revision, name, status] of [
      [9, 'x', 404],
      ['x', 'x', 404],
      [1, '', 422],
      [1, 'x'.repeat(81), 422],
      [1, undefined, 422],
    ] as const)
      expect([revision, (await call(revision, name)).status]).toEqual([revision, status]);
    await server.call('DELETE', path);
    expect((await call(1, 'gone')).status).toBe(404);
  });

  test('on a screen that is none is refused', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('one') });
    const answer = await save(made.headers.get('Location')!, 1, 'two', 'the big one');
    expect([answer.status, answer.body.detail]).toEqual([
      400,
      expect.stringContaining('Screen-Id'),
    ]);
  });
});

describe('what a set was', () => {
  test('is kept screen by screen, and shown with its songs as they are now', async () => {
    const items = await Promise.all([item('First', 'D', 'softly'), item('Second')]);
    const { path } = await makeSet(items, 'Began');
    const save = (from: number, name: string, screen: string, kept: object[] = items) =>
      server.call('PUT', path, draft(kept, name), {
        'If-Match': `"${from}"`,
        'Screen-Id': screen,
      });
    const [mine, theirs] = [randomUUID(), randomUUID()];
    await save(1, 'Mine', mine);
    await save(2, 'Theirs', theirs, items.slice(1));
    await save(3, 'Mine again', mine);
    await save(4, 'Mine still', mine);
    const { versions } = versionList.parse((await server.call('GET', `${path}/versions`)).body);
    expect(versions.map(({ revision }) => revision)).toEqual([5, 3, 2, 1]);
    const was = setVersion.parse((await server.call('GET', `${path}/versions/3`)).body);
    expect([was.name, was.items.filter(isSong).map(({ summary }) => summary.title)]).toEqual([
      'Theirs',
      ['Second'],
    ]);
    const began = setVersion.parse((await server.call('GET', `${path}/versions/1`)).body);
    expect(
      began.items.filter(isSong).map(({ key, notes, removed }) => [key, notes, removed]),
    ).toEqual([
      ['D', 'softly', false],
      [null, '', false],
    ]);
    expect((await server.call('GET', `${path}/versions/4`)).status).toBe(404);
    await server.call('DELETE', path);
    expect((await server.call('GET', `${path}/versions/1`)).status).toBe(404);
  });

  test('says what each version changed: songs that came, went and moved, keys, notes, its own lines', async () => {
    const [first, second, third, fourth] = await Promise.all(
      ['First', 'Second', 'Third', 'Fourth'].map((title) => item(title, 'D', 'softly')),
    );
    const { path } = await makeSet([first!, second!, third!], 'Began');
    const screen = randomUUID();
    const changed = [fourth!, third!, { ...first!, key: null, notes: '' }];
    await server.call(
      'PUT',
      path,
      { ...draft(changed, 'Began'), leader: '' },
      {
        'If-Match': '"1"',
        'Screen-Id': screen,
      },
    );
    const { versions } = versionList.parse((await server.call('GET', `${path}/versions`)).body);
    const [{ changed: told }] = versions as [(typeof versions)[number]];
    expect(told!.count).toBe(6);
    expect(told!.some).toEqual(
      expect.arrayContaining([
        { kind: 'of the set', what: 'leader', before: 'Imre Solt', after: '' },
        { kind: 'song removed', title: 'Second' },
        { kind: 'song added', title: 'Fourth' },
        { kind: 'key of a song', title: 'First', before: 'D', after: null },
        { kind: 'note of a song', title: 'First' },
      ]),
    );
    expect(told!.some.filter(({ kind }) => kind === 'song moved')).toHaveLength(1);
    const named = await server.call('PUT', `${path}/versions/1/name`, { name: 'Plan' });
    expect(named.status).toBe(204);
    expect((await server.call('GET', `${path}/versions`)).body.versions).toMatchObject([
      { name: null },
      { name: 'Plan', changed: null },
    ]);
  });

  test('of a form that this version does not know is not to be had, and blocks nothing', async () => {
    const { path, set } = await makeSet([await item('Only')]);
    await server.owner.query('update set_revisions set content = $2 where set_id = $1', [
      set.id,
      { version: 9, value: {} },
    ]);
    expect((await server.call('GET', `${path}/versions`)).body.versions).toHaveLength(1);
    expect((await server.call('GET', `${path}/versions/1`)).status).toBe(404);
  });
});
