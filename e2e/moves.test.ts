import { readFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { expectAccessible, section, songText, writeSong } from './pages.ts';

const panel = (page: Page): Locator => page.getByRole('region', { name: 'Ideas' });
const chart = (page: Page): Locator =>
  page.getByRole('application', { name: 'Chart', exact: true });
const ideas = (page: Page): Locator =>
  panel(page).getByRole('list', { name: 'Ideas for this place' }).locator('> li');

async function openMoves(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Moves', exact: true }).click();
  await expect(ideas(page).first()).toBeVisible();
}

/** The gap behind a chord of a section. */
async function choose(page: Page, part: string, place: number): Promise<void> {
  await section(page, part)
    .getByRole('listitem')
    .nth(place)
    .click({ position: { x: 20, y: 45 } });
}

async function about(page: Page, what: 'Between' | 'Around' | 'Lifts' | 'Our own'): Promise<void> {
  await panel(page).getByRole('radio', { name: what, exact: true }).check({ force: true });
}

/** Opens an idea and takes it, in one of its forms where one is named. */
async function take(page: Page, idea: RegExp, form?: string, once = false): Promise<void> {
  await panel(page)
    .getByRole('button', { name: idea })
    .and(panel(page).locator('[aria-expanded]'))
    .first()
    .click();
  if (form) await panel(page).getByRole('button', { name: form, exact: true }).click();
  const open = panel(page).getByRole('button', { name: once ? /^This time only: / : /^Take it: / });
  await open.click();
}

const demo = readFileSync(
  new URL('../demo/songs/bread-at-the-long-table.txt', import.meta.url),
  'utf8',
);

test('the plainest song of the demo gets an intro, a walk, a diminished chord, a chain, an ending and a lift; it is heard, compared, printed and undone', async ({
  page,
}) => {
  test.slow();
  await writeSong(
    page,
    demo.replace('Bread at the Long Table', 'Plain Fare').replace('Chorus:', 'Chorus x2:'),
  );
  const before = await songText(page);
  await openMoves(page);
  // A mark in the gaps says how many ideas there are.
  await expect(section(page, 'Verse').getByRole('listitem').first()).toContainText(
    /\d+ ideas behind it/,
  );
  await expectAccessible(page);

  // Around the song: four bars from its own last line, and a close.
  await about(page, 'Around');
  const around = panel(page);
  await expect(around).toContainText('The last line of the chorus');
  await around.getByRole('button', { name: 'Hear The last line of the chorus' }).click();
  await around.getByRole('button', { name: 'Hear Over a held 5' }).click();
  await expect(
    around.getByRole('button', { name: 'Hear The last line of the chorus' }),
  ).toBeVisible();
  await around.getByRole('button', { name: 'Stop' }).click();
  await around.getByRole('button', { name: 'Put it in: The last line of the chorus' }).click();
  await expect(page.getByText('“Intro 2” stands in the chart.')).toBeVisible();
  await expect(section(page, 'Intro 2').getByRole('listitem')).toHaveCount(4);
  await around.getByLabel('Where', { exact: true }).selectOption('ending');
  await around.getByRole('button', { name: 'Put it in: A coloured close' }).click();
  await expect(section(page, 'Ending')).toBeVisible();
  await around.getByLabel('Where', { exact: true }).selectOption('turnaround');
  await expect(around).toContainText('Nothing leads back here: Ending');
  await choose(page, 'Verse', 0);
  await expect(around.getByRole('list', { name: 'Ways back' })).toBeVisible();

  // Between chords: a bass that walks down, heard against what stands.
  await about(page, 'Between');
  await choose(page, 'Verse', 3);
  await expect(
    panel(page)
      .getByRole('img', { name: /^The bass: 4 3 2$/ })
      .first(),
  ).toBeVisible();
  const compare = panel(page).getByRole('group', { name: 'Compare by ear' });
  await panel(page)
    .getByRole('button', { name: /^Hear The bass walks down/ })
    .click();
  await expect(compare.getByRole('button', { name: /^B The bass walks down/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('a');
  await expect(compare.getByRole('button', { name: 'A As it stands' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Escape');
  await expect(compare.getByRole('button', { pressed: true })).toHaveCount(0);
  await expect(panel(page).getByText(/The fingers of both hands go \d+ half steps/)).toBeVisible();
  await take(page, /The bass walks down/, '1/3');
  await expect(page.getByText('It stands in the chart.').last()).toBeVisible();
  await expect(section(page, 'Verse')).toContainText('1/3');

  await choose(page, 'Verse', 7);
  await panel(page).getByText('Which ideas', { exact: true }).click();
  await panel(page).getByLabel('What kind').selectOption('passing diminished');
  await expect(ideas(page)).toHaveCount(1);
  await take(page, /Diminished from below/);
  await panel(page).getByLabel('What kind').selectOption('all');
  await panel(page).getByLabel('In which order').selectOption('hands');
  await expect(panel(page).getByText('The hands are being found.')).toHaveCount(0);
  await panel(page).getByLabel('In which order').selectOption('usual');

  // Four chords in a row, and what does not go there.
  await choose(page, 'Verse', 1);
  await panel(page).getByText('What does not go here, and why').click();
  await expect(
    panel(page)
      .getByText(/It takes .* beats|stands there|half step over/)
      .first(),
  ).toBeVisible();
  await take(page, /by fifths|Six two five|Three six two five/, '6m7 27 5m7 17');

  // The second time only.
  await choose(page, 'Chorus', 4);
  await panel(page).getByLabel('Which time').selectOption('1');
  await take(page, /Diminished from below/, undefined, true);

  // A half step up by 4/5 before the chorus comes back.
  await about(page, 'Lifts');
  await expect(panel(page)).toContainText('From G into A♭');
  await panel(page).getByRole('button', { name: 'Hear By 4/5' }).click();
  await panel(page).getByRole('button', { name: 'Stop' }).click();
  await panel(page).getByRole('button', { name: 'Lift it so: By 4/5' }).click();
  await expect(page.getByText('up a half step by 4/5').first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Chords in each bar' })).toContainText(
    'up a half step: Chorus',
  );

  for (const line of [
    'Intro 2:',
    '4 . 1/3',
    '1 . 7dim7',
    '6m7 27 5m7 17',
    '2nd time bar',
    'up 1 by 4/5',
    '59sus4 | 4/5 . 5/7',
  ])
    await expect.poll(() => songText(page)).toContain(line);

  // Printed from another tab: here everything can still be undone.
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const paper = await page.context().newPage();
  await paper.goto(`${new URL(page.url()).pathname}/print`);
  await expect(paper.getByRole('article').first()).toContainText('up 1 by 4/5');
  await expect(paper.getByRole('article').first()).toContainText('2nd time');
  await paper.close();

  await chart(page).focus();
  for (let step = 0; step < 7; step += 1) await page.keyboard.press('Control+z');
  await expect.poll(() => songText(page)).toBe(before);
});

test('a move is played in with both hands, kept, offered in another song and key, saved as a file and taken away', async ({
  page,
}) => {
  await writeSong(page, 'title: Own Ways\nkey: C\n\nVerse:\n  1 | 4 | 5 | 1\n');
  await openMoves(page);
  await about(page, 'Our own');
  await panel(page).getByRole('button', { name: 'Make a move' }).click();
  const window = page.getByRole('dialog', { name: 'A move of our own' });
  await expectAccessible(page);
  await window.getByLabel('Name', { exact: true }).fill('Round the houses');
  await window.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await window.getByRole('button', { name: 'Triad over a bass' }).click();
  await expect(window.getByRole('button', { name: 'Take chord 1 away' })).toBeVisible();
  // Closed by mistake, it is there as it was.
  await page.keyboard.press('Escape');
  await expect(window).toHaveCount(0);
  await panel(page).getByRole('button', { name: 'Make a move' }).click();
  await expect(window.getByLabel('Name', { exact: true })).toHaveValue('Round the houses');
  await expect(window.getByRole('button', { name: 'Take chord 1 away' })).toBeVisible();
  await window.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await window.getByRole('button', { name: 'Passing diminished' }).click();
  await expect(window.getByRole('button', { name: 'Take chord 2 away' })).toBeVisible();
  await window.getByRole('button', { name: 'Keep it for the team' }).click();
  await expect(page.getByText('“Round the houses” is kept for the team.')).toBeVisible();
  await expect(window).toHaveCount(0);

  await writeSong(page, 'title: Other Ways\nkey: E\n\nVerse:\n  4 | 1 | 4 | 5\n');
  await openMoves(page);
  await panel(page).getByText('Which ideas', { exact: true }).click();
  await panel(page).getByLabel('What kind').selectOption('own');
  await expect(ideas(page)).toHaveCount(1);
  await take(page, /Round the houses/);
  await expect(page.getByText('It stands in the chart.').last()).toBeVisible();
  // Its hands are pinned: the lens of the hands says so.
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await expect(section(page, 'Verse').getByLabel('pinned')).toHaveCount(2);
  await page.getByRole('link', { name: 'Moves', exact: true }).click();

  await about(page, 'Our own');
  const saved = page.waitForEvent('download');
  await panel(page).getByRole('button', { name: 'Save all as a file' }).click();
  const file = await (await saved).path();
  expect(readFileSync(file, 'utf8')).toContain('Round the houses');
  await panel(page).getByRole('button', { name: 'Take “Round the houses” away' }).click();
  await expect(panel(page).getByRole('listitem')).toHaveCount(0);
  const chooser = page.waitForEvent('filechooser');
  await panel(page).getByRole('button', { name: 'Bring a file in' }).click();
  await (
    await chooser
  ).setFiles({
    name: 'moves.json',
    mimeType: 'application/json',
    buffer: Buffer.from('[{"name":"A","chords":"H","target":"any"}]'),
  });
  await expect(page.getByText(/Move 1: its chords are 1 to 8 numbers/)).toBeVisible();
  const again = page.waitForEvent('filechooser');
  await panel(page).getByRole('button', { name: 'Bring a file in' }).click();
  await (
    await again
  ).setFiles({
    name: 'moves.json',
    mimeType: 'application/json',
    buffer: readFileSync(file),
  });
  await expect(page.getByText('1 move is kept.')).toBeVisible();
  await panel(page).getByRole('button', { name: 'Take “Round the houses” away' }).click();
});

test('on a phone the chart shows the gaps, and the ideas take its place', async ({ page }) => {
  await writeSong(page, 'title: Small Ways\nkey: C\n\nVerse:\n  1 | 6m | 4 | 5\n');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('link', { name: 'Moves', exact: true }).click();
  await choose(page, 'Verse', 0);
  await page.getByRole('button', { name: /^\d+ ideas$/ }).click();
  await expect(ideas(page).first()).toBeVisible();
  await expectAccessible(page);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await take(page, /The bass walks down/, '5/7');
  await page.getByRole('button', { name: 'Hide the tools' }).click();
  await expect(section(page, 'Verse')).toContainText('5/7');
});
