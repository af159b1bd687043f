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

test('by keys and ears alone one learns what both hands hold, pins it, takes another way, and takes that back', async ({
  page,
}) => {
  await page.goto('/songs');
  await page.getByRole('link', { name: 'Lanterns on the Quay' }).click();
  await expect(page.getByRole('application', { name: 'Chart', exact: true })).toBeVisible();
  await tabTo(page, page.getByRole('link', { name: 'Hands', exact: true }));
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('Lanterns on the Quay, hands');
  await tabTo(page, page.getByRole('application', { name: 'Chart', exact: true }));
  const held = page.getByRole('status', { name: 'What both hands hold' });
  await expect(held).toContainText('left hand E flat B flat, right hand F G B flat, pinned.');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => heard(page)).toBe('bar 3 of 4, Intro: 6 minor 7, C minor 7');
  const found = 'left hand C G E flat, right hand B flat E flat B flat.';
  await expect(held).toContainText(/6m7 as written/);
  await expect(held).toContainText(found);
  await expect(held).not.toContainText('pinned');
  // The step into it is told as well: which notes stay, which finger moves.
  await expect(page.getByRole('status', { name: 'The step' })).toContainText(
    'little finger takes over B♭',
  );

  await page.keyboard.press('p');
  await expect(held).toContainText('pinned');
  const ways = page.getByRole('list', { name: 'Other ways to play it' });
  await expect(ways.getByRole('button', { name: /held now/ })).toHaveCount(1);
  // Those of this chord: while they are looked for, the ones before hold their place and cannot be taken.
  await expect(ways.locator('..')).toHaveAttribute('aria-busy', 'false');
  await page.keyboard.press('2');
  await expect(held).not.toContainText(found);
  await expect(held).toContainText('left hand C E flat,');
  await page.keyboard.press('Control+z');
  await expect(held).toContainText(found.replace('.', ', pinned.'));
  await page.keyboard.press('p');
  await expect(held).not.toContainText('pinned');
});

test('by keys and ears alone a set is put in another order, songs leave it and come to it', async ({
  page,
}) => {
  await page.goto('/sets');
  await tabTo(page, page.getByRole('link', { name: 'First Sunday in Advent' }));
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('First Sunday in Advent');
  await tabTo(page, page.getByRole('row').first());
  const count = await page.getByRole('row').count();
  await page.keyboard.press('ArrowDown');
  await expect.poll(() => heard(page)).toBe(`Reading about the light, 2 of ${count}`);
  await page.keyboard.press('ArrowDown');
  await expect.poll(() => heard(page)).toBe(`Winter Wheat, 3 of ${count}`);
  await tabTo(page, page.getByRole('button', { name: /^Move Winter Wheat/ }));
  await page.keyboard.press('Enter');
  await expect.poll(() => heard(page)).toMatch(/^Insert between Winter Wheat, 3 of/);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText(`Winter Wheat, 4 of ${count}`);
  await expect.poll(() => heard(page)).toBe(`Winter Wheat, 4 of ${count}`);

  await tabTo(page, page.getByRole('button', { name: 'Remove Winter Wheat' }));
  await page.keyboard.press('Enter');
  await expect(told(page)).toContainText('Winter Wheat is off the set');
  // The focus is at the song that stands there now.
  await expect.poll(() => heard(page)).toMatch(new RegExp(`, 4 of ${count - 1}$`));
  await page.keyboard.press('Control+z');
  await expect(told(page)).toContainText('Taken back');
  await expect(page.getByRole('row')).toHaveCount(count);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row').nth(2)).toHaveAccessibleName(/^Winter Wheat/);

  await tabTo(page, page.getByRole('button', { name: 'Add songs' }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Search songs' })).toBeFocused();
  await page.keyboard.type('ferry');
  await expect(page.getByRole('list', { name: 'Songs to add' }).getByRole('button')).toHaveCount(1);
  await tabTo(page, page.getByRole('button', { name: /^The Ferry Bell/ }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“The Ferry Bell” added');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Add songs' })).toBeFocused();
  await expect(page.getByRole('row').last()).toHaveAccessibleName(
    `The Ferry Bell, ${count + 1} of ${count + 1}`,
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row')).toHaveCount(count);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
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
