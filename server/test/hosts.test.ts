import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { connect } from 'node:net';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
let port = '';
beforeAll(async () => {
  server = await startTestServer();
  ({ port } = new URL(server.url));
});
afterAll(() => server.stop());

/** Sends lines as they are, which no client library would, and gives the status and the body of the answer. */
function send(...lines: readonly string[]): Promise<{ status: number; answer: string }> {
  return new Promise((resolve, reject) => {
    const socket = connect(Number(port), '127.0.0.1');
    let answer = '';
    socket.setEncoding('utf8').on('data', (part: string) => (answer += part));
    socket.on('error', reject);
    socket.on('end', () => resolve({ status: Number(answer.split(' ')[1]), answer }));
    socket.write(`${[...lines, 'Connection: close'].join('\r\n')}\r\n\r\n`);
  });
}

const here = (host: string) => host.replace('PORT', port);
const get = (...headers: readonly string[]) =>
  send('GET /api/songs HTTP/1.1', ...headers.map((header) => here(header)));
const post = (...headers: readonly string[]) =>
  send('POST /api/songs HTTP/1.1', ...headers.map((header) => here(header)), 'Content-Length: 0');
const count = async () => (await server.call('GET', '/api/songs')).body.total as number;

describe('the names that the application answers to', () => {
  test.each([
    ['127.0.0.1:PORT', 200],
    ['localhost:PORT', 200],
    ['LocalHost:PORT', 200],
    ['[::1]:PORT', 200],
    ['band.example.org', 200],
    ['Band.Example.org', 200],
    // OWASP's and the browsers' case: a name of somebody else's that was bound to this address.
    ['rebound.example.net:PORT', 421],
    ['127.0.0.1.example.net:PORT', 421],
    ['127.0.0.1', 421],
    ['127.0.0.1:1', 421],
    ['localhost:PORT@example.net', 421],
    ['band.example.org:PORT', 421],
    ['[::2]:PORT', 421],
    ['0.0.0.0:PORT', 421],
    ['', 421],
  ])('%s: %i', async (host, expected) => {
    const { status, answer } = await get(`Host: ${host}`);
    expect(status).toBe(expected);
    expect(answer.includes('application/problem+json')).toBe(expected !== 200);
  });

  test('pages and links are behind the same door', async () => {
    for (const path of ['/', '/songs', '/s/nothing', '/healthz', '/api/shared/x'])
      expect((await send(`GET ${path} HTTP/1.1`, 'Host: rebound.example.net')).status).toBe(421);
  });

  test('two names at once, or none, are refused (RFC 9112, 3.2)', async () => {
    const twice = ['Host: 127.0.0.1:PORT', 'Host: rebound.example.net'];
    expect((await get(...twice)).status).toBe(400);
    expect((await get(...twice.toReversed())).status).toBe(400);
    expect((await get()).status).toBe(400);
  });
});

describe('changes come from pages of the host that they go to', () => {
  test.each([
    ['of its own', 'Origin: http://127.0.0.1:PORT', 422],
    ['of none: a program, not a page', 'Accept: */*', 422],
    ['of another name for it', 'Origin: http://localhost:PORT', 403],
    ['of another port', 'Origin: http://127.0.0.1:1', 403],
    ['of a foreign site', 'Origin: https://example.net', 403],
    ['of a page in a sandbox', 'Origin: null', 403],
    ['of no origin at all', 'Origin: nonsense', 403],
    ['of a foreign site, as the browser says', 'Sec-Fetch-Site: cross-site', 403],
  ])('%s', async (_what, header, expected) => {
    const before = await count();
    const { status } = await post('Host: 127.0.0.1:PORT', header);
    expect(status).toBe(expected);
    expect(await count()).toBe(before);
  });

  test('behind a proxy they come from the name that is configured', async () => {
    const proxied = ['Host: band.example.org', 'Origin: https://band.example.org'];
    expect((await post(...proxied)).status).toBe(422);
    expect((await post('Host: band.example.org', 'Origin: http://127.0.0.1:PORT')).status).toBe(
      403,
    );
  });
});
