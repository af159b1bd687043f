import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const chart = (title: string, bars: string) => `title: ${title}\nkey: G\n\nVerse:\n  ${bars}\n`;

test('what was sent stays as it was, and what changed since is told of the set and of each song, here and on the link', async () => {
  const make = async (title: string) =>
    (await server.call('POST', '/api/songs', { text: chart(title, '1 | 4') })).body;
  const [first, second, third] = [await make('Reeds'), await make('Oars'), await make('Tar')];
  const place = (songId: string, key: string | null = null) => ({
    id: randomUUID(),
    songId,
    key,
    notes: '',
  });
  const items = [place(first.id), place(second.id)];
  const fields = { name: 'Sunday', date: null, leader: 'Imre', notes: '' };
  const set = (await server.call('POST', '/api/sets', { ...fields, items })).body;
  const target = { kind: 'set', id: set.id };
  const { token } = (await server.call('POST', '/api/shares', target)).body;
  const onLink = async () => (await server.call('GET', `/api/shared/${token}`)).body;
  expect((await onLink()).sent).toBeNull();

  const sent = await server.call('POST', '/api/sends', { ...target, note: 'for Friday' });
  expect([sent.status, sent.body.changed]).toEqual([201, []]);
  expect((await onLink()).sent).toEqual({ at: sent.body.sentAt, changed: [] });

  await server.call(
    'PUT',
    `/api/songs/${second.id}`,
    { text: chart('Oars', '1 | 4m') },
    { 'If-Match': '"1"' },
  );
  const later = [items[1]!, { ...items[0]!, key: 'A' }, place(third.id)];
  await server.call(
    'PUT',
    `/api/sets/${set.id}`,
    { ...fields, leader: 'Tavia', items: later },
    { 'If-Match': '"1"' },
  );
  const { sends } = (await server.call('GET', `/api/sends?kind=set&id=${set.id}`)).body;
  const [ofSet, ofSong, ...more] = sends[0].changed;
  expect([sends.length, sends[0].note, more]).toEqual([1, 'for Friday', []]);
  expect(ofSet.song).toBeNull();
  expect(ofSet.some).toEqual(
    expect.arrayContaining([
      { kind: 'of the set', what: 'leader', before: 'Imre', after: 'Tavia' },
      { kind: 'song added', title: 'Tar' },
      { kind: 'key of a song', title: 'Reeds', before: null, after: 'A' },
    ]),
  );
  expect(ofSong).toEqual({
    song: 'Oars',
    some: [{ kind: 'chords', section: 'Verse', bar: 2, before: '4', after: '4m' }],
    count: 1,
  });
  expect((await onLink()).sent.changed).toEqual(sends[0].changed);

  const frozen = (await server.call('GET', `/api/sends/${sent.body.id}`)).body;
  expect([frozen.leader, frozen.songs.map(({ text }: { text: string }) => text)]).toEqual([
    'Imre',
    [chart('Reeds', '1 | 4'), chart('Oars', '1 | 4')],
  ]);
  // Sent once more, nothing has changed since.
  await server.call('POST', '/api/sends', { ...target, note: '' });
  expect((await onLink()).sent.changed).toEqual([]);
  for (const kind of ['set', 'song'])
    expect(
      (await server.call('POST', '/api/sends', { kind, id: randomUUID(), note: '' })).status,
    ).toBe(404);
});
