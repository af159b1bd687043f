import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { problemDetails, song as songSchema, songList } from '@intervallum/contract';
import { freeHands } from '@intervallum/core';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const chart = (title: string) =>
  `title: ${title}\nkey: Eb\nmeter: 6/8\ntempo: 54\n\nVerse:\n  1add9 | 5/7 | 6m7 | 4maj7\n`;

describe('a song', () => {
  test('is made, read, saved as a new revision and listed', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('Low Bridge') });
    expect([made.status, made.headers.get('ETag')]).toEqual([201, '"1"']);
    const path = made.headers.get('Location')!;
    const saved = await server.call(
      'PUT',
      path,
      { text: chart('Low Bridge Again') },
      { 'If-Match': '"1"' },
    );
    expect([saved.status, saved.headers.get('ETag')]).toEqual([200, '"2"']);
    expect(songSchema.parse((await server.call('GET', path)).body)).toEqual(saved.body);

    const list = songList.parse((await server.call('GET', '/api/songs?search=bridge again')).body);
    expect(
      list.songs.map(({ summary }) => [
        summary.title,
        summary.key,
        summary.meter,
        summary.tempo,
        summary.opening.length,
      ]),
    ).toEqual([['Low Bridge Again', 'Eb', '6/8', 54, 4]]);
  });

  test('keeps a chart with problems as it was typed', async () => {
    const text = 'title: Broken\n\nVerse:\n 1 4 5 | 7b\n<script>alert(1)</script>\n🙂 שלום\n';
    const made = await server.call('POST', '/api/songs', { text });
    expect(made.status).toBe(201);
    const path = made.headers.get('Location')!;
    expect((await server.call('GET', path)).body.text).toBe(text);
  });

  test('is never overwritten unseen: 412 brings the version that stands', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('Two Hands') });
    const path = made.headers.get('Location')!;
    const both = await Promise.all(
      ['Left', 'Right'].map((title) =>
        server.call('PUT', path, { text: chart(title) }, { 'If-Match': '"1"' }),
      ),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([200, 412]);
    const won = both.find(({ status }) => status === 200)!;
    const lost = both.find(({ status }) => status === 412)!;
    expect(lost.type).toMatch('application/problem+json');
    expect(problemDetails.parse(lost.body).current).toEqual(won.body);
    expect((await server.call('PUT', path, { text: chart('Blind') })).status).toBe(428);
    expect(
      (await server.call('PUT', path, { text: chart('Odd') }, { 'If-Match': 'x' })).status,
    ).toBe(400);
  });

  test('is deleted and comes back', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('Gone') });
    const path = made.headers.get('Location')!;
    expect((await server.call('DELETE', path)).status).toBe(204);
    expect((await server.call('GET', path)).status).toBe(404);
    expect((await server.call('DELETE', path)).status).toBe(404);
    expect((await server.call('POST', `${path}/restore`)).body.text).toBe(chart('Gone'));
    expect((await server.call('GET', path)).status).toBe(200);
  });
});

describe('what was decided about the hands', () => {
  const pin = {
    slot: 2,
    chord: '6m7',
    register: 63,
    left: [{ step: 6, alter: 0, octave: -2 }],
    right: [
      { step: 1, alter: 0, octave: 0 },
      { step: 3, alter: 0, octave: 0 },
      { step: 5, alter: 0, octave: 0 },
    ],
  };
  const hands = { ...freeHands, school: 'open and low', pins: [pin] };

  test('is kept with the song, and goes with its chord where only the text is sent', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('Pinned'), hands });
    expect(songSchema.parse(made.body).hands).toEqual(hands);
    const path = made.headers.get('Location')!;
    const text = chart('Pinned').replace('1add9 |', '1add9 | 4 |');
    const saved = await server.call('PUT', path, { text }, { 'If-Match': '"1"' });
    expect(songSchema.parse(saved.body).hands).toEqual({ ...hands, pins: [{ ...pin, slot: 3 }] });
    expect((await server.call('GET', path)).body).toEqual(saved.body);
  });

  test.each([
    ['a school that there is not', { ...hands, school: 'loud' }],
    ['a hand of eleven notes', { ...hands, pins: [{ ...pin, left: Array(11).fill(pin.left[0]) }] }],
    ['a shape with an endless name', { ...hands, palette: [{ ...pin, name: 'x'.repeat(41) }] }],
  ])('%s is refused with its place', async (_, wrong) => {
    const refused = await server.call('POST', '/api/songs', { text: chart('Wrong'), hands: wrong });
    expect([refused.status, refused.type]).toEqual([422, expect.stringMatching('problem')]);
    expect(JSON.stringify(refused.body)).toMatch('hands');
  });
});

test('a search takes its signs literally', async () => {
  await server.call('POST', '/api/songs', { text: chart('100% true_story') });
  const titles = async (search: string) =>
    songList
      .parse((await server.call('GET', `/api/songs?search=${encodeURIComponent(search)}`)).body)
      .songs.map(({ summary }) => summary.title);
  expect(await titles('0% true_')).toEqual(['100% true_story']);
  expect(await titles('%_%')).toEqual([]);
  expect(await titles("'; drop table songs; --")).toEqual([]);
});

test('a search finds words that are parted into syllables or by bars', async () => {
  const words = 'Rooks in the el- | der, well-known rooks are | sing-ing';
  const text = `title: Parted\n\nVerse:\n  1 | 4 | 5\n  > ${words}\n`;
  await server.call('POST', '/api/songs', { text });
  const titles = async (search: string) =>
    songList
      .parse((await server.call('GET', `/api/songs?search=${encodeURIComponent(search)}`)).body)
      .songs.map(({ summary }) => summary.title);
  for (const search of ['rooks in the elder', 'rooks are singing', 'well-known', 'sing-ing'])
    expect([search, await titles(search)]).toEqual([search, ['Parted']]);
});

describe('what cannot be taken is refused with a reason', () => {
  test.each([
    ['POST', '/api/songs', '{"text":', 400, 'no valid JSON'],
    ['POST', '/api/songs', { text: 7 }, 422, ''],
    ['POST', '/api/songs', { text: 'x'.repeat(200_000) }, 422, 'this has 200000'],
    ['POST', '/api/songs', { text: 'x'.repeat(1_200_000) }, 413, '1 MB'],
    [
      'POST',
      '/api/songs',
      { text: 'title: a\nVerse:\n1 \u0000' },
      422,
      'Line 3 holds an invisible control character (U+0000)',
    ],
    ['POST', '/api/songs', { text: 'half \ud83d' }, 422, 'half a character'],
    ['GET', '/api/songs/not-an-id', undefined, 404, 'nothing at this address'],
    ['GET', '/api/songs/2b8f4a36-6f0e-4b52-9c0f-0f8a3c1d2e4f', undefined, 404, 'no song'],
    ['GET', '/api/nowhere', undefined, 404, 'nothing at this address'],
    ['GET', '/api/songs/%E0%A4%A', undefined, 404, 'nothing at this address'],
  ])('%s %s %j is %i: %s', async (method, path, body, status, message) => {
    const answer = await server.call(method, path, body);
    expect([answer.status, answer.type]).toEqual([
      status,
      expect.stringContaining('application/problem+json'),
    ]);
    const problem = problemDetails.parse(answer.body);
    expect(problem.status).toBe(status);
    expect(problem.detail).toContain(message);
  });

  test('what another site sends, and what is no JSON', async () => {
    const text = chart('Foreign');
    expect(
      (await server.call('POST', '/api/songs', { text }, { 'Sec-Fetch-Site': 'cross-site' }))
        .status,
    ).toBe(403);
    expect(
      (await server.call('POST', '/api/songs', { text }, { 'Content-Type': 'text/plain' })).status,
    ).toBe(415);
  });
});

test('answers carry headers that keep pages to themselves', async () => {
  const { headers } = await server.call('GET', '/api/songs');
  expect(headers.get('Content-Security-Policy')).toContain("frame-ancestors 'none'");
  expect(headers.get('X-Content-Type-Options')).toBe('nosniff');
  expect(headers.get('Referrer-Policy')).toBe('no-referrer');
  expect(headers.get('X-Powered-By')).toBeNull();
});

test('a database that is gone is told as 503, and the server works again when it is back', async () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect((await server.call('GET', '/healthz')).status).toBe(200);
  server.cable.pull();
  const answers = await Promise.all(
    ['/healthz', '/api/songs'].map((path) => server.call('GET', path)),
  );
  expect(answers.map(({ status, headers }) => [status, headers.get('Retry-After')])).toEqual([
    [503, '2'],
    [503, '2'],
  ]);
  await server.cable.plug();
  expect((await server.call('GET', '/healthz')).status).toBe(200);
  log.mockRestore();
});
