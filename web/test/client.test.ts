import './storage.ts';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { z } from 'zod';
import { plainSet, problemKinds, problemType } from '@intervallum/contract';
import { ask } from '../src/queries/client.ts';
import { api } from '../src/queries/resources.ts';

/** What the server of this test answers next, and what it was asked last. */
let next: { status: number; body: string | null; hangs?: boolean } = { status: 200, body: '{}' };
let asked: { method: string; url: string; headers: IncomingMessage['headers']; body: string };

let server: Server;
const realFetch = globalThis.fetch;
beforeAll(async () => {
  server = createServer((request, response) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += part.toString()));
    request.on('end', () => {
      const { method = '', url = '', headers } = request;
      asked = { method, url, headers, body };
      if (next.hangs) return;
      response.writeHead(next.status);
      response.end(next.body);
    });
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  // A page asks its own server by a path alone.
  globalThis.fetch = (input, init) => realFetch(`http://127.0.0.1:${port}${String(input)}`, init);
});
afterAll(() => {
  globalThis.fetch = realFetch;
  server.closeAllConnections();
  server.close();
});
afterEach(() => {
  next = { status: 200, body: '{}' };
});

const shape = z.object({ name: z.string() });
const problem = (kind: string, more: object = {}) =>
  JSON.stringify({
    type: problemType(kind as never),
    title: 't',
    status: 400,
    detail: 'Why.',
    ...more,
  });

describe('an answer', () => {
  test.each([
    [200, '{"name":"a","more":1}', { kind: 'ok', value: { name: 'a' } }],
    [200, '{"name":1}', { kind: 'refused' }],
    [200, '[]', { kind: 'refused' }],
    // A page in the place of an answer, as from something between the two.
    [200, '<html>', { kind: 'unreachable' }],
    [502, '<html>', { kind: 'unreachable' }],
    [404, problem('not-found'), { kind: 'missing', message: 'Why.' }],
    [404, '{}', { kind: 'missing', message: 'The server refused (404).' }],
    [
      412,
      problem('stale', { current: { revision: 3 } }),
      { kind: 'stale', current: { revision: 3 } },
    ],
    [400, problem('invalid'), { kind: 'refused', message: 'Why.' }],
    // Whoever signs in again goes on: it is tried until then.
    [401, problem('signed-out'), { kind: 'unreachable', isSignedOut: true }],
    [413, problem('too-large'), { kind: 'refused', message: 'Why.' }],
    [503, problem('database-unavailable'), { kind: 'unreachable' }],
    [500, problem('internal'), { kind: 'unreachable', message: 'Why.' }],
  ])('%i with %s is %j', async (status, body, answer) => {
    next = { status, body };
    expect(await ask(shape, '/thing')).toMatchObject(answer);
  });

  test('of nothing is nothing', async () => {
    next = { status: 204, body: null };
    expect(await ask(z.null(), '/thing')).toEqual({ kind: 'ok', value: null });
  });

  test('of every kind of refusal is told in a sentence, and only what may pass is worth trying again', async () => {
    for (const kind of problemKinds) {
      const status = kind === 'database-unavailable' ? 503 : kind === 'internal' ? 500 : 400;
      next = { status, body: problem(kind, { status }) };
      const answer = await ask(shape, '/thing');
      if (answer.kind === 'stale') continue;
      const mayPass = status >= 500 || kind === 'signed-out';
      expect(answer.kind).toBe(mayPass ? 'unreachable' : 'refused');
      expect(answer).toHaveProperty('message', expect.stringMatching(/\w.*\.$/));
    }
  });

  test('that never comes can be given up; a server that is gone does not answer', async () => {
    next = { status: 200, body: '', hangs: true };
    const giveUp = new AbortController();
    const waiting = ask(shape, '/thing', { signal: giveUp.signal });
    setTimeout(() => giveUp.abort(), 20);
    await expect(waiting).rejects.toMatchObject({ name: 'AbortError' });

    const ours = globalThis.fetch;
    globalThis.fetch = () => realFetch('http://127.0.0.1:1/');
    expect(await ask(shape, '/thing')).toMatchObject({ kind: 'unreachable' });
    globalThis.fetch = ours;
  });
});

describe('a question', () => {
  const id = '5e0c4d0a-8f6d-4a55-9d0e-0a4f8a1b2c3d';

  test('says the revision that it starts from, and its body as what it is', async () => {
    await api.saveSong(id, { text: 'title: É' }, 7);
    expect(asked).toMatchObject({
      method: 'PUT',
      url: `/api/songs/${id}`,
      body: '{"text":"title: É"}',
    });
    expect(asked.headers['if-match']).toBe('"7"');
    expect(asked.headers['content-type']).toBe('application/json');
    // Two saves of one tab are of one screen.
    const screen = asked.headers['screen-id'];
    expect(screen).toMatch(/^[\da-f-]{36}$/);
    await api.saveSet(id, plainSet({ name: 'S' }), 1);
    expect(asked.headers['screen-id']).toBe(screen);
    await api.song(id);
    expect(asked).toMatchObject({ method: 'GET', body: '' });
    expect(asked.headers).not.toHaveProperty('if-match');
    expect(asked.headers).not.toHaveProperty('content-type');
  });

  test.each([
    ['', null, ''],
    ['a b', null, '?search=a+b'],
    ['5&6=é', 'x/y', '?search=5%266%3D%C3%A9&after=x%2Fy'],
  ])('for songs with %j from %j on is asked for as it was typed', async (search, after, query) => {
    await api.songs({ search }, { after });
    expect(asked.url.replace(/[?&]today=[\d-]{10}/, '').replace(/^(\S+?songs)&/, '$1?')).toBe(
      `/api/songs${query}`,
    );
    const sent = new URLSearchParams(asked.url.split('?')[1]);
    expect([sent.get('search') ?? '', sent.get('after')]).toEqual([search, after]);
  });

  test('for what a link opens keeps whatever the link says in its place', async () => {
    await api.shared('../songs?x=1');
    expect(asked.url).toBe('/api/shared/..%2Fsongs%3Fx%3D1');
  });
});
