import { expect, test, type Page } from '@playwright/test';
import { withOwnServer } from './ownServer.ts';
import { bars, editor, expectAccessible, openText, section } from './pages.ts';

test.use({ serviceWorkers: 'allow' });

/** Until all that the screens are made of is kept, and so many songs. */
async function untilKept(page: Page, songs = 0): Promise<void> {
  const missing = () =>
    page.evaluate(async () => {
      const lists = (await (await fetch('/kept-files.json')).json()) as Record<string, string[]>;
      const wanted = lists[location.pathname.startsWith('/s/') ? 'reader' : 'player']!;
      const cache = await caches.open('intervallum-files');
      const kept = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname));
      return wanted.filter((name) => !kept.has(`/${name}`)).length;
    });
  await expect.poll(missing, { timeout: 60_000, intervals: [500] }).toBe(0);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const keptSongs = () =>
    page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const opening = indexedDB.open('intervallum-kept');
          opening.onsuccess = () => {
            const store = opening.result.transaction('answers').objectStore('answers');
            const asked = store.getAllKeys();
            asked.onsuccess = () => {
              opening.result.close();
              resolve(asked.result.filter((key) => /(^|\/)song:/.test(String(key))).length);
            };
          };
        }),
    );
  await expect.poll(keptSongs).toBeGreaterThanOrEqual(songs);
}

/** In the page: how many of the sounds of links are kept. */
async function countKeptSounds(): Promise<number> {
  type Lists = { sounds: { reader: { files: string[] } } };
  const cache = await caches.open('intervallum-files');
  const list = await cache.match('/kept-files.json');
  const { sounds } = (await list!.json()) as Lists;
  const kept = await Promise.all(sounds.reader.files.map((name) => cache.match(`/${name}`)));
  return kept.filter(Boolean).length;
}

/** In the page: which of the sounds of links are not to be had. */
async function fetchSounds(): Promise<{ failed: string[] }> {
  type Lists = { sounds: { reader: { files: string[] } } };
  const list = await (await caches.open('intervallum-files')).match('/kept-files.json');
  const { sounds } = (await list!.json()) as Lists;
  const failed: string[] = [];
  for (const name of sounds.reader.files) {
    // With all that it imports.
    await import(`/${name}`).catch(() => failed.push(name));
  }
  return { failed };
}

test('without a network a song is opened, written and kept; with it again all of that is sent', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await withOwnServer(page.request, async ({ url, stop, startAgain }) => {
    await page.goto(`${url}/songs`);
    await page.getByRole('link', { name: 'The Ferry Bell' }).click();
    await expect(section(page, 'Verse')).toBeVisible();
    const song = page.url();
    await page.goto(`${url}/sets`);
    await page.getByRole('link', { name: 'First Sunday in Advent' }).click();
    const songs = page.getByRole('grid').getByRole('link');
    await expect(songs.first()).toBeVisible();
    // Those of the set, and the one that was opened.
    await untilKept(page, (await songs.count()) + 1);

    await stop();
    await page.goto(song);
    const note = page
      .getByRole('status')
      .filter({ hasText: 'No network. This is how it was here on' });
    await expect(note).toContainText('What you write is kept');
    await expect(section(page, 'Verse')).toBeVisible();
    await expectAccessible(page);
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type('\nAway:\n  b7 | 4');
    await expect(page.getByText('Your edit is kept here')).toBeVisible();
    // Another edit of an evening without a network, after the page was closed.
    await page.reload();
    await expect.poll(() => bars(page, 'Away')).toHaveLength(2);
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(' | 1');
    await expect.poll(() => bars(page, 'Away')).toHaveLength(3);
    await expect(page.getByText('Your edit is kept here')).toBeVisible();

    // Songs of a set that was opened are there, though none of them was; so are both lists.
    await page.goto(`${url}/songs`);
    await expect(page.getByRole('list', { name: 'Songs' }).getByRole('link')).toHaveCount(8);
    await expect(note).toBeVisible();
    await page.getByRole('link', { name: 'Sets' }).click();
    await page.getByRole('link', { name: 'First Sunday in Advent' }).click();
    await page.getByRole('grid').getByRole('link', { name: 'Every Window Lit' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Every Window Lit' })).toBeVisible();
    await page.goBack();
    await page.getByRole('button', { name: 'Stand' }).click();
    await expect(page.getByText(/No network. This is how it was on/)).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();

    await page.goto(song);
    await expect(section(page, 'Away')).toBeVisible();
    await startAgain();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 60_000 });
    await expect(note).toHaveCount(0, { timeout: 20_000 });
    const stored = (await (
      await page.request.get(`${url}/api${new URL(song).pathname}`)
    ).json()) as {
      text: string;
    };
    expect(stored.text).toContain('Away:\n  b7 | 4 | 1');
  });
});

test('what was changed from both sides meanwhile is asked, never lost; a song that only others changed follows', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await withOwnServer(page.request, async ({ url, stop, startAgain }) => {
    await page.goto(`${url}/songs`);
    const open = async (title: string) => {
      await page.goto(`${url}/songs`);
      await page.getByRole('link', { name: title }).click();
      await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
      return page.url();
    };
    const [bell, wheat] = [await open('The Ferry Bell'), await open('Winter Wheat')];
    await untilKept(page, 2);
    const elsewhere = async (song: string, added: string) => {
      const path = `${url}/api${new URL(song).pathname}`;
      const there = (await (await page.request.get(path)).json()) as {
        text: string;
        revision: number;
      };
      const saved = await page.request.put(path, {
        data: { text: `${there.text}\n${added}\n` },
        headers: { 'If-Match': `"${there.revision}"` },
      });
      expect(saved.ok()).toBe(true);
    };
    await stop();
    await page.goto(bell);
    await expect(section(page, 'Verse')).toBeVisible();
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type('\nMine:\n  4');
    await expect(page.getByText('Your edit is kept here')).toBeVisible();
    const other = await page.context().newPage();
    await other.goto(wheat);
    await expect(other.getByText('No network. This is how it was here on')).toBeVisible();

    await startAgain();
    await elsewhere(bell, 'Theirs:\n  5');
    await elsewhere(wheat, 'Theirs:\n  5');
    const asked = page.getByRole('alertdialog', { name: 'Saved from somewhere else' });
    await expect(asked).toContainText('Mine', { timeout: 60_000 });
    await expect(asked).toContainText('Theirs');
    // Nothing was written into the other one: it is what the others made of it.
    await expect(section(other, 'Theirs')).toBeVisible({ timeout: 30_000 });
    await expect(other.getByText('No network.')).toHaveCount(0);
  });
});

test('a link is read again on its device without a network, with its date, until it is taken back', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await withOwnServer(page.request, async ({ url, stop, startAgain }) => {
    const sets = (await (await page.request.get(`${url}/api/sets`)).json()) as {
      sets: { id: string }[];
    };
    const made = await page.request.post(`${url}/api/shares`, {
      data: { kind: 'set', id: sets.sets[0]!.id },
    });
    const { id, token } = (await made.json()) as { id: string; token: string };
    await page.goto(`${url}/s/${token}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await untilKept(page);
    // The click and single notes are kept where somebody wants them; who does not any more has their room back.
    const sounds = page.getByText('Keep sounds for when there is no network');
    await page.getByText('More', { exact: true }).click();
    await expect(page.getByText(/^The click and single notes, [\d.]+\sMB\./)).toBeVisible();
    await sounds.click();
    await expect(page.getByText('They are here.')).toBeVisible({ timeout: 30_000 });
    await sounds.click();
    await expect(page.getByText('They are here.')).toHaveCount(0);
    const keptSounds = () => page.evaluate(countKeptSounds);
    await expect.poll(keptSounds).toBe(0);
    await sounds.click();
    await expect(page.getByText('They are here.')).toBeVisible({ timeout: 30_000 });
    expect(await keptSounds()).toBeGreaterThan(0);
    await stop();
    await page.reload();
    await expect(page.getByText('No network. This is how it was here on')).toBeVisible();
    await page.getByText('More', { exact: true }).click();
    await expect(page.getByText('They are here.')).toBeVisible();
    expect(await page.evaluate(fetchSounds)).toEqual({ failed: [] });
    const title = await page.getByRole('heading', { level: 1 }).innerText();
    expect((await page.getByRole('article').count()) > 1).toBe(true);
    await page.getByRole('button', { name: 'Stand' }).click();
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(title);

    await startAgain();
    await page.request.delete(`${url}/api/shares/${id}`);
    await page.goto(`${url}/s/${token}`);
    await expect(page.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
    await stop();
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Not to be had right now' })).toBeVisible();
  });
});

test('a browser that keeps nothing opens, writes, saves and turns pages all the same', async ({
  page,
}) => {
  const broken: string[] = [];
  page.on('pageerror', ({ message }) => broken.push(message));
  await page.addInitScript(() => {
    const deny = () => {
      throw new DOMException('Access is denied for this document.', 'SecurityError');
    };
    for (const name of ['localStorage', 'sessionStorage', 'indexedDB', 'caches'])
      Object.defineProperty(window, name, { get: deny });
    Object.defineProperty(navigator.serviceWorker, 'register', { value: deny });
  });
  await page.goto('/songs');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await openText(page);
  await editor(page).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText('title: Kept Nowhere\nkey: F\n\nVerse:\n  1 | 4 | 5 | 1\n');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 F', '4 B♭', '5 C', '1 F']);
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByText('The whole song on one page')).toBeVisible();
  await page.goBack();
  // What stands on the page alone is said to, and not given up without a word.
  await page.route('**/api/songs/*', (route) => route.abort());
  await section(page, 'Verse').getByRole('listitem').first().click();
  await page.keyboard.type('6 ');
  await expect(page.getByText(/This browser keeps nothing: leave this page open\./)).toBeVisible();
  const asked = page.waitForEvent('dialog');
  void page.goto('/settings').catch(() => undefined);
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await page.unroute('**/api/songs/*');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 20_000 });
  await page.goto('/settings');
  await page.getByText('Dark', { exact: true }).click();
  await expect(page.getByRole('radio', { name: 'Dark' })).toBeChecked();
  expect(broken).toEqual([]);
});
