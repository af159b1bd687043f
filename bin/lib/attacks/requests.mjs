import { randomUUID } from 'node:crypto';
import http from 'node:http';
import { demoCookie } from '../demoCookie.mjs';

/**
 * Sends what no page sends: every path in every way, with bodies, headers and ids that are wrong in some way. Nothing may be
 * answered with a status of 500 or more, every refusal is problem details (RFC 9457) without the insides of the server, and
 * the server is well afterwards.
 * @param {import('../attack.mjs').World} world
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export async function hostileRequests({ url, isQuick }) {
  const cookie = await demoCookie(url);
  const made = await (
    await fetch(`${url}/api/songs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Cookie: cookie },
      body: JSON.stringify({ text: 'title: Attacked\n' }),
    })
  ).json();
  const id = String(/** @type {{ id: string }} */ (made).id);
  /** @type {string[]} */
  const wrong = [];
  let count = 0;
  let refused = 0;
  for (const asked of requests(id)) {
    count += 1;
    if (isQuick && count % 3 !== 0) continue;
    const headers = { Cookie: cookie, ...asked.headers };
    const { status, type, text } = await send(url, { ...asked, headers });
    const name = `${asked.method} ${asked.path.slice(0, 60)} ${JSON.stringify(asked.headers).slice(0, 80)}`;
    if (status >= 400) refused += 1;
    if (status === 0 || status >= 500) wrong.push(`${name}: ${status}`);
    else if (status >= 400 && asked.path.startsWith('/api') && !type.includes('problem+json'))
      wrong.push(`${name}: ${status} as ${type || 'nothing'}`);
    if (/node_modules|at .*\.js:\d+|select .* from|invalid input syntax/i.test(text))
      wrong.push(`${name}: the insides of the server`);
  }
  const isWell = (await fetch(`${url}/healthz`)).status === 200;
  const sent = isQuick ? Math.floor(count / 3) : count;
  return {
    holds: wrong.length === 0 && isWell && refused > sent / 2,
    figure: `${sent} sent, ${refused} refused, ${wrong.length} wrong${wrong.length > 0 ? ` (${wrong.slice(0, 5).join('; ')})` : ''}`,
  };
}

/**
 * @typedef {{ method: string, path: string, headers: Record<string, string>, body: string | Buffer }} Asked
 */

/** @param {string} id @returns {Generator<Asked>} */
function* requests(id) {
  const json = { 'Content-Type': 'application/json' };
  const song = JSON.stringify({ text: 'title: T\n' });
  const paths = [
    '/api/songs',
    `/api/songs/${id}`,
    `/api/songs/${id}/restore`,
    `/api/songs/${id}/versions`,
    `/api/songs/${id}/versions/1`,
    `/api/songs/${id}/attachments?id=${randomUUID()}&name=a.pdf`,
    `/api/attachments/${id}`,
    `/api/attachments/${id}/content`,
    `/api/trash/attachments/${id}`,
    '/api/sets',
    `/api/sets/${id}`,
    '/api/shares',
    `/api/shares/${id}`,
    '/api/shared/xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx',
    '/api/session',
    '/api/session/team',
    '/api/account/password',
    '/api/account/address',
    '/api/account/deletion',
    '/api/password-reset',
    '/api/confirmation',
    '/api/invitation',
    '/api/invitation/sign-up',
    '/api/installation/owner',
    '/api/demo/session',
    '/api/team',
    '/api/teams',
    `/api/people/${id}/role`,
    '/api/invitations',
    '/api/audit?after=x',
    '/healthz',
    '/s/xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx',
    '/',
  ];
  const bodies = [
    '',
    '{',
    'null',
    '[]',
    '""',
    '1e999',
    '{"text":7}',
    '{"text":"a\\u0000b"}',
    '{"text":"\\ud800"}',
    '{"__proto__":{"text":"x"}}',
    `{"text":"${'x'.repeat(100_001)}"}`,
    `${'['.repeat(20_000)}${']'.repeat(20_000)}`,
    Buffer.from([0xff, 0xfe, 0x00, 0x7b]),
  ];
  for (const method of ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'PROPFIND'])
    for (const path of paths) {
      // What is deleted, or signed out, cannot be attacked any more.
      if (method === 'DELETE' && [`/api/songs/${id}`, '/api/session', '/api/team'].includes(path))
        continue;
      yield { method, path, headers: json, body: '' };
      if (['POST', 'PUT'].includes(method))
        for (const body of bodies)
          yield { method, path, headers: { ...json, 'If-Match': '"1"' }, body };
    }
  /** @type {Record<string, string>[]} */
  const strange = [
    { 'Content-Type': 'text/plain' },
    { 'Content-Type': 'application/json; charset=klingon' },
    { 'Content-Type': 'multipart/form-data; boundary=x' },
    { ...json, 'Content-Encoding': 'zip' },
    { ...json, 'Content-Encoding': 'gzip' },
    { ...json, 'If-Match': '*' },
    { ...json, 'If-Match': '"99999999999999999999"' },
    { ...json, 'If-Match': '"1", "2"' },
    { ...json, 'Screen-Id': "'; drop table songs; --" },
    { ...json, Origin: 'null' },
    { ...json, Origin: 'https://elsewhere.example' },
    { ...json, 'Sec-Fetch-Site': 'cross-site' },
    { ...json, Range: 'bytes=9-1' },
    { ...json, Range: 'bytes=999999999-' },
    { ...json, 'If-None-Match': '"' },
    { ...json, 'If-Modified-Since': 'never' },
    { ...json, Expect: '100-continue' },
    { ...json, Cookie: `a=${'b'.repeat(4_000)}` },
    { ...json, 'X-Forwarded-Host': 'elsewhere.example', 'X-Forwarded-Proto': 'gopher' },
  ];
  for (const headers of strange) {
    yield { method: 'PUT', path: `/api/songs/${id}`, headers, body: song };
    yield { method: 'POST', path: '/api/songs', headers, body: song };
    yield { method: 'GET', path: '/', headers, body: '' };
  }
  const bytes = { 'Content-Type': 'application/octet-stream' };
  const files = `/api/songs/${id}/attachments`;
  const paper = '%PDF-1.7';
  for (const query of [
    '',
    '?id=1',
    `?id=${randomUUID()}&name=${'x'.repeat(200)}`,
    `?id=${randomUUID()}&name=%00`,
    `?id=${randomUUID()}&name=%E2%80%AE`,
    `?id=${randomUUID()}&name=a&name=b`,
    `?id=${randomUUID()}&name=..%2F..%2Fetc%2Fpasswd`,
    `?id[]=${randomUUID()}&name[x]=1`,
  ])
    yield { method: 'POST', path: files + query, headers: bytes, body: paper };
  for (const body of [...bodies, '<svg onload=alert(1)>', 'ID3', 'RIFF', 'OggS', paper])
    yield {
      method: 'POST',
      path: `${files}?id=${randomUUID()}&name=a.pdf`,
      headers: bytes,
      body,
    };
  for (const more of strange)
    yield {
      method: 'POST',
      path: `${files}?id=${randomUUID()}&name=a.pdf`,
      headers: { ...more, ...bytes },
      body: paper,
    };
  const searches = [
    '%00',
    '%',
    '_%25_',
    "'--",
    '%ff',
    '%ED%A0%80',
    '(((',
    '\\\\',
    'x'.repeat(300),
    '🎹'.repeat(90),
    '%0a%0d',
  ];
  for (const search of searches)
    yield { method: 'GET', path: `/api/songs?search=${encodeURI(search)}`, headers: {}, body: '' };
  for (const query of [
    'limit=0',
    'limit=-1',
    'limit=1e9',
    'limit=a',
    'after=x',
    'after=',
    'search=a&search=b',
    'search[]=a',
  ])
    yield { method: 'GET', path: `/api/songs?${query}`, headers: {}, body: '' };
  for (const name of [
    '..',
    '%2e%2e',
    'null',
    '0',
    `${id}'`,
    id.toUpperCase(),
    `${id}%00`,
    'x'.repeat(2_000),
    '%',
    '%c0%af',
  ])
    for (const path of [
      `/api/songs/${name}`,
      `/api/sets/${name}`,
      `/api/shared/${name}`,
      `/s/${name}`,
      `/assets/${name}`,
    ])
      yield { method: 'GET', path, headers: {}, body: '' };
  for (const date of [
    '0000-01-01',
    '2026-02-30',
    '10000-01-01',
    '2026-1-1',
    'infinity',
    'now',
    '-0001-01-01',
  ])
    yield {
      method: 'POST',
      path: '/api/sets',
      headers: json,
      body: JSON.stringify({ name: 'S', date, leader: '', notes: '', items: [] }),
    };
  for (const name of ['', ' ', '\u202e', '\u0085', 'x'.repeat(121), '\ud800'])
    yield {
      method: 'POST',
      path: '/api/sets',
      headers: json,
      body: JSON.stringify({ name, date: null, leader: name, notes: '', items: [] }),
    };
  for (const items of [
    [{}],
    [{ id, songId: id, key: 'H', notes: '' }],
    Array.from({ length: 61 }, () => ({ id, songId: id, key: null, notes: '' })),
  ])
    yield {
      method: 'POST',
      path: '/api/sets',
      headers: json,
      body: JSON.stringify({ name: 'S', date: null, leader: '', notes: '', items }),
    };
}

/**
 * @param {string} url
 * @param {Asked} asked
 * @returns {Promise<{ status: number, type: string, text: string }>} status 0 where nothing came back
 */
function send(url, { method, path, headers, body }) {
  return new Promise((resolve) => {
    const length = Buffer.byteLength(body);
    const said = length > 0 ? { 'Content-Length': String(length), ...headers } : headers;
    const nothing = { status: 0, type: '', text: '' };
    const asking = http.request(
      url + path,
      { method, headers: said, agent: false, timeout: 10_000 },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8').on('data', (part) => (text += part));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            type: answer.headers['content-type'] ?? '',
            text,
          }),
        );
        answer.on('error', () => resolve(nothing));
      },
    );
    asking.on('timeout', () => asking.destroy());
    asking.on('error', () => resolve(nothing));
    asking.end(body);
  });
}
