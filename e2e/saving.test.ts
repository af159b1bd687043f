import { mkdtempSync, readFileSync, rmSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { startApplication } from '../bin/lib/application.mjs';
import { fetchAs } from '../bin/lib/demoCookie.mjs';
import { freePort, lookAfter, startCluster } from '../bin/lib/cluster.mjs';
import {
  editor,
  expectAccessible,
  fromMenu,
  openText,
  replaceText,
  section,
  writeSong,
  withoutLive,
} from './pages.ts';
import { signInAs } from './signIn.ts';

const chart = (title: string) => `title: ${title}\nkey: D\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n`;

test('two screens never overwrite each other: both versions are offered', async ({
  page,
  browser,
}) => {
  await withoutLive(page);
  await writeSong(page, chart('Two Screens'));
  const other = await (await browser.newContext()).newPage();
  await withoutLive(other);
  await other.goto(page.url());
  await expect(section(other, 'Verse')).toBeVisible();

  await replaceText(page, chart('Two Screens').replace('5 | 1', '57 | 1'));
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await replaceText(other, chart('Two Screens').replace('1 | 4', '1 | 4m6'));
  const choice = other.getByRole('alertdialog', { name: 'Saved from somewhere else' });
  await expect(choice).toContainText('4m6');
  await expect(choice).toContainText('57');
  await choice.getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();

  // The other one touched the same line.
  await replaceText(page, `${chart('Two Screens').replace('1 | 4', '1 | 2m7')}\nTag:\n  1\n`);
  await page
    .getByRole('alertdialog')
    .getByRole('button', { name: 'Take the other version' })
    .click();
  await expect(editor(page)).toContainText('4m6');
  await expect(section(page, 'Tag')).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('with the database gone the edit is kept, and saved when it is back', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-outage-'));
  chmodSync(folder, 0o755);
  const data = join(folder, 'database');
  let cluster = await startCluster(data);
  await cluster.createDatabase('outage');
  const application = await startApplication({
    cluster,
    database: 'outage',
    port: await freePort(),
    webFolder: process.env['WEB_FOLDER'] ?? '',
    quiet: true,
  });
  try {
    await signInAs(page.request, 'owner', application.url);
    await page.goto(`${application.url}/songs`);
    await page.getByRole('link', { name: 'The Ferry Bell' }).click();
    await expect(section(page, 'Verse')).toBeVisible();
    await openText(page);

    await cluster.stop();
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type('\nOutage:\n  b7 | 4');
    await expect(
      page.getByText('The database cannot be reached. Your edit is kept here'),
    ).toBeVisible();
    await page.keyboard.type(' | 1');
    await expect(section(page, 'Outage').getByRole('listitem')).toHaveCount(3);

    cluster = await startCluster(data);
    await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 40_000 });
    await page.reload();
    await expect(section(page, 'Outage').getByRole('listitem')).toHaveCount(3);
  } finally {
    await application.stop();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a database that is killed comes back by itself, again and again, and what was typed is saved', async ({
  page,
}) => {
  // `bin/test deep` goes on for two minutes.
  const seconds = process.env['DEEP'] === '1' ? 120 : 5;
  test.setTimeout((seconds + 120) * 1_000);
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-killed-'));
  chmodSync(folder, 0o755);
  const data = join(folder, 'database');
  const cluster = await startCluster(data);
  await cluster.createDatabase('killed');
  const application = await startApplication({
    cluster,
    database: 'killed',
    port: await freePort(),
    webFolder: process.env['WEB_FOLDER'] ?? '',
    quiet: true,
  });
  let back = 0;
  const leave = lookAfter(data, {
    every: 300,
    most: 500,
    onBack: () => (back += 1),
    onLost: (why) => {
      throw new Error(why);
    },
  });
  try {
    await signInAs(page.request, 'owner', application.url);
    await page.goto(`${application.url}/songs`);
    await page.getByRole('link', { name: 'The Ferry Bell' }).click();
    await expect(section(page, 'Verse')).toBeVisible();
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type('\nKilled:\n  1');
    let typed = 1;
    for (const due = Date.now() + seconds * 1_000; Date.now() < due; typed += 1) {
      const pid = readFileSync(join(data, 'cluster/postmaster.pid'), 'utf8').split('\n')[0];
      const before = back;
      process.kill(Number(pid), 'SIGKILL');
      await page.keyboard.type(' | 4');
      await expect.poll(() => back, { timeout: 30_000 }).toBeGreaterThan(before);
      await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 40_000 });
    }
    await page.reload();
    await expect(section(page, 'Killed').getByRole('listitem')).toHaveCount(typed);
  } finally {
    leave();
    await application.stop();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true, maxRetries: 10 });
  }
});

test('a server that is asked to stop ends the saves under way first', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-stop-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(join(folder, 'database'));
  await cluster.createDatabase('stop');
  const options = { cluster, database: 'stop', webFolder: process.env['WEB_FOLDER'] ?? '' };
  const port = await freePort();
  let application = await startApplication({ ...options, port, quiet: true });
  const asOwner = await fetchAs(application.url);
  const send = (method: string, path: string, body: object, headers = {}) =>
    asOwner(application.url + path, {
      method,
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
  try {
    const made = await Promise.all(
      Array.from({ length: 12 }, async () => {
        const answer = await send('POST', '/api/songs', { text: 'title: Before\n' });
        return ((await answer.json()) as { id: string }).id;
      }),
    );
    const long = `title: After\n\nA:\n${'  1 | 4 | 5 | 1\n'.repeat(400)}`;
    const saves = made.map((id) =>
      send('PUT', `/api/songs/${id}`, { text: long }, { 'If-Match': '"1"' }),
    );
    // The first one is on its way when the server is told to stop.
    await new Promise((resolve) => setTimeout(resolve, 40));
    const stopping = application.stop();
    const answers = await Promise.allSettled(saves);
    await stopping;
    const saved = made.filter((_, place) => {
      const answer = answers[place]!;
      return answer.status === 'fulfilled' && answer.value.status === 200;
    });
    expect(saved.length).toBeGreaterThan(0);
    application = await startApplication({ ...options, port: await freePort(), quiet: true });
    for (const id of saved) {
      const song = await (await asOwner(`${application.url}/api/songs/${id}`)).json();
      expect((song as { text: string }).text).toBe(long);
    }
  } finally {
    await application.stop();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('pages and answers come compressed as the browser takes them', async ({
  request,
  baseURL,
}) => {
  const asOwner = await fetchAs(baseURL!);
  const page = await (await request.get('/songs')).text();
  const script = /src="(\/assets\/[^"]+\.js)"/.exec(page)![1]!;
  for (const [path, encoding] of [
    [script, 'br'],
    [script, 'gzip'],
    ['/api/songs', 'br'],
  ] as const) {
    const answer = await asOwner(baseURL + path, { headers: { 'Accept-Encoding': encoding } });
    expect([path, answer.headers.get('Content-Encoding')]).toEqual([path, encoding]);
    expect((await answer.text()).length).toBeGreaterThan(1_000);
  }
});

test('an edit that a closed page could not save is there when the page is opened again', async ({
  page,
}) => {
  await writeSong(page, chart('Closed Lid'));
  await page.route('**/api/songs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await editor(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('Kept:\n  6m');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await page.unroute('**/api/songs/*');
  await page.goto(page.url());
  await expect(section(page, 'Kept')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('what cannot be saved is refused in a sentence, and stays on the screen', async ({ page }) => {
  await writeSong(page, chart('Too Much'));
  await replaceText(page, `${chart('Too Much')}${'  1 | 4 | 5 | 1\n'.repeat(8_000)}`);
  await expect(page.getByText(/Not saved: A chart holds up to 100000 characters/)).toBeVisible();
  await replaceText(page, `${chart('Too Much')}  1 \u0007 | 4\n`);
  await expect(
    page.getByText(/Not saved: Line 7 holds an invisible control character \(U\+0007\)/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('what two people write in different lines is joined, and nobody is asked', async ({
  page,
  browser,
}) => {
  const two = `${chart('Two Pens')}\nChorus:\n  4 | 1\n`;
  await writeSong(page, two);
  const other = await (await browser.newContext()).newPage();
  await withoutLive(other);
  await other.goto(page.url());
  await expect(section(other, 'Verse')).toBeVisible();
  // The other is not told of the save: its own meets it.
  await replaceText(page, two.replace('5 | 1', '57 | 1'));
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await replaceText(other, two.replace('  4 | 1\n', '  4 | 2m7 | 1\n'));
  await expect(other.getByText('What was written on another screen meanwhile')).toBeVisible();
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await expect(other.getByRole('alertdialog', { name: 'Saved from somewhere else' })).toHaveCount(
    0,
  );
  await expect(editor(other)).toContainText('57 | 1');
  await expect(editor(other)).toContainText('4 | 2m7 | 1');
  await other.context().close();
});

test('what a song was is looked at and put back, also what “Keep mine” wrote over', async ({
  page,
  browser,
}) => {
  await writeSong(page, chart('Long Memory'));
  const other = await (await browser.newContext()).newPage();
  await withoutLive(other);
  await other.goto(page.url());
  await expect(section(other, 'Verse')).toBeVisible();
  await replaceText(page, chart('Long Memory').replace('5 | 1', '57 | 1'));
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await replaceText(other, chart('Long Memory').replace('1 | 4', '1 | 4m6'));
  await other.getByRole('alertdialog').getByRole('button', { name: 'Keep mine' }).click();
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();

  await fromMenu(other, 'Earlier versions');
  const versions = other.getByRole('dialog', { name: 'Earlier versions' });
  const was = versions.getByRole('region', { name: 'What it was' });
  await expect(versions.getByRole('option')).toHaveCount(3);
  await expect(was).toContainText('m6');
  await expect(versions.getByText('This is how it stands.')).toBeVisible();
  // Each says what it changed, in words and in the chart; and is looked at beside how it stands now.
  await expect(versions.getByRole('option').first()).toContainText(
    /Verse: bar 2 from 4 to 4m6, and 1 more/,
  );
  await versions.getByRole('option').nth(1).click();
  const bar = (place: number) =>
    was.getByRole('region', { name: 'Verse' }).getByRole('listitem').nth(place);
  await expect(bar(2)).toContainText('7');
  await expect(was.getByRole('list', { name: 'What differs' })).toHaveText(
    'Verse: bar 3 from 5 to 57',
  );
  await expect(bar(2)).toContainText('changed:');
  await expect(bar(1)).not.toContainText('changed:');
  await versions.getByText('Beside how it stands').click();
  await expect(was.getByRole('list', { name: 'What differs' })).toContainText(
    'Verse: bar 2 from 4m6 to 4',
  );
  await expect(bar(1)).toContainText('changed:');
  // One that has a name stays.
  await versions.getByLabel('Name of this version').fill('Sunday');
  await versions.getByRole('button', { name: 'Call it so' }).click();
  await expect(versions.getByRole('option').nth(1)).toContainText('Sunday');
  await expectAccessible(other);
  await versions.getByRole('button', { name: 'Put this one back' }).click();
  await expect(editor(other)).toContainText('57');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'Undo' }).last().click();
  await expect(editor(other)).toContainText('4m6');
});
