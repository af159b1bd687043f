import { expect, test, type Locator, type Page } from '@playwright/test';
import { expectAccessible } from './pages.ts';

/** What a screen reader says of where the focus is: of the place that the chart names, else of the element itself. */
async function heard(page: Page): Promise<string> {
  return page.evaluate(() => {
    const { activeElement } = document;
    const named = activeElement?.getAttribute('aria-activedescendant');
    const said = named ? document.getElementById(named) : activeElement;
    return said?.getAttribute('aria-label') ?? said?.textContent ?? '';
  });
}

/** What was told without being asked for. */
const told = (page: Page): Locator => page.locator('[data-announcer]');

/** Goes on by Tab until the focus is there, as one does who sees nothing. */
async function tabTo(page: Page, there: Locator): Promise<void> {
  for (let step = 0; step < 60; step += 1) {
    await page.keyboard.press('Tab');
    if (
      (await there.count()) === 1 &&
      (await there.evaluate((one) => one === document.activeElement))
    )
      return;
  }
  throw new Error(`Tab does not lead to ${there.toString()}.`);
}

test('by keys and ears alone a song is begun, written, moved through, played and shared', async ({
  page,
}) => {
  await page.goto('/songs');
  await expect(page.getByRole('list', { name: 'Songs' })).toBeVisible();
  await tabTo(page, page.getByRole('button', { name: 'New song', exact: true }));
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('New song');
  await expect(page).toHaveTitle('New song · Intervallum');
  // The focus is at the beginning of the new screen, never on nothing.
  await expect(page.locator('main')).toBeFocused();

  const title = page.getByRole('heading', { level: 1 }).getByRole('button');
  await tabTo(page, title);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Title' })).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Heard Only');
  await page.keyboard.press('Enter');

  const chart = page.getByRole('application', { name: 'Chart', exact: true });
  await tabTo(page, chart);
  await expect(chart).toHaveAttribute('aria-roledescription', 'chart');
  await page.keyboard.press('n');
  const name = page.getByRole('dialog').getByLabel('Its name');
  await expect(name).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Refrain');
  await page.keyboard.press('Enter');
  await expect(chart).toBeFocused();
  const length = () =>
    heard(page).then((said) => /^(pickup|bar \d+ of \d+), Refrain/.exec(said)?.[0] ?? said);
  await expect.poll(length).toMatch(/^bar 1 of \d+, Refrain$/);

  await page.keyboard.type('1 6m7 4maj7 5sus4');
  await page.keyboard.press('Enter');
  await expect(chart).toBeFocused();
  const spoken = ['1, C', '6 minor 7, A minor 7', '4 major 7, F major 7', '5 sus 4, G sus 4'];
  await page.keyboard.press('Home');
  for (const [place, what] of spoken.entries()) {
    await expect.poll(() => heard(page)).toContain(`: ${what}`);
    expect(await heard(page)).toMatch(new RegExp(`^bar ${place + 1} of \\d+, Refrain`));
    if (place < spoken.length - 1) await page.keyboard.press('ArrowRight');
  }
  // A mark changes what stands there, and is told though one goes nowhere.
  await page.keyboard.press('<');
  await expect(told(page)).toContainText('5 sus 4 early on');
  await page.keyboard.press('Control+z');
  await expect(told(page)).toContainText('5 sus 4, G sus 4');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(told(page)).toContainText('2 chosen');

  await page.keyboard.press('Space');
  await expect(told(page)).toContainText('Playing', { timeout: 20_000 });
  await page.keyboard.press('Space');
  await expect(told(page)).toContainText('Stopped');
  await expectAccessible(page);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  const menu = page.getByRole('button', { name: 'Menu', exact: true });
  await page.keyboard.press('Control+Home');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await tabTo(page, menu);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menu', { name: 'Menu' })).toBeVisible();
  await page.keyboard.type('Share');
  await expect(page.getByRole('menuitem', { name: 'Share' })).toBeFocused();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  await tabTo(page, dialog.getByRole('button', { name: /^Make a/ }));
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('list', { name: 'Open links' }).getByRole('code')).toContainText(
    '/s/',
  );
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await expect(menu).toBeFocused();

  // Back to the list by its link: what is told is where one is, and the focus is there.
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await tabTo(page, page.getByRole('link', { name: 'Songs' }));
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('Songs');
  await expect(page.locator('main')).toBeFocused();
});

test('every screen has a title of its own, and says it when one comes to it', async ({ page }) => {
  await page.goto('/songs');
  await page.getByRole('link', { name: 'Winter Wheat' }).click();
  await expect(page).toHaveTitle('Winter Wheat · Intervallum');
  const song = page.url();
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await expect(page).toHaveTitle('Winter Wheat, hands · Intervallum');
  await expect(told(page)).toContainText('Winter Wheat, hands');
  const titles = [
    [`${song}/print`, 'Winter Wheat on paper'],
    [`${song}/stand`, 'Winter Wheat on the stand'],
    ['/songs', 'Songs'],
    ['/songs/import', 'Import a song'],
    ['/sets', 'Sets'],
    ['/trash', 'Trash'],
    ['/drafts', 'Drafts'],
    ['/nowhere', 'No page at this address'],
  ] as const;
  for (const [address, title] of titles) {
    await page.goto(address);
    await expect(page).toHaveTitle(`${title} · Intervallum`);
  }
});
