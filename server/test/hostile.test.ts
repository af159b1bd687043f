import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { pino } from 'pino';
import { request as httpRequest } from 'node:http';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

interface Asked {
  readonly method?: string;
  readonly path: string;
  readonly headers?: Record<string, string>;
  readonly body?: string | Buffer;
}

/** Sends a request as it is said, which fetch would put right, and gives what came back. */
function ask({ method = 'GET', path, headers = {}, body = '' }: Asked) {
  return new Promise<{ status: number; type: string; allow: string; text: string }>(
    (resolve, reject) => {
      const length = Buffer.byteLength(body);
      const said = length > 0 ? { 'Content-Length': String(length), ...headers } : headers;
      const asking = httpRequest(server.url + path, { method, headers: said }, (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (part: string) => (text += part));
        response.on('end', () => {
          const { 'content-type': type = '', allow = '' } = response.headers;
          resolve({ status: response.statusCode ?? 0, type, allow, text });
        });
      });
      asking.on('error', reject);
      asking.end(body);
    },
  );
}

const json = { 'Content-Type': 'application/json' };
const song = JSON.stringify({ text: 'title: T\n' });
const decided = (chord: string) =>
  `{"text":"title: T\\n\\nA:\\n  1\\n","part":{"hands":{"school":"block and plain","pins":[{"slot":0,"chord":"${chord}","register":60,"left":null,"right":null}],"palette":[],"registers":[],"walks":[]}}}`;
const set = (date: string) => JSON.stringify({ name: 'S', date, leader: '', notes: '', items: [] });
const id = '0190b6a0-0000-7000-8000-00000000abcd';

test.each<[string, Asked, number]>([
  [
    'a charset that nobody knows',
    {
      method: 'POST',
      path: '/api/songs',
      headers: { 'Content-Type': 'application/json; charset=klingon' },
      body: song,
    },
    415,
  ],
  [
    'a charset that is not UTF-8',
    {
      method: 'POST',
      path: '/api/songs',
      headers: { 'Content-Type': 'application/json; charset=utf-16' },
      body: song,
    },
    415,
  ],
  [
    'an encoding that nobody knows',
    {
      method: 'POST',
      path: '/api/songs',
      headers: { ...json, 'Content-Encoding': 'zip' },
      body: song,
    },
    415,
  ],
  [
    'an encoding that it does not have',
    {
      method: 'POST',
      path: '/api/songs',
      headers: { ...json, 'Content-Encoding': 'gzip' },
      body: song,
    },
    400,
  ],
  [
    'a length that is not kept',
    {
      method: 'POST',
      path: '/api/songs',
      headers: { ...json, 'Content-Encoding': 'br' },
      body: song,
    },
    400,
  ],
  [
    'half a body',
    { method: 'POST', path: '/api/songs', headers: json, body: song.slice(0, 9) },
    400,
  ],
  ['a list for an object', { method: 'POST', path: '/api/songs', headers: json, body: '[]' }, 422],
  ['null', { method: 'POST', path: '/api/songs', headers: json, body: 'null' }, 400],
  ['NUL in a search', { path: '/api/songs?search=%00' }, 200],
  ['half a character in a search', { path: '/api/songs?search=%ED%A0%80' }, 200],
  ['a search twice', { path: '/api/songs?search=a&search=b' }, 422],
  ['a search that is an object', { path: '/api/songs?search[a]=b' }, 200],
  ['half an escape', { path: '/api/songs?search=%E0%A4' }, 200],
  ['half an escape in the path', { path: '/api/songs/%E0%A4' }, 404],
  ['a cursor that is none', { path: '/api/songs?after=%00' }, 422],
  ['a limit beyond all bounds', { path: '/api/songs?limit=1e99' }, 422],
  [
    'a year that is none',
    { method: 'POST', path: '/api/sets', headers: json, body: set('0000-01-01') },
    422,
  ],
  [
    'a day that is none',
    { method: 'POST', path: '/api/sets', headers: json, body: set('2026-02-30') },
    422,
  ],
  [
    'NUL in a pin',
    { method: 'POST', path: '/api/songs', headers: json, body: decided('1\\u0000') },
    422,
  ],
  [
    'half a character in a pin',
    { method: 'POST', path: '/api/songs', headers: json, body: decided('1\\ud83d') },
    422,
  ],
  [
    'an id in capitals',
    {
      method: 'POST',
      path: '/api/songs',
      headers: json,
      body: JSON.stringify({ id: id.toUpperCase(), text: 'title: T\n' }),
    },
    201,
  ],
  [
    'the same id in small letters',
    {
      method: 'POST',
      path: '/api/songs',
      headers: json,
      body: JSON.stringify({ id, text: 'title: T\n' }),
    },
    200,
  ],
  [
    'a change of an id in capitals',
    {
      method: 'PUT',
      path: `/api/songs/${id.toUpperCase()}`,
      headers: { ...json, 'If-Match': '"1"' },
      body: JSON.stringify({ text: 'title: U\n' }),
    },
    200,
  ],
  [
    'a version that is none',
    {
      method: 'PUT',
      path: `/api/songs/${id}`,
      headers: { ...json, 'If-Match': '"99999999999"' },
      body: song,
    },
    400,
  ],
  [
    'any version',
    { method: 'PUT', path: `/api/songs/${id}`, headers: { ...json, 'If-Match': '*' }, body: song },
    400,
  ],
  ['no version', { method: 'PUT', path: `/api/songs/${id}`, headers: json, body: song }, 428],
  [
    'a method that is none here',
    { method: 'PATCH', path: '/api/songs', headers: json, body: song },
    405,
  ],
  ['a method that nobody knows', { method: 'PROPFIND', path: '/api/songs' }, 405],
])('%s is answered, and nothing breaks', async (_what, asked, expected) => {
  const { status, type, text } = await ask(asked);
  expect([status, text]).toEqual([expected, expect.any(String)]);
  if (status >= 400) {
    expect(type).toContain('application/problem+json');
    // In our words, not in the validator's.
    expect(text).not.toMatch(/Invalid|expected|received|Unrecognized|Zod/);
  }
});

test('what may be asked is said where something else is (RFC 9110, 10.2.1)', async () => {
  const { allow } = await ask({ method: 'DELETE', path: '/api/songs' });
  expect(allow.split(', ').sort()).toEqual(['GET', 'POST']);
});

// OWASP, “Logging Cheat Sheet”: data to exclude.
test('the log has no word of a song and no key of a link, not even of a query that failed', async () => {
  const lines: string[] = [];
  const log = pino({ level: 'trace' }, { write: (line: string) => void lines.push(line) });
  const logged = await startTestServer({ log });
  const secret = 'quince at the lock';
  try {
    const made = await logged.call('POST', '/api/songs', { text: `title: ${secret}\n` });
    const share = await logged.call('POST', '/api/shares', { kind: 'song', id: made.body.id });
    const { token } = share.body;
    expect((await logged.call('GET', `/api/shared/${token}`)).status).toBe(200);
    await logged.owner.query('alter table songs add constraint refuses check (revision < 2)');
    const path = `/api/songs/${made.body.id}`;
    const text = `title: ${secret}\n\nA:\n  1\n`;
    const saved = await logged.call('PUT', path, { text }, { 'If-Match': '"1"' });
    expect(saved.status).toBe(500);
    await logged.owner.query('alter table songs drop constraint refuses');
    expect((await logged.call('GET', `/api/songs?search=${secret}`)).body.total).toBe(1);
    const all = lines.join('');
    expect(all).not.toContain('quince');
    expect(all).not.toContain(token);
    // What one needs to find the fault is there.
    expect(all).toContain('23514');
    expect(all).toMatch(/update \\"songs\\" set/);
    expect(all).toContain('songs/store');
  } finally {
    await logged.stop();
  }
});

test('a statement that was ended for taking too long is no fault of the request: one can try again', async () => {
  const id = '0190b6a0-0000-7000-8000-00000000beef';
  await server.call('POST', '/api/songs', { id, text: 'title: Slow\n' });
  await server.owner.query('begin; lock table songs in access exclusive mode');
  const asked = server.call('GET', `/api/songs/${id}`);
  // Ended as the time limit ends it, without waiting for that.
  const end =
    "select pg_cancel_backend(pid) as ended from pg_stat_activity where usename = 'intervallum_server' and wait_event_type = 'Lock' and datname = current_database()";
  while ((await server.owner.query(end)).rowCount === 0)
    await new Promise((resolve) => setTimeout(resolve, 20));
  const { status, headers } = await asked.finally(() => server.owner.query('rollback'));
  expect([status, headers.get('Retry-After')]).toEqual([503, '2']);
});
