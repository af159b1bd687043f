import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, fromMenu, openSet, openSong, section, writeSong } from './pages.ts';

const pages = (page: Page) => page.getByRole('article');

/** How many pages the browser prints. */
async function printed(page: Page): Promise<number> {
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  return [...pdf.toString('latin1').matchAll(/\/Type\s*\/Page\b(?!s)/g)].length;
}

/** Fails where a line of bars reaches beyond its page, or into the line at its foot. */
async function expectWholeLines(page: Page): Promise<void> {
  const cut = await pages(page).evaluateAll((all) =>
    all.flatMap((sheet) => {
      const foot = sheet.querySelector('footer')!.getBoundingClientRect().top;
      return [...sheet.querySelectorAll('[data-phrase]')]
        .map((line) => line.getBoundingClientRect().bottom)
        .filter((bottom) => bottom > foot + 1);
    }),
  );
  expect(cut).toEqual([]);
}

test('a song with everything in it is printed on one page, in each way and on either paper', async ({
  page,
}) => {
  await openSong(page, 'Every Window Lit');
  await page.getByRole('button', { name: 'Half step up' }).click();
  await fromMenu(page, 'Print');
  await expect(page).toHaveURL(/\/print\?key=D$/);
  await expect(page.getByText('One page')).toBeVisible();
  await expect(pages(page)).toContainText('Key D');
  for (const text of [
    '1st ending',
    '3rd time, bar 7',
    'until the signal',
    'rit.',
    'Street by street',
  ])
    await expect(pages(page)).toContainText(text);
  await expect(pages(page).getByText('Words and music Tavia Lindqvar 2025.')).toBeVisible();
  await expectWholeLines(page);
  expect(await printed(page)).toBe(1);

  await page.getByRole('radio', { name: 'Letters and words' }).click();
  await page.getByRole('radio', { name: 'Letter', exact: true }).click();
  await page.getByRole('radio', { name: '2 columns' }).click();
  await expect(page.getByText('One page')).toBeVisible();
  await expect(pages(page)).toContainText('D/F♯');
  await expectWholeLines(page);
  expect(await printed(page)).toBe(1);
});

test('what takes more than a page is never parted in a line, and says its rights on each', async ({
  page,
}) => {
  await openSong(page, 'Lanterns on the Quay');
  await fromMenu(page, 'Print');
  await page.getByRole('radio', { name: 'Hands' }).click();
  await expect(page.getByText(/\d pages/)).toBeVisible({ timeout: 20_000 });
  const count = await pages(page).count();
  expect(count).toBeGreaterThan(1);
  await expect(page.getByText('Words and music Imre Solt 2024.')).toHaveCount(count);
  await expect(pages(page).first()).toContainText('R B♭ E♭');
  await expectWholeLines(page);
  expect(await printed(page)).toBe(count);

  // The shapes, each once with its fingers, and the way through the song; a learner begins with the right hand.
  await page.getByRole('radio', { name: 'Shapes' }).click();
  await expect(pages(page).first()).toContainText('The shapes of this song');
  await expect(pages(page).first()).toContainText(/Left hand [A-G]♭? 5/);
  await page.getByRole('radio', { name: 'learner: right hand' }).click();
  await expect(pages(page).first()).not.toContainText('Left hand');
  await expect(pages(page).first()).toContainText(
    /Right hand [A-G]♭? 1 · [A-G]♭? [23] · [A-G]♭? 5/,
  );
  await expectWholeLines(page);
  expect(await printed(page)).toBe(await pages(page).count());

  const verse = '  1 | 6m7 | 4maj7 . 5sus4 5 | 1\n  > la la | la la | la la la | la\n'.repeat(30);
  await writeSong(page, `title: Long\nrights: Ours.\n\nVerse:\n${verse}`);
  await fromMenu(page, 'Print');
  await expect(page.getByText(/\d pages/)).toBeVisible();
  await expectWholeLines(page);
  expect(await printed(page)).toBe(await pages(page).count());
});

test('the hands on paper keep the bars, words and endings of the chart, its marks, and how the left hand walks', async ({
  page,
}) => {
  const text =
    'title: Walked\nkey: F\n\nVerse x2:\n  1 | 4 | 1 | <5!\n  > we go | along | we go | home\n  1st ending: 1\n  2nd ending: {rit} 1^\n';
  await writeSong(page, text);
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await section(page, 'Verse')
    .getByRole('listitem')
    .first()
    .click({ position: { x: 20, y: 45 } });
  await page.getByRole('button', { name: 'Walk 6-7' }).click();
  // It is drawn over the chord, and on the keys.
  await expect(section(page, 'Verse').getByRole('listitem').first()).toContainText('6-7');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await fromMenu(page, 'Print');
  await page.getByRole('radio', { name: 'Hands' }).click();
  const sheet = pages(page).first();
  for (const words of [
    'twice',
    '1st ending',
    '2nd ending',
    'rit.',
    '‹4&',
    'stop',
    'we go',
    'as before',
    'L F D → E',
  ])
    await expect(sheet).toContainText(words);
  await expectWholeLines(page);
});

test('a set is printed in one go: a page that lists its songs, then each in its key, numbered through', async ({
  page,
}) => {
  const titles = await openSet(page, 'First Sunday in Advent');
  await page.getByRole('button', { name: 'Print' }).click();
  // While songs are fetched, each of them says so as well.
  await expect(page.getByText(/^\d+ pages$/)).toBeVisible();
  const count = await pages(page).count();
  expect(count).toBeGreaterThan(titles.length);
  const list = page.getByRole('list', { name: 'Songs of the set' });
  // What is spoken between them is in it as well.
  expect(await list.getByRole('listitem').count()).toBeGreaterThan(titles.length);
  await expect(list).toContainText('Prayer for the town');
  // The first song is sung a half step below its chart.
  await expect(list.getByRole('listitem').first()).toContainText('D');
  await expect(pages(page).nth(1)).toContainText(`Key D`);
  for (const title of titles)
    await expect(list.getByRole('listitem').filter({ hasText: title })).toHaveCount(1);
  for (let place = 0; place < count; place += 1)
    await expect(pages(page).nth(place).locator('footer')).toContainText(
      `${place + 1} of ${count}`,
    );
  await expect(pages(page).nth(1)).toContainText('Words and music Imre Solt 2024.');
  await expectWholeLines(page);
  await expectAccessible(page);
  expect(await printed(page)).toBe(count);
  await page.getByRole('link', { name: 'Back to the set' }).click();
  await expect(page.getByRole('grid', { name: 'Songs in this set' })).toBeVisible();
});
