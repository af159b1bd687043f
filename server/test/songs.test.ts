import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { get, type IncomingMessage } from 'node:http';
import { problemDetails, song as songSchema, songList } from '@intervallum/contract';
import { freeHands, noDecisions } from '@intervallum/core';
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

describe('what a player decided', () => {
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
  const hands = { ...freeHands, school: 'open and low' as const, pins: [pin] };
  const make = async (title: string) => {
    const part = { hands };
    const made = await server.call('POST', '/api/songs', { text: chart(title), part });
    expect(songSchema.parse(made.body).part).toEqual({
      revision: 1,
      decisions: { ...noDecisions, ...part },
    });
    return made.headers.get('Location')!;
  };
  const inserted = (title: string) => chart(title).replace('1add9 |', '1add9 | 4 |');

  test('goes with its chord where only the text is sent, or the text and how it was edited', async () => {
    const ways = [
      {},
      {
        changes: [
          { from: chart('A').indexOf(' 5/7'), to: chart('A').indexOf(' 5/7'), insert: ' 4 |' },
        ],
      },
    ];
    for (const way of ways) {
      const path = await make('A');
      const saved = await server.call(
        'PUT',
        path,
        { text: inserted('A'), ...way },
        { 'If-Match': '"1"' },
      );
      expect(songSchema.parse(saved.body).part).toEqual({
        revision: 2,
        decisions: { ...noDecisions, hands: { ...hands, pins: [{ ...pin, slot: 3 }] } },
      });
      expect((await server.call('GET', path)).body).toEqual(saved.body);
    }
  });

  test('is nobody else’s matter: a pin makes no new revision of the song, and is stale by its own', async () => {
    const path = await make('B');
    const part = { hands: { ...hands, pins: [] } };
    const pinned = await server.call(
      'PUT',
      path,
      { text: chart('B'), part, partRevision: 1 },
      { 'If-Match': '"1"' },
    );
    expect([pinned.status, pinned.body.revision, pinned.body.part.revision]).toEqual([200, 1, 2]);
    const words = await server.call('PUT', path, { text: inserted('B') }, { 'If-Match': '"1"' });
    expect([words.status, words.body.part]).toEqual([
      200,
      { revision: 2, decisions: { ...noDecisions, ...part } },
    ]);
    const late = await server.call(
      'PUT',
      path,
      { text: inserted('B'), part, partRevision: 1 },
      { 'If-Match': '"2"' },
    );
    expect([late.status, late.body.current.part.revision]).toEqual([412, 2]);
    const alone = { text: inserted('B'), part };
    expect((await server.call('PUT', path, alone, { 'If-Match': '"2"' })).status).toBe(422);
  });

  test('edits that do not lead to the text that is sent with them are not believed', async () => {
    const path = await make('C');
    const lies = [{ from: 0, to: 3, insert: '' }];
    const saved = await server.call(
      'PUT',
      path,
      { text: inserted('C'), changes: lies },
      { 'If-Match': '"1"' },
    );
    expect(saved.body.part.decisions.hands.pins).toEqual([{ ...pin, slot: 3 }]);
    expect(saved.body.text).toBe(inserted('C'));
  });

  test('in a shape that is no longer known is read as far as it can be, and blocks nothing', async () => {
    const path = await make('D');
    const id = path.split('/').at(-1);
    const old = {
      hands: { version: 1, value: { ...hands, school: 'loud', pins: [pin, { slot: -1 }] } },
    };
    await server.owner.query('update parts set decisions = $1 where song_id = $2', [old, id]);
    const read = (await server.call('GET', path)).body;
    expect(read.part.decisions.hands).toEqual({ ...hands, school: freeHands.school });
    await server.owner.query('update parts set decisions = $1 where song_id = $2', ['[7]', id]);
    expect((await server.call('GET', path)).body.part.decisions.hands).toEqual(freeHands);
    await server.call('DELETE', path);
  });

  test.each([
    ['a school that there is not', { ...hands, school: 'loud' }],
    ['a hand of eleven notes', { ...hands, pins: [{ ...pin, left: Array(11).fill(pin.left[0]) }] }],
    ['a shape with an endless name', { ...hands, palette: [{ ...pin, name: 'x'.repeat(41) }] }],
  ])('%s is refused with its place', async (_, wrong) => {
    const part = { hands: wrong };
    const refused = await server.call('POST', '/api/songs', { text: chart('Wrong'), part });
    expect([refused.status, refused.type]).toEqual([422, expect.stringMatching('problem')]);
    expect(JSON.stringify(refused.body)).toMatch('hands');
  });
});

describe('making a song again', () => {
  test('with an id of the client’s own makes it once', async () => {
    const song = { id: randomUUID(), text: chart('Once') };
    const both = await Promise.all([1, 2].map(() => server.call('POST', '/api/songs', song)));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 201]);
    expect(both[0]!.body).toEqual(both[1]!.body);
    const other = await server.call('POST', '/api/songs', { ...song, text: chart('Twice') });
    expect([other.status, other.body.type]).toEqual([409, '/problems/taken']);
  });
});

describe('a list in pages', () => {
  test('goes through every song once, in the order of titles, numbers as numbers', async () => {
    const marker = randomUUID().slice(0, 8);
    for (const count of [10, 9, 100, 1, 2])
      await server.call('POST', '/api/songs', { text: chart(`${marker} ${count}`) });
    const titles: string[] = [];
    let after = '';
    for (;;) {
      const page = songList.parse(
        (await server.call('GET', `/api/songs?search=${marker}&limit=2${after}`)).body,
      );
      expect([page.total, page.songs.length <= 2]).toEqual([5, true]);
      titles.push(...page.songs.map(({ summary }) => summary.title.split(' ')[1]!));
      if (page.next === null) break;
      after = `&after=${page.next}`;
    }
    expect(titles).toEqual(['1', '2', '9', '10', '100']);
  });

  test('of another list, or of nowhere, is no place to begin', async () => {
    const { next } = (await server.call('GET', '/api/songs?limit=1')).body;
    for (const [path, cursor] of [
      ['/api/songs?search=x&after=', next],
      ['/api/sets?after=', next],
      ['/api/songs?after=', 'nonsense'],
    ]) {
      const refused = await server.call('GET', `${path}${cursor}`);
      expect([refused.status, refused.body.detail]).toEqual([
        422,
        expect.stringContaining('first page'),
      ]);
    }
  });

  test('shows a song whose summary is of an old shape, made anew from its chart', async () => {
    const made = await server.call('POST', '/api/songs', { text: chart('Zzz of old') });
    await server.owner.query('update songs set summary = \'{"title":"Zzz"}\' where id = $1', [
      made.body.id,
    ]);
    const { songs } = songList.parse(
      (await server.call('GET', '/api/songs?search=Zzz of old')).body,
    );
    expect(songs.map(({ summary }) => [summary.title, summary.tempo])).toEqual([
      ['Zzz of old', 54],
    ]);
    const { rows } = await server.owner.query('select summary from songs where id = $1', [
      made.body.id,
    ]);
    expect(rows[0].summary.tempo).toBe(54);
  });

  test('finds titles by their first letter, and words from three letters on', async () => {
    await server.call('POST', '/api/songs', {
      text: `${chart('Quartz Hill')}  > over the xylophone\n`,
    });
    const found = async (search: string) =>
      (await server.call('GET', `/api/songs?search=${search}`)).body.songs.map(
        ({ summary }: { summary: { title: string } }) => summary.title,
      );
    expect(await found('q')).toEqual(['Quartz Hill']);
    expect(await found('xy')).toEqual([]);
    expect(await found('xyl')).toEqual(['Quartz Hill']);
  });
});

test('a chart of 40 kB, wholly rewritten by a tool that knows charts only, holds nobody up', async () => {
  const bars = (chords: string[]) =>
    Array.from(
      { length: 600 },
      (_, line) =>
        `  ${Array.from({ length: 14 }, (_, bar) => chords[(line * 5 + bar) % chords.length]).join(' | ')}\n`,
    ).join('');
  const text = (chords: string[]) => `title: Large\n\nA:\n${bars(chords)}`;
  const part = { hands: { ...freeHands, registers: [{ slot: 900, octaves: 1 }] } };
  const made = await server.call('POST', '/api/songs', { text: text(['1', '4', '57']), part });
  expect(text(['1', '4', '57']).length).toBeGreaterThan(35_000);
  const saving = server.call(
    'PUT',
    `/api/songs/${made.body.id}`,
    { text: text(['2m', '3m', '6m7']) },
    { 'If-Match': '"1"' },
  );
  const [saved, well] = await Promise.all([saving, server.call('GET', '/healthz')]);
  expect([saved.status, well.status]).toEqual([200, 200]);
  // As many slots as before: each is the one that stood there.
  expect(saved.body.part.decisions).toEqual({ ...noDecisions, ...part });
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

/**
 * Asks as a browser does that has an answer already; the fetch of Node would say that it wants no stored one.
 * @returns the status, and the body where there is one
 */
async function askAgain(path: string, tag: string) {
  const answer = await new Promise<IncomingMessage>((resolve, reject) => {
    get(server.url + path, { headers: { 'If-None-Match': tag } }, resolve).on('error', reject);
  });
  const parts: Buffer[] = [];
  for await (const part of answer) parts.push(part as Buffer);
  const text = Buffer.concat(parts).toString('utf8');
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into any answer
  return { status: answer.statusCode, body: (text ? JSON.parse(text) : null) as any };
}

test('who asks whether a song is still as it was hears of hands that were saved without a change of the text', async () => {
  const made = await server.call('POST', '/api/songs', { text: chart('Asked Again') });
  const path = `/api/songs/${made.body.id}`;
  const first = await server.call('GET', path);
  const tag = first.headers.get('ETag')!;
  expect((await askAgain(path, tag)).status).toBe(304);
  const part = { ...noDecisions, hands: { ...freeHands, school: 'full and fat' as const } };
  const draft = { text: made.body.text, changes: [], part, partRevision: 0 };
  const saved = await server.call('PUT', path, draft, { 'If-Match': '"1"' });
  expect([saved.status, saved.body.revision]).toEqual([200, 1]);
  const again = await askAgain(path, tag);
  expect([again.status, again.body.part.decisions]).toEqual([200, part]);
});

test('and of a set, that a song in it is called otherwise now', async () => {
  const made = await server.call('POST', '/api/songs', { text: chart('Called So') });
  const item = { id: randomUUID(), songId: made.body.id, key: null, notes: '' };
  const set = { name: 'Asked Again', date: null, leader: '', notes: '', items: [item] };
  const { body } = await server.call('POST', '/api/sets', set);
  const path = `/api/sets/${body.id}`;
  const first = await server.call('GET', path);
  const tag = first.headers.get('ETag')!;
  const draft = { text: chart('Called Otherwise'), changes: [] };
  await server.call('PUT', `/api/songs/${made.body.id}`, draft, { 'If-Match': '"1"' });
  const again = await askAgain(path, tag);
  expect([again.status, again.body.items[0].summary.title]).toEqual([200, 'Called Otherwise']);
});

test('a database that is gone is told as 503, and the server works again when it is back', async () => {
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
});
