import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { EventSource } from 'eventsource';
import { stageEvent, stageNow, takenCue, type StageEvent } from '@intervallum/contract';
import type { Cue } from '@intervallum/core';
import { createApp } from '../src/app.ts';
import { createLog } from '../src/http/log.ts';
import { openLiveHub } from '../src/live/hub.ts';
import { openCable, startTestServer, until, type TestServer } from './server.ts';

/**
 * A stage with two servers of one database. Streams are read by a client of its own (WHATWG HTML, 9.2: `eventsource`), which
 * comes again by itself and says what it heard last.
 */
let server: TestServer;
let second: Awaited<ReturnType<typeof anotherServer>>;
beforeAll(async () => {
  server = await startTestServer();
  second = await anotherServer();
});
afterAll(async () => {
  await second.stop();
  await server.stop();
});

/** A second process would share with the first what this shares: the database, and nothing else. */
async function anotherServer() {
  const live = openLiveHub(server.ownerUrl, createLog('silent'));
  let port = 0;
  const line = await openCable(() => port);
  const app = createApp({
    ...server.parts,
    live,
    hosts: [`127.0.0.1:${line.port}`],
    log: createLog('silent'),
    webFolder: null,
  });
  const listening = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => listening.once('listening', resolve));
  ({ port } = listening.address() as AddressInfo);
  return {
    url: `http://127.0.0.1:${port}`,
    /** The same over a line that can be cut. */
    line: { url: `http://127.0.0.1:${line.port}`, cut: line.cut },
    stop: async () => {
      line.pull();
      await live.close();
      listening.closeAllConnections();
      await new Promise((resolve) => listening.close(resolve));
    },
  };
}

async function makeSet(items: readonly object[] = []): Promise<string> {
  const made = await server.call('POST', '/api/sets', {
    ...{ name: 'Evening', date: null, leader: '', notes: '', items },
  });
  return made.body.id as string;
}

/** A set that is played, led by a screen. */
async function beginShow() {
  const set = await makeSet();
  const screen = randomUUID();
  const path = `/api/sets/${set}/stage`;
  const begun = await server.call('POST', path, { screen });
  expect(begun.status).toBe(200);
  const say = async (cue: Cue, { at = server.url, id = randomUUID(), ago = 0 } = {}) => {
    const answer = await fetch(`${at}${path}/cues`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ screen, id, cue, ago }),
    });
    return { status: answer.status, body: await answer.json() };
  };
  return { set, screen, path, show: begun.body.id as string, say };
}

async function linkTo(set: string) {
  const made = await server.call('POST', '/api/shares', { kind: 'set', id: set, role: 'bass' });
  return made.body as { id: string; token: string };
}

/** A phone that follows. */
function follow(url: string) {
  const source = new EventSource(url);
  const heard: StageEvent[] = [];
  let opened = 0;
  source.addEventListener('open', () => (opened += 1));
  source.addEventListener('message', ({ data }) => {
    heard.push(stageEvent.parse(JSON.parse(data as string)));
  });
  return {
    heard,
    numbers: () => heard.flatMap((event) => (event.kind === 'cue' ? [event.taken.number] : [])),
    opened: () => opened,
    isClosed: () => source.readyState !== source.OPEN,
    end: () => source.close(),
  };
}

const on: Cue = { kind: 'on' };
const upTo = (count: number) => Array.from({ length: count }, (_, index) => index + 1);

describe('what is said in a show', () => {
  test('is numbered without a gap, taken once, and never before what was said earlier', async () => {
    const { path, say, show } = await beginShow();
    const id = randomUUID();
    const first = takenCue.parse((await say(on, { id })).body);
    expect((await say(on, { id })).body).toEqual(first);
    await Promise.all(upTo(20).map((place) => say(on, place % 2 ? { at: second.url } : {})));
    // It was said a while ago, when the server was away; what others heard since stays before it.
    await say({ kind: 'stop' }, { ago: 60_000 });
    const { cues, now, show: there } = stageNow.parse((await server.call('GET', path)).body);
    expect(there?.id).toBe(show);
    expect(cues.map(({ number }) => number)).toEqual(upTo(22));
    expect(cues[0]).toEqual(first);
    const moments = cues.map(({ at }) => at);
    expect(moments).toEqual([...moments].sort((one, other) => one - other));
    expect(moments.at(-1)).toBeLessThanOrEqual(now);
  });

  test('is taken from who holds the baton only, which is taken and given', async () => {
    const { path, say, screen } = await beginShow();
    const other = randomUUID();
    // Who begins what goes on already takes it from nobody.
    const again = await server.call('POST', path, { screen: other });
    expect(again.body.baton.screen).toBe(screen);
    const took = await server.call('PUT', `${path}/baton`, { screen: other, takes: true });
    expect(took.body.baton.screen).toBe(other);
    const refused = await say(on);
    expect([refused.status, refused.body.detail]).toEqual([
      409,
      expect.stringContaining('Take the baton to lead yourself'),
    ]);
    // Who does not hold it gives it to nobody.
    const kept = await server.call('PUT', `${path}/baton`, { screen, takes: false });
    expect(kept.body.baton.screen).toBe(other);
    const gave = await server.call('PUT', `${path}/baton`, { screen: other, takes: false });
    expect(gave.body.baton).toBeNull();
    expect((await say(on)).body.detail).toContain('Nobody leads now');
    await server.call('PUT', `${path}/baton`, { screen, takes: true });
    expect((await say(on)).status).toBe(200);
  });

  test('has room for the longest name of a section', async () => {
    const { path, say } = await beginShow();
    const phone = follow(`${second.url}${path}/events`);
    await until(() => phone.heard.length > 0, 'the show is told');
    const section = '\u{1F3B9}"\\'.repeat(250);
    expect((await say({ kind: 'next', part: { section, pass: 1, place: 0 } })).status).toBe(200);
    await until(() => phone.numbers().length > 0, 'it is told');
    expect(phone.heard[1]).toMatchObject({ taken: { cue: { part: { section } } } });
    phone.end();
  });

  test.each<[string, unknown]>([
    ['no cue', { kind: 'dance' }],
    ['a lift out of all bounds', { kind: 'lift', semitones: 40 }],
    ['a tempo of nothing', { kind: 'tempo', tempo: 0 }],
    ['a part without a name', { kind: 'next', part: { place: 1 } }],
    ['a song that is no id', { kind: 'to', item: 'the second one', part: null }],
  ])('is refused where it is %s', async (_name, cue) => {
    const { say } = await beginShow();
    expect((await say(cue as Cue)).status).toBe(422);
  });

  test('is nowhere once the show has ended, and what was played is written down', async () => {
    const { path, set, say, screen } = await beginShow();
    await say(on);
    const played = [
      {
        ...{ item: randomUUID(), beganAt: '2026-11-29T10:03:00.000Z', seconds: 251 },
        ...{ sections: ['Verse', 'Chorus', 'Chorus'], lift: 2 },
      },
    ];
    expect((await server.call('POST', `${path}/end`, { screen, played })).status).toBe(204);
    const now = stageNow.parse((await server.call('GET', path)).body);
    expect([now.show, now.cues]).toEqual([null, []]);
    expect((await say(on)).status).toBe(404);
    const { shows } = (await server.call('GET', `/api/sets/${set}/shows`)).body;
    expect(shows).toMatchObject([{ played: played.map((one) => ({ ...one, songId: null })) }]);
    const { rows } = await server.owner.query(
      'select count(*)::int as count from cues join shows on shows.id = show_id where set_id = $1',
      [set],
    );
    expect(rows).toEqual([{ count: 0 }]);
  });

  test('tells how long songs last that go their own way there, the middle of all times', async () => {
    const made = await server.call('POST', '/api/songs', { text: 'title: Long\n' });
    const songId = made.body.id as string;
    const [own, other] = [randomUUID(), randomUUID()];
    const set = await makeSet([
      { id: own, songId, key: null, notes: '' },
      { id: other, songId, key: null, notes: '', road: 'Verse x2' },
    ]);
    const path = `/api/sets/${set}/stage`;
    for (const seconds of [240, 12, 300, 250]) {
      const screen = randomUUID();
      await server.call('POST', path, { screen });
      const beganAt = '2026-11-29T10:03:00.000Z';
      const played = [own, other].map((item) => ({
        ...{ item, beganAt, seconds: item === own ? seconds : 900, sections: ['Verse'], lift: 0 },
      }));
      const ended = await server.call('POST', `${path}/end`, { screen, played });
      expect(ended.status).toBe(204);
    }
    const { lengths } = (await server.call('GET', `/api/uses/lengths?songs=${songId}`)).body;
    expect(lengths).toEqual([{ songId, seconds: 250, times: 3 }]);
  });

  test('a show that was forgotten is none, and another one begins', async () => {
    const { path, show } = await beginShow();
    await server.owner.query(
      "update shows set last_at = last_at - interval '13 hours' where id = $1",
      [show],
    );
    expect((await server.call('GET', path)).body.show).toBeNull();
    const begun = await server.call('POST', path, { screen: randomUUID() });
    expect(begun.body.id).not.toBe(show);
  });
});

test('without the database nothing is taken; when it is back what was said is taken once, and heard by all', async () => {
  const { path, say } = await beginShow();
  const phone = follow(`${server.url}${path}/events`);
  await until(() => phone.heard.length > 0, 'the show is told');
  server.cable.pull();
  const id = randomUUID();
  expect((await say(on, { id })).status).toBe(503);
  await server.cable.plug();
  for (let tries = 0; (await say(on, { id, ago: 2_000 })).status !== 200; tries += 1) {
    if (tries > 40) throw new Error('The database does not come back.');
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  await say(on);
  await until(() => phone.numbers().length >= 2, 'both are heard');
  expect(phone.numbers()).toEqual([1, 2]);
  phone.end();
});

describe('whoever follows', () => {
  test('hears each cue once and in order, whichever server took it; who comes late hears all', async () => {
    const { path, set, say, show } = await beginShow();
    const { token } = await linkTo(set);
    const early = [
      follow(`${server.url}${path}/events`),
      follow(`${second.url}/api/shared/${token}/stage/events`),
    ];
    await until(() => early.every(({ heard }) => heard.length > 0), 'the show is told');
    for (const place of upTo(30)) await say(on, { at: place % 2 ? second.url : server.url });
    const late = follow(`${second.url}${path}/events`);
    for (const place of upTo(10)) await say(on, { at: place % 2 ? second.url : server.url });
    const all = [...early, late];
    await until(() => all.every(({ numbers }) => numbers().length >= 40), 'all was heard');
    for (const { numbers, heard, end } of all) {
      expect(numbers()).toEqual(upTo(40));
      expect(heard[0]).toMatchObject({ kind: 'show', show: { id: show } });
      end();
    }
  });

  test('loses and doubles nothing on a line that is cut again and again', async () => {
    const { path, say } = await beginShow();
    const phone = follow(`${second.line.url}${path}/events`);
    await until(() => phone.opened() > 0, 'it is there');
    const cutting = setInterval(second.line.cut, 300);
    for (const _ of upTo(200)) {
      await say(on);
      await new Promise((resolve) => setTimeout(resolve, 15));
    }
    clearInterval(cutting);
    await until(() => phone.numbers().length >= 200, 'all was heard');
    expect(phone.numbers()).toEqual(upTo(200));
    expect(phone.opened()).toBeGreaterThan(2);
    phone.end();
  });

  test('hears what was said while a server did not hear the others', async () => {
    const { path, say } = await beginShow();
    const phones = [follow(`${server.url}${path}/events`), follow(`${second.url}${path}/events`)];
    await until(() => phones.every(({ heard }) => heard.length > 0), 'the show is told');
    await server.owner.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and datname = current_database()",
    );
    for (const _ of upTo(5)) await say(on);
    await until(() => phones.every(({ numbers }) => numbers().length >= 5), 'all was heard');
    for (const { numbers, end } of phones) {
      expect(numbers()).toEqual(upTo(5));
      end();
    }
  });

  test('hears that the set, or a song that stands in it, was saved; of other songs nothing', async () => {
    const makeSong = async (title: string) =>
      (await server.call('POST', '/api/songs', { text: `title: ${title}\n` })).body.id as string;
    const [inIt, other] = [await makeSong('In it'), await makeSong('Elsewhere')];
    const set = await makeSet([{ id: randomUUID(), songId: inIt, key: null, notes: '' }]);
    const { token } = await linkTo(set);
    const phone = follow(`${second.url}/api/shared/${token}/stage/events`);
    const told = () => phone.heard.filter(({ kind }) => kind === 'charts').length;
    await until(() => phone.heard.length > 0, 'it is told that nothing is played');
    const save = async (kind: 'songs' | 'sets', id: string, change: object) => {
      const { body } = await server.call('GET', `/api/${kind}/${id}`);
      const { name, date, leader, venue, notes, items } = body;
      const as = kind === 'songs' ? {} : { name, date, leader, venue, notes, items };
      const saved = await server.call(
        'PUT',
        `/api/${kind}/${id}`,
        { ...as, ...change },
        { 'If-Match': `"${body.revision}"` },
      );
      expect(saved.status).toBe(200);
    };
    await save('songs', other, { text: 'title: Elsewhere\nkey: D\n' });
    await save('songs', inIt, { text: 'title: In it\nkey: D\n' });
    await until(() => told() === 1, 'the song is told');
    await save('sets', set, { leader: 'Imre' });
    await until(() => told() === 2, 'the set is told');
    phone.end();
  });

  test('hears of the baton, and of the end', async () => {
    const { path, screen } = await beginShow();
    const phone = follow(`${second.url}${path}/events`);
    await until(() => phone.heard.length > 0, 'the show is told');
    const other = randomUUID();
    await server.call('PUT', `${path}/baton`, { screen: other, takes: true });
    await until(() => phone.heard.length > 1, 'the baton is told');
    expect(phone.heard[1]).toMatchObject({ kind: 'show', show: { baton: { screen: other } } });
    expect((await server.call('POST', `${path}/end`, { screen, played: [] })).status).toBe(409);
    await server.call('POST', `${path}/end`, { screen: other, played: [] });
    await until(() => phone.heard.length > 2, 'the end is told');
    expect(phone.heard[2]).toEqual({ kind: 'show', show: null });
    phone.end();
  });

  test('by a link hears nothing more at once when it is revoked; a link to a song opens no stage', async () => {
    const { path, set, say } = await beginShow();
    const link = await linkTo(set);
    const phone = follow(`${second.url}/api/shared/${link.token}/stage/events`);
    const member = follow(`${second.url}${path}/events`);
    await until(() => phone.heard.length > 0 && member.heard.length > 0, 'the show is told');
    await server.call('DELETE', `/api/shares/${link.id}`);
    await until(phone.isClosed, 'it is closed');
    await say(on);
    await until(() => member.numbers().length > 0, 'others hear it');
    expect(phone.numbers()).toEqual([]);
    phone.end();
    member.end();
    const song = await server.call('POST', '/api/songs', { text: 'title: A\n' });
    const other = await server.call('POST', '/api/shares', { kind: 'song', id: song.body.id });
    const asked = await server.call('GET', `/api/shared/${other.body.token}/stage`);
    expect(asked.status).toBe(404);
  });
});
