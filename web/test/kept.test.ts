import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { noDecisions } from '@intervallum/core';
import { problemType } from '@intervallum/contract';

const { findKept, putKept } = await import('../src/device/storage/keptBox.ts');
const { keepSongs, keptNames, orKeptApi } = await import('../src/queries/kept.ts');

const id = '0199b2f0-0000-7000-8000-000000000001';
const name = keptNames.song(id);
const song = (revision: number, of = id) => ({
  id: of,
  revision,
  savedAt: '2026-11-26T10:00:00Z',
  text: `title: Take ${revision}\n`,
  part: { revision: 0, decisions: noDecisions },
});

type Reply = { readonly status: number; readonly body: unknown } | 'none' | Promise<Reply>;
const ok = (body: unknown) => ({ status: 200, body });
const notFound = {
  status: 404,
  body: { type: problemType('not-found'), title: 'Not found', status: 404, detail: 'No song.' },
};

let reply: (path: string) => Reply;
const asked: string[] = [];
beforeEach(() => {
  asked.length = 0;
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick', 'performance'] });
  globalThis.fetch = (async (path: string) => {
    asked.push(String(path));
    const given = await reply(String(path));
    if (given === 'none') throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify(given.body), { status: given.status });
  }) as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});

/** Until everything that is under way without a clock is done. */
const settled = async () => {
  for (let turn = 0; turn < 30; turn += 1) await new Promise((resolve) => setImmediate(resolve));
};

async function open(given: Reply) {
  reply = () => given;
  const answer = orKeptApi.song(id);
  await settled();
  return answer;
}

describe('a song that was opened with a network', () => {
  test('is there without one, as it was last; with one again it is what the server has', async () => {
    await open(ok(song(1)));
    await settled();
    await open(ok(song(2)));
    await settled();
    expect(await open('none')).toMatchObject({ kind: 'ok', value: { revision: 2 } });
    expect(await open({ status: 503, body: {} })).toMatchObject({ kind: 'ok' });
    expect(await open(ok(song(3)))).toMatchObject({ kind: 'ok', value: { revision: 3 } });
  });

  test('is there after four seconds where the server is silent, whose answer counts the next time', async () => {
    await open(ok(song(4)));
    await settled();
    let answer: (reply: Reply) => void = () => undefined;
    reply = () => new Promise<Reply>((resolve) => (answer = resolve));
    const opening = orKeptApi.song(id);
    const done = jest.fn();
    void opening.then(done);
    await settled();
    jest.advanceTimersByTime(3_900);
    await settled();
    expect(done).not.toHaveBeenCalled();
    jest.advanceTimersByTime(200);
    expect(await opening).toMatchObject({ kind: 'ok', value: { revision: 4 } });
    answer(ok(song(5)));
    await settled();
    expect(await open('none')).toMatchObject({ kind: 'ok', value: { revision: 5 } });
  });

  test('is kept no longer than the server has it', async () => {
    await open(ok(song(6)));
    await settled();
    expect((await open(notFound)).kind).toBe('missing');
    await settled();
    expect((await open('none')).kind).toBe('unreachable');
  });

  test('is not taken for one where what was kept is of a shape that is no longer known', async () => {
    await putKept(name, { at: 1, value: { id, revision: 'seven' } });
    expect((await open('none')).kind).toBe('unreachable');
  });
});

test('a list is there as a whole; what is searched for is not, since the server finds it', async () => {
  const signal = new AbortController().signal;
  const page = { after: null, signal };
  const list = { songs: [], total: 0, next: null };
  reply = () => ok(list);
  await orKeptApi.songs({}, page);
  await orKeptApi.songs({ search: 'bell' }, page);
  await settled();
  reply = () => 'none';
  expect(await orKeptApi.songs({}, page)).toMatchObject({ kind: 'ok', value: list });
  expect((await orKeptApi.songs({ search: 'bell' }, page)).kind).toBe('unreachable');
  expect((await orKeptApi.songs({}, { ...page, after: 'further' })).kind).toBe('unreachable');
});

test('songs of a set are kept one after the other, those of this hour not again, until there is no answer', async () => {
  const ids = ['2', '3', '4', '5'].map((end) => `${id.slice(0, -1)}${end}`);
  const [fresh, old, next, last] = ids as [string, string, string, string];
  await putKept(keptNames.song(fresh), { at: Date.now() - 60_000, value: song(1, fresh) });
  await putKept(keptNames.song(old), { at: Date.now() - 2 * 60 * 60_000, value: song(1, old) });
  reply = (path) => (path.endsWith(next) ? 'none' : ok(song(9, path.split('/').at(-1))));
  const keeping = keepSongs(ids);
  await settled();
  await keeping;
  expect(asked).toEqual([`/api/songs/${old}`, `/api/songs/${next}`]);
  await settled();
  expect(await findKept(keptNames.song(old))).toMatchObject({ value: { revision: 9 } });
  expect(await findKept(keptNames.song(last))).toBeNull();
});

test('a browser that keeps nothing answers as the server does, and says once why', async () => {
  const warned = jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  const denied = jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(() => {
    throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
  });
  try {
    expect(await open(ok(song(7)))).toMatchObject({ kind: 'ok', value: { revision: 7 } });
    expect((await open('none')).kind).toBe('unreachable');
    await settled();
    expect(warned).toHaveBeenCalledTimes(1);
  } finally {
    denied.mockRestore();
    warned.mockRestore();
  }
});
