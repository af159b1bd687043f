import { expect, test, type Page } from '@playwright/test';
import { bars, expectAccessible, section } from './pages.ts';

const pad = (page: Page) => page.getByRole('toolbar', { name: 'Write on the chart' });
/** A key of the pad by what is seen on it. */
const key = (page: Page, seen: string) =>
  pad(page)
    .getByRole('button')
    .filter({ hasText: new RegExp(`^${seen}$`) });

/** Names a section in the window that asks for it. */
async function nameSection(page: Page, name: string): Promise<void> {
  await page.getByRole('dialog').getByRole('textbox').fill(name);
  await page.getByRole('dialog').getByRole('button', { name: 'Begin it' }).tap();
}

test('a song of four sections is written by fingers alone, on a tablet', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1024, height: 768 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  await page.goto('/songs');
  await page.getByRole('button', { name: 'New song', exact: true }).tap();
  await expect(page.getByRole('heading', { level: 1, name: 'New song' })).toBeVisible();
  await page.getByRole('heading', { level: 1 }).getByRole('button').tap();
  await page.getByRole('textbox', { name: 'Title' }).fill('By Finger');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'By Finger' })).toBeVisible();

  await section(page, 'Verse 1').getByRole('listitem').first().tap();
  // A degree after a whole chord goes on to the next bar.
  for (const seen of ['1', '5', '6m', '4']) await key(page, seen).tap();
  await key(page, 'maj7').tap();
  await pad(page).getByRole('button', { name: 'On to the next slot' }).tap();
  await expect.poll(() => bars(page, 'Verse 1')).toHaveLength(5);
  await pad(page).getByRole('button', { name: 'Take away' }).tap();
  await expect.poll(() => bars(page, 'Verse 1')).toEqual(['1 C', '5 G', '6 m Am', '4 maj7 Fmaj7']);

  for (const [name, chords] of [
    ['Chorus', ['4', '5']],
    ['Bridge', ['2m', '3m']],
    ['Ending', ['♭7', '1']],
  ] as const) {
    await pad(page).getByRole('button', { name: 'New section' }).tap();
    await nameSection(page, name);
    for (const seen of chords) await key(page, seen).tap();
    // A mark takes what was typed first.
    await pad(page).getByRole('button', { name: 'Let it ring' }).tap();
    await expect.poll(async () => (await bars(page, name)).length).toBe(2);
    await expect.poll(async () => (await bars(page, name))[1]).toContain('rings');
  }
  await expectAccessible(page);
  await expect(page.getByText('Saved', { exact: true })).toHaveCount(1);
  await page.reload();
  await expect.poll(() => bars(page, 'Ending')).toEqual(['♭ 7 B♭', '1 rings C']);

  // A long press explains, and does nothing else.
  const before = await bars(page, 'Verse 1');
  await section(page, 'Verse 1').getByRole('listitem').first().tap();
  const stop = pad(page).getByRole('button', { name: /^Stop/ });
  const box = (await stop.boundingBox())!;
  const session = await context.newCDPSession(page);
  const at = [{ x: box.x + box.width / 2, y: box.y + box.height / 2 }];
  await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at });
  await expect(page.getByRole('tooltip')).toContainText('Stop: short, then silence');
  await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  expect(await bars(page, 'Verse 1')).toEqual(before);
  await context.close();
});

test('on a page zoomed to twice its size all tools are there, and write', async ({ page }) => {
  // Twice 640 by 400 is a laptop's screen.
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto('/songs');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await section(page, 'Verse 1').getByRole('listitem').first().click();
  for (const seen of ['1', '4', '5']) await key(page, seen).click();
  await page.getByRole('radio', { name: 'Marks' }).click();
  await pad(page).getByRole('button', { name: /Push/ }).click();
  await expect.poll(() => bars(page, 'Verse 1')).toEqual(['1 C', '4 ‹4& F', 'early, on 4&: 5 G']);
  await page.getByRole('radio', { name: 'Bars' }).click();
  await pad(page).getByRole('button', { name: 'Bar after' }).click();
  await expect.poll(() => bars(page, 'Verse 1')).toHaveLength(4);
  await page.getByRole('radio', { name: 'Sections' }).click();
  await pad(page).getByRole('button', { name: 'Copy the section' }).click();
  await expect(section(page, 'Verse 2')).toBeVisible();
  await pad(page).getByRole('button', { name: 'Undo' }).click();
  await expect(section(page, 'Verse 2')).toHaveCount(0);
  const sideways = await page.evaluate(
    () => document.documentElement.scrollWidth - window.innerWidth,
  );
  expect(sideways).toBeLessThanOrEqual(0);
  await expectAccessible(page);
});
