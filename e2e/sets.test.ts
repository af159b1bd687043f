import { expect, test, type Page } from '@playwright/test';

async function makeSet(page: Page, name: string, titles: string[]): Promise<void> {
  await page.goto('/sets');
  await page.getByRole('button', { name: 'New set', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the set' }).fill(name);
  await page.getByRole('button', { name: 'Add songs' }).first().click();
  for (const title of titles)
    await page.getByRole('dialog').getByRole('button', { name: title }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
}

const titles = (page: Page) =>
  page.getByRole('grid', { name: 'Songs in this set' }).getByRole('link').allInnerTexts();

test('songs are put in order by keyboard and by mouse, and each step can be undone', async ({
  page,
}) => {
  await makeSet(page, 'Order', ['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);
  expect(await titles(page)).toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);

  await page.getByRole('button', { name: 'Move Winter Wheat', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect
    .poll(() => titles(page))
    .toEqual(['The Ferry Bell', 'Every Window Lit', 'Winter Wheat']);

  await page
    .getByRole('row', { name: 'Winter Wheat' })
    .dragTo(page.getByRole('row', { name: 'The Ferry Bell' }), {
      sourcePosition: { x: 15, y: 30 },
      targetPosition: { x: 200, y: 3 },
    });
  await expect
    .poll(() => titles(page))
    .toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(() => titles(page))
    .toEqual(['The Ferry Bell', 'Every Window Lit', 'Winter Wheat']);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect
    .poll(() => titles(page))
    .toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);
});

test('each song has a key and a note of its own, and opens in that key', async ({ page }) => {
  await makeSet(page, 'Keys', ['The Ferry Bell']);
  await page.getByRole('button', { name: /Key of The Ferry Bell/ }).click();
  await page.getByRole('option', { name: 'G♭' }).click();
  await page.getByRole('textbox', { name: 'Note for The Ferry Bell' }).fill('Stamp it');
  await expect(page.getByText('written in D')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Note for The Ferry Bell' })).toHaveValue(
    'Stamp it',
  );
  await page.getByRole('link', { name: 'The Ferry Bell' }).click();
  await expect(page).toHaveURL(/key=Gb/);
  await expect(
    page.getByRole('region', { name: 'Chorus' }).getByRole('listitem').first(),
  ).toHaveText(/C♭/);
});

test('two screens on one set: both versions are offered', async ({ page, browser }) => {
  await makeSet(page, 'Both', ['The Ferry Bell']);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await other.getByRole('textbox', { name: 'Led by' }).fill('Odile Farrow');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: 'Led by' }).fill('Bram Okell');
  const choice = page.getByRole('alertdialog', { name: 'Saved from somewhere else' });
  await expect(choice).toContainText('Odile Farrow');
  await choice.getByRole('button', { name: 'Take the other version' }).click();
  await expect(page.getByRole('textbox', { name: 'Led by' })).toHaveValue('Odile Farrow');
});

test('what a set was is looked at, put back with its songs, and taken back again', async ({
  page,
}) => {
  await makeSet(page, 'Harvest', ['The Ferry Bell']);
  const name = page.getByRole('textbox', { name: 'Name of the set' });
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const versions = page.getByRole('dialog', { name: 'Earlier versions' });
  await expect(versions.getByRole('region', { name: 'What it was' })).toContainText('Ferry Bell');
  await expect(versions.getByRole('option')).toHaveCount(2);
  await versions.getByRole('option').last().click();
  await expect(versions.getByRole('region', { name: 'What it was' })).toContainText('New set');
  await versions.getByRole('button', { name: 'Put this one back' }).click();
  await expect(name).toHaveValue('New set');
  await expect(page.getByText('No songs in this set')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(name).toHaveValue('Harvest');
  expect(await titles(page)).toEqual(['The Ferry Bell']);
});
