import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import { startApplication } from '../bin/lib/application.mjs';
import { freePort, startCluster } from '../bin/lib/cluster.mjs';
import { chromiumPath } from '../bin/lib/packages.mjs';
import { editor, fromMenu, openText, section } from './pages.ts';

test('a page whose name was bound to this machine reads nothing and changes nothing', async ({
  baseURL,
  request,
}) => {
  const { port } = new URL(baseURL!);
  // The name leads to loopback, as a rebound name does after its first answer ran out.
  const browser = await chromium.launch({
    executablePath: chromiumPath,
    args: ['--no-sandbox', '--host-resolver-rules=MAP rebound.example.net 127.0.0.1'],
  });
  try {
    const page = await browser.newPage();
    const opened = await page.goto(`http://rebound.example.net:${port}/songs`);
    expect(opened?.status()).toBe(421);
    await expect(page.locator('body')).toContainText('does not answer to this name');
    const answers = await page.evaluate(async () => {
      const json = { 'Content-Type': 'application/json' };
      const text = JSON.stringify({ text: 'title: Rebound\n' });
      const asked = await Promise.all([
        fetch('/api/songs'),
        fetch('/api/songs', { method: 'POST', headers: json, body: text }),
        fetch('/healthz'),
      ]);
      return Promise.all(asked.map(async (answer) => [answer.status, await answer.text()]));
    });
    for (const [status, body] of answers) {
      expect(status).toBe(421);
      expect(body).not.toContain('"songs"');
    }
  } finally {
    await browser.close();
  }
  const found = await (await request.get('/api/songs?search=Rebound')).json();
  expect((found as { total: number }).total).toBe(0);
});

// RFC 9110, 13 and 14: what is asked under a condition or in part.
test('pages are answered in part and under conditions as they should be', async ({ request }) => {
  const ask = (path: string, headers: Record<string, string>) => request.get(path, { headers });
  const page = await (await ask('/songs', {})).text();
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(page)![1]!;
  const plain = { 'Accept-Encoding': 'identity' };
  for (const path of ['/songs', script]) {
    const whole = await ask(path, plain);
    const etag = whole.headers()['etag']!;
    const statuses = [];
    for (const more of [
      { Range: 'bytes=0-9' },
      { Range: 'bytes=999999999-' },
      { Range: 'bytes=nonsense' },
      { 'If-None-Match': etag },
      { 'If-Match': '"another"' },
      { 'If-Unmodified-Since': 'Thu, 01 Jan 1970 00:00:00 GMT' },
    ] as Record<string, string>[])
      statuses.push((await ask(path, { ...plain, ...more })).status());
    expect([path, ...statuses]).toEqual([path, 206, 416, 200, 304, 412, 412]);
  }
});

test('over plain http from another machine all that can work works, and a note says what cannot', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-plain-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(join(folder, 'database'));
  await cluster.createDatabase('plain');
  const [port, linksPort] = [await freePort(), await freePort()];
  const application = await startApplication({
    cluster,
    database: 'plain',
    port,
    webFolder: process.env['WEB_FOLDER'] ?? '',
    quiet: true,
    settings: {
      ALLOWED_HOSTS: `band.example.org:${port}`,
      LINKS_PORT: String(linksPort),
      LINKS_HOST: '127.0.0.1',
      LINKS_URL: `http://band.example.org:${linksPort}`,
    },
  });
  const browser = await chromium.launch({
    executablePath: chromiumPath,
    args: ['--no-sandbox', '--host-resolver-rules=MAP band.example.org 127.0.0.1'],
  });
  try {
    const page = await browser.newPage();
    await page.goto(`http://band.example.org:${port}/songs`);
    await page.getByRole('button', { name: 'Odile Farrow' }).click();
    const note = page.getByRole('complementary', { name: 'About this connection' });
    await expect(note).toContainText('MIDI keyboards');
    await page.getByRole('link', { name: 'The Ferry Bell' }).click();
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type('\nPlain:\n  6m');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect(section(page, 'Plain')).toBeVisible();
    // The note takes its room from the screen, whose foot stays in the window.
    const below = () =>
      page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
    expect(await below()).toBeLessThanOrEqual(0);

    await fromMenu(page, 'Share');
    await page.getByRole('button', { name: 'Make a link' }).click();
    const address = await page.getByLabel('Open links').locator('code').innerText();
    expect(address).toContain(`http://band.example.org:${linksPort}/s/`);
    await page.goto(address);
    await expect(section(page, 'Plain')).toBeVisible();
    await expect(note).toContainText('a screen that stays awake');
    await note.getByRole('button', { name: 'Close this note' }).click();
    await expect(note).toHaveCount(0);
    await page.goto(`http://band.example.org:${linksPort}/songs`);
    await expect(page.locator('body')).toContainText('There is nothing at this address');
  } finally {
    await browser.close();
    await application.stop();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
