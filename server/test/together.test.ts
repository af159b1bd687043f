import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { freeHands } from '@intervallum/core';
import { startTestServer, type TestServer } from './server.ts';

/** What many do to one song, or one team, in the same moment. */
let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const text = (title: string) => `title: ${title}\n\nVerse:\n  1 | 4\n`;

describe('at the same moment', () => {
  test('of many saves from one version one is made, and all others are told what stands', async () => {
    const { id } = (await server.call('POST', '/api/songs', { text: text('Race') })).body;
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, index) =>
        server.call(
          'PUT',
          `/api/songs/${id}`,
          { text: text(`Race ${index}`) },
          { 'If-Match': '"1"' },
        ),
      ),
    );
    const won = answers.filter(({ status }) => status === 200);
    expect(won).toHaveLength(1);
    for (const { status, body } of answers)
      if (status !== 200) expect([status, body.current]).toEqual([412, won[0]!.body]);
  });

  test('words by one and a pin by another are both there, whichever comes first', async () => {
    for (let round = 0; round < 6; round += 1) {
      const { id } = (await server.call('POST', '/api/songs', { text: text('Both') })).body;
      const part = { hands: { ...freeHands, walks: [{ slot: 1, kind: '8-7' as const }] } };
      const inserted = text('Both').replace('1 |', '1 | 5 |');
      const put = (body: object) =>
        server.call('PUT', `/api/songs/${id}`, body, { 'If-Match': '"1"' });
      const [words, pin] = await Promise.all([
        put({ text: inserted }),
        put({ text: text('Both'), part, partRevision: 0 }),
      ]);
      expect(words.status).toBe(200);
      const now = (await server.call('GET', `/api/songs/${id}`)).body;
      expect(now.text).toBe(inserted);
      // The pin came first and went along with its chord, or was told that the words had changed under it.
      const walks = now.part.decisions.hands.walks;
      expect([pin.status, walks]).toEqual(
        pin.status === 200 ? [200, [{ slot: 2, kind: '8-7' }]] : [412, []],
      );
    }
  });

  test('every change of a team has a number of its own, one after the other', async () => {
    const before = await server.owner.query('select seq from team_counters');
    await Promise.all(
      Array.from({ length: 15 }, (_, index) =>
        server.call('POST', '/api/songs', { text: text(`Seq ${index}`) }),
      ),
    );
    const { rows } = await server.owner.query(
      "select seq from songs where title like 'Seq %' order by seq",
    );
    const from = Number(before.rows[0].seq);
    expect(rows.map(({ seq }) => Number(seq) - from)).toEqual(
      Array.from({ length: 15 }, (_, index) => index + 1),
    );
  });

  test('a set that is saved twice from one version keeps one of both whole', async () => {
    const songs = await Promise.all(
      ['One', 'Two'].map(
        async (title) => (await server.call('POST', '/api/songs', { text: text(title) })).body.id,
      ),
    );
    const draft = (song: string) => ({
      name: 'Service',
      date: null,
      leader: '',
      notes: '',
      items: [1, 2, 3].map((place) => ({
        id: `0199b2f0-0000-7000-8000-00000000000${place}`,
        songId: song,
        key: null,
        notes: '',
      })),
    });
    const { id } = (await server.call('POST', '/api/sets', draft(songs[0]))).body;
    const both = await Promise.all(
      songs.map((song) =>
        server.call('PUT', `/api/sets/${id}`, draft(song), { 'If-Match': '"1"' }),
      ),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([200, 412]);
    const { items } = (await server.call('GET', `/api/sets/${id}`)).body;
    const won = songs[both.findIndex(({ status }) => status === 200)];
    expect(items.map(({ songId }: { songId: string }) => songId)).toEqual([won, won, won]);
  });
});
