import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { tmpdir } from 'node:os';
import { checkServerIdentity } from 'node:tls';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { startApplication } from '../lib/application.mjs';
import { freePort, startCluster } from '../lib/cluster.mjs';
import { prepare } from '../lib/prepare.mjs';

let folder = '';
let ports = { all: 0, links: 0 };
let certificate = '';
let cookie = '';
/** @type {(() => Promise<void>)[]} */
const running = [];

beforeAll(async () => {
  await prepare();
  folder = mkdtempSync(join(tmpdir(), 'intervallum-links-'));
  chmodSync(folder, 0o755);
  const pages = join(folder, 'pages');
  mkdirSync(join(pages, 'assets'), { recursive: true });
  writeFileSync(join(pages, 'index.html'), '<p>The page</p>');
  writeFileSync(join(pages, 'index.html.br'), 'compressed');
  writeFileSync(join(pages, 'assets/script.js'), '1;');
  const made = await generate([{ name: 'commonName', value: 'localhost' }], {
    extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: 'localhost' }] }],
  });
  certificate = made.cert;
  writeFileSync(join(folder, 'cert.pem'), made.cert);
  writeFileSync(join(folder, 'key.pem'), made.private);
  const cluster = await startCluster(join(folder, 'database'));
  running.push(cluster.stop);
  await cluster.createDatabase('links');
  ports = { all: await freePort(), links: await freePort() };
  const application = await startApplication({
    cluster,
    database: 'links',
    port: ports.all,
    webFolder: pages,
    quiet: true,
    settings: {
      LINKS_PORT: String(ports.links),
      LINKS_HOST: '127.0.0.1',
      LINKS_URL: 'https://band.example.org/',
      TLS_CERT: join(folder, 'cert.pem'),
      TLS_KEY: join(folder, 'key.pem'),
    },
  });
  running.push(application.stop);
}, 180_000);
afterAll(async () => {
  for (const stop of running.reverse()) await stop();
  rmSync(folder, { recursive: true, force: true });
});

/**
 * @param {number} port
 * @param {string} path
 * @param {{ method?: string, host?: string, body?: object }} [options]
 * @returns {Promise<{ status: number, text: string, cookie: string }>}
 */
function ask(port, path, { method = 'GET', host, body } = {}) {
  return new Promise((resolve, reject) => {
    const asked = https.request({
      port,
      path,
      method,
      host: 'localhost',
      ca: certificate,
      agent: false,
      // Whatever host is asked for, it is this server that has to show its certificate.
      servername: 'localhost',
      checkServerIdentity: (_name, shown) => checkServerIdentity('localhost', shown),
      headers: {
        ...(cookie ? { Cookie: cookie } : {}),
        ...(host ? { Host: host } : {}),
        ...(body ? { 'Content-Type': 'application/json' } : {}),
      },
    });
    asked.on('error', (error) => reject(new Error(`${method} ${path}: ${error.message}`)));
    asked.on('response', (answer) => {
      let text = '';
      answer.setEncoding('utf8').on('data', (part) => (text += part));
      answer.on('end', () =>
        resolve({
          status: answer.statusCode ?? 0,
          text,
          cookie: answer.headers['set-cookie']?.[0] ?? '',
        }),
      );
    });
    asked.end(body && JSON.stringify(body));
  });
}

describe('links served by themselves', () => {
  let token = '';
  let song = '';
  beforeAll(async () => {
    const { demo } = JSON.parse((await ask(ports.all, '/api/installation')).text);
    const body = { personId: demo[0].personId };
    const signedIn = await ask(ports.all, '/api/demo/session', { method: 'POST', body });
    // Over TLS it is bound to this host and never sent without.
    expect(signedIn.cookie).toMatch(
      /^__Host-intervallum=[\w-]{43}; Max-Age=\d+; Path=\/; Expires=[^;]+; HttpOnly; Secure; SameSite=Strict$/,
    );
    cookie = signedIn.cookie.split(';')[0] ?? '';
    const { songs } = JSON.parse((await ask(ports.all, '/api/songs')).text);
    song = songs[0].id;
    const made = await ask(ports.all, '/api/shares', {
      method: 'POST',
      body: { kind: 'song', id: song },
    });
    token = JSON.parse(made.text).token;
  });

  test('open there, with their data and files', async () => {
    for (const page of ['', '/stand', '/stage'])
      expect(await ask(ports.links, `/s/${token}${page}`)).toMatchObject({
        status: 200,
        text: '<p>The page</p>',
      });
    expect((await ask(ports.links, '/assets/script.js')).status).toBe(200);
    const data = await ask(ports.links, `/api/shared/${token}`);
    expect([data.status, JSON.parse(data.text).kind]).toEqual([200, 'song']);
  });

  test('take what is practised by a learner’s link, and nothing by one for reading', async () => {
    const learner = { chords: 'plain', hands: 'right', tempo: 60 };
    const made = await ask(ports.all, '/api/shares', {
      method: 'POST',
      body: { kind: 'song', id: song, learner },
    });
    const round = {
      ...{ id: crypto.randomUUID(), kind: 'round', at: '2026-11-29T18:00:00Z', day: '2026-11-29' },
      ...{ seconds: 40, songId: song, title: '', section: 'Verse', rung: 'right', pushes: 0 },
      ...{
        bars: null,
        way: 'in time',
        tempo: 60,
        goal: 80,
        isClean: true,
        isWhole: true,
        weak: [],
      },
    };
    const write = (/** @type {string} */ by) =>
      ask(ports.links, `/api/shared/${by}/log`, { method: 'POST', body: { entries: [round] } });
    expect((await write(JSON.parse(made.text).token)).status).toBe(204);
    expect((await write(token)).status).toBe(403);
  });

  test('and nothing else does, in whatever way it is asked for', async () => {
    const paths = [
      '/',
      '/index.html',
      '/index%2ehtml',
      '/INDEX.HTML',
      '/index.html.br',
      '/%E0%A4%A',
      '/songs',
      '/healthz',
      '/api/songs',
      `/api/songs/${song}`,
      `/api/songs/${song}/versions`,
      `/api/shares?kind=song&id=${song}`,
      '/api/sets',
      '/s',
      `/s/${token}/songs`,
      '/s/../songs',
      '/S/../api/songs',
      `/api/shared/${token}/../../songs`,
      '/assets/../index.html',
      '/assets/%2e%2e/index.html',
    ];
    for (const path of paths)
      expect([path, (await ask(ports.links, path)).status]).toEqual([path, 404]);
    for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
      for (const path of ['/api/songs', `/api/songs/${song}`, `/api/shared/${token}`])
        expect((await ask(ports.links, path, { method, body: {} })).status).toBeGreaterThanOrEqual(
          404,
        );
    const { songs } = JSON.parse((await ask(ports.all, '/api/songs')).text);
    expect(songs.map((/** @type {{ id: string }} */ { id }) => id)).toContain(song);
  });

  test('by addresses in numbers and by the name they were given, by no other', async () => {
    const statusAt = async (/** @type {string} */ host) =>
      (await ask(ports.links, `/api/shared/${token}`, { host })).status;
    for (const host of ['192.168.1.20:4871', '10.0.0.5', '[fe80::1]:4871', 'band.example.org'])
      expect([host, await statusAt(host)]).toEqual([host, 200]);
    for (const host of ['rebound.example.net', '1.2.3.4.example.net', '[x]:1', '999.1.1.1'])
      expect([host, await statusAt(host)]).toEqual([host, 421]);
    // The whole application goes by no numbers but its own.
    expect((await ask(ports.all, '/api/songs', { host: '192.168.1.20' })).status).toBe(421);
  });

  test('are shown with the address that others know', async () => {
    const { address } = JSON.parse((await ask(ports.all, `/api/shares?kind=song&id=${song}`)).text);
    expect(address).toBe('https://band.example.org');
  });

  test('speak https where there is a certificate, both of them, and nothing plain', async () => {
    for (const port of [ports.all, ports.links])
      await expect(
        new Promise((resolve, reject) => {
          http.get({ port, host: '127.0.0.1', path: `/s/${token}` }, resolve).on('error', reject);
        }),
      ).rejects.toThrow();
  });
});
