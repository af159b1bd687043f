import { expect, test, type Page } from '@playwright/test';
import {
  expectAccessible,
  openSet,
  openSong,
  playing,
  resize,
  section,
  songNamed,
  withoutSound,
  writeSong,
} from './pages.ts';

const chart = (page: Page) => page.getByRole('region', { name: 'Chart', exact: true });
const title = (page: Page) => page.getByRole('heading', { level: 1 });
const numeral = async (page: Page) => Number(await chart(page).getAttribute('data-numeral'));

/** Pressed as a foot does, with a moment between. */
async function pedal(page: Page, key: string): Promise<void> {
  await page.waitForTimeout(200);
  await page.keyboard.press(key);
}

test('a set is played through at the stand by pedal, and one comes back to it', async ({
  page,
}) => {
  const songs = await openSet(page, 'First Sunday in Advent');
  expect(songs.length).toBeGreaterThan(2);
  // Under the prayer something is played: it has a page between the songs.
  const titles = [...songs.slice(0, 2), 'Prayer for the town', ...songs.slice(2)];
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(title(page)).toHaveText(titles[0]!);
  await expect(page.getByText(`1 of ${titles.length}`)).toBeVisible();

  for (const next of titles.slice(1)) {
    await pedal(page, 'PageDown');
    await expect(title(page)).toHaveText(next);
  }
  // Behind the last song there is nothing; a reload stays where one is.
  await pedal(page, 'ArrowRight');
  await page.reload();
  await expect(title(page)).toHaveText(titles.at(-1)!);
  await pedal(page, 'PageUp');
  await expect(title(page)).toHaveText(titles.at(-2)!);

  // Two keys at once are one press.
  await page.waitForTimeout(200);
  await page.evaluate(() => {
    for (const key of ['PageDown', 'ArrowDown'])
      window.dispatchEvent(new KeyboardEvent('keydown', { key }));
  });
  await expect(title(page)).toHaveText(titles.at(-1)!);
  await page.getByRole('button', { name: `Song before: ${titles.at(-2)}` }).click();
  await expect(title(page)).toHaveText(titles.at(-2)!);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('grid', { name: 'Songs in this set' })).toBeVisible();
});

test('pages are turned by tap, by swipe and by the pedal on the screen; sizes by keys and back to fit', async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const page = await context.newPage();
  await openSong(page, 'Lanterns on the Quay');
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByText('page 1 of 5', { exact: true })).toBeVisible();
  // One section at a time, and nothing else.
  await expect(section(page, 'Intro')).toBeVisible();
  await expect(section(page, 'Verse 1')).toHaveCount(0);

  await page.touchscreen.tap(300, 500);
  await expect(section(page, 'Verse 1')).toBeVisible();
  await page.touchscreen.tap(30, 500);
  await expect(section(page, 'Intro')).toBeVisible();
  const swipe = (from: number, to: number) =>
    chart(page).evaluate(
      (element, [start, end]) => {
        const send = (type: string, clientX: number) =>
          element.dispatchEvent(
            new PointerEvent(type, {
              clientX,
              clientY: 400,
              pointerId: 7,
              bubbles: true,
              button: 0,
            }),
          );
        send('pointerdown', start!);
        send('pointermove', end!);
        send('pointerup', end!);
      },
      [from, to],
    );
  await swipe(300, 120);
  await expect(section(page, 'Verse 1')).toBeVisible();
  await swipe(120, 300);
  await expect(section(page, 'Intro')).toBeVisible();

  await page.getByRole('button', { name: 'How it is shown' }).tap();
  await page.getByRole('radiogroup', { name: 'Pedal on the screen' }).getByText('Shown').tap();
  await page.keyboard.press('Escape');
  const screenPedal = page.getByRole('group', { name: 'Pedal on the screen' });
  await screenPedal.getByRole('button', { name: 'On' }).tap();
  await expect(section(page, 'Verse 1')).toBeVisible();
  await page.waitForTimeout(200);
  await screenPedal.getByRole('button', { name: 'Back' }).tap();
  await expect(section(page, 'Intro')).toBeVisible();
  await expectAccessible(page);

  await resize(page, 1280, 800);
  await expect(
    page.getByText('page 1 of', { exact: false }).and(page.locator('footer *')),
  ).toHaveCount(0);
  const fitted = await numeral(page);
  await chart(page).focus();
  await page.keyboard.press('+');
  await expect.poll(() => numeral(page)).toBeGreaterThan(fitted);
  await page.keyboard.press('-');
  await page.keyboard.press('-');
  await expect.poll(() => numeral(page)).toBeLessThan(fitted);
  // The size is this reader's, and stays.
  await page.reload();
  await expect.poll(() => numeral(page)).toBeLessThan(fitted);
  await page.keyboard.press('0');
  await expect.poll(() => numeral(page)).toBe(fitted);
  await context.close();
});

test('who turns back into the song before comes to its last page', async ({ page }) => {
  await page.addInitScript(() => {
    Reflect.deleteProperty(Navigator.prototype, 'wakeLock');
  });
  await openSet(page, 'First Sunday in Advent');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByRole('button', { name: 'Leave' })).toBeVisible();
  const first = await title(page).innerText();
  const count = Number(/of (\d+)$/.exec(await page.getByRole('status').first().innerText())![1]);
  for (let turned = 0; turned < count; turned += 1) await pedal(page, 'ArrowRight');
  // In its one line under the music nothing runs into anything else, also where the screen may go dark.
  await expect(page.getByText(/^2 of/)).toBeVisible();
  await expect(page.getByText('Screen may go dark')).toBeVisible();
  const foot = await page.locator('footer').evaluate((line) =>
    [...line.children].map((part) => {
      const { left, right } = part.getBoundingClientRect();
      return { left, right, isCut: part.scrollWidth > part.clientWidth + 1 };
    }),
  );
  expect(foot.some(({ isCut }) => isCut)).toBe(false);
  for (const [place, { left }] of foot.entries())
    expect(left).toBeGreaterThanOrEqual(foot[place - 1]?.right ?? 0);
  expect(foot.at(-1)!.right).toBeLessThanOrEqual(390);
  await expect(title(page)).not.toHaveText(first);
  await expect(page.getByRole('status').first()).toHaveText(/^Page 1 of/);
  await pedal(page, 'ArrowLeft');
  await expect(title(page)).toHaveText(first);
  await expect(page.getByRole('status').first()).toHaveText(`Page ${count} of ${count}`);
});

test('what sounds turns the pages by itself', async ({ page }) => {
  await withoutSound(page);
  await writeSong(
    page,
    'title: Turning\nkey: C\ntempo: 60\n\nOne:\n  1 | 4\n\nTwo:\n  5 | 6m\n\nThree:\n  2m\n',
  );
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByRole('button', { name: 'Leave' })).toBeVisible();
  await expect(section(page, 'Two')).toHaveCount(0);
  await page.clock.install();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('The pages turn in time instead.')).toBeVisible({ timeout: 30_000 });
  await page.clock.runFor(100);
  await expect.poll(() => playing(page)).toContain('1 C');
  await page.clock.runFor(8_000);
  await expect(section(page, 'Two')).toBeVisible();
  await expect.poll(() => playing(page)).toContain('5 G');
  // Turned back by hand it stays there until the next page sounds.
  await page.keyboard.press('PageUp');
  await expect(section(page, 'One')).toBeVisible();
  await page.clock.runFor(8_000);
  await expect(section(page, 'Three')).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
});

test('a link is read at the stand, without an account', async ({ page, browser }) => {
  const id = await songNamed(page, 'Winter Wheat');
  const made = await page.request.post('/api/shares', { data: { kind: 'song', id } });
  const { token } = (await made.json()) as { token: string };
  const reader = await (
    await browser.newContext({ viewport: { width: 1024, height: 768 } })
  ).newPage();
  await reader.goto(`/s/${token}`);
  await reader.getByRole('button', { name: 'Stand' }).click();
  await expect(title(reader)).toHaveText('Winter Wheat');
  await expect(reader.getByRole('status').first()).toHaveText('The whole song on one page');
  await reader.getByRole('button', { name: 'Leave' }).click();
  await expect(reader).toHaveURL(new RegExp(`/s/${token}$`));
  await reader.context().close();
});
