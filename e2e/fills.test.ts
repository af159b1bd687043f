import { expect, test, type Locator, type Page } from '@playwright/test';
import { expectAccessible, section, songText, writeSong } from './pages.ts';

const chart = `title: Wading Out
key: D
meter: 4/4
tempo: 72

Verse x3:
  1 | 4 | 1/3 | 5
  > Wade | and | wade a-gain | home

Ending:
  1
`;

const panel = (page: Page): Locator => page.getByRole('region', { name: 'Runs and fills' });
const runs = (page: Page): Locator =>
  panel(page).getByRole('list', { name: 'Runs for this chord' }).locator('> li');
const bar = (page: Page, place: number): Locator =>
  section(page, 'Verse').getByRole('listitem').nth(place);
const placedHere = (page: Page): Locator => page.getByRole('region', { name: 'Placed here' });

async function openFills(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Fills', exact: true }).click();
  await expect(runs(page).first()).toBeVisible();
}

async function about(page: Page, what: 'This chord' | 'The whole song'): Promise<void> {
  await panel(page).getByRole('radio', { name: what, exact: true }).check({ force: true });
}

test('runs are placed where they may be, refused where not; one is heard slow and at tempo, placed for the third time, written, undone', async ({
  page,
}) => {
  test.slow();
  await writeSong(page, chart);
  const before = await songText(page);
  await openFills(page);
  // A lane over each chord says where there is room.
  await expect(bar(page, 0)).toContainText('3 beats free');
  await expect(bar(page, 2)).toContainText('1 beat free');
  await expectAccessible(page);

  // The whole song: nothing before the plain pattern was heard twice, with the reason; then two runs.
  await about(page, 'The whole song');
  const proposed = panel(page).getByRole('list', { name: 'Proposed' }).locator('> li');
  await expect(proposed).toHaveCount(2);
  await expect(proposed.first()).toContainText('Verse, 3rd time, bar 1');
  await panel(page).getByText('gaps are left alone, and why').click();
  await expect(panel(page)).toContainText('this is the first time it is heard');
  await panel(page).getByRole('button', { name: 'Place all 2' }).click();
  await expect(bar(page, 0)).toContainText('3rd');
  await expect(proposed.first()).toContainText('It is placed.');
  await expectAccessible(page);

  // From a gap that is left alone one comes to it, at its time.
  await panel(page)
    .getByRole('button', { name: /^Verse, 2nd time, bar 2: / })
    .click();
  const time = panel(page).getByLabel('Which time');
  await expect(time).toHaveValue('1');
  await expect(panel(page).getByText('4', { exact: true }).first()).toBeVisible();

  // The third time, a run by its number: counted, with fingers, on a staff; slow and at tempo, one hand alone.
  await time.selectOption('2');
  await page.keyboard.press('Escape');
  await bar(page, 1).click({ position: { x: 20, y: 45 } });
  await page.keyboard.press('2');
  const open = runs(page).nth(1);
  await expect(open.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(open.getByRole('img', { name: /on a staff$/ }).locator('svg')).toBeVisible();
  await expect(open.getByRole('columnheader').first()).toBeAttached();
  await panel(page).getByLabel('Tempo').selectOption('50');
  await panel(page).getByLabel('Hands').selectOption('right');
  await page.keyboard.press('Escape');
  await open.getByRole('button', { name: /^Hear / }).click();
  await expect(open.getByRole('button', { name: 'Stop' })).toBeVisible();
  await open.getByRole('button', { name: 'Stop' }).click();
  await panel(page).getByLabel('Tempo').selectOption('100');

  // Placed for this time only; moved by an octave, and kept where the page is opened again.
  const name = await open.getByRole('heading').locator('span').first().innerText();
  await open.getByRole('button', { name: /^Place it this time: / }).click();
  await expect(placedHere(page)).toContainText(name);
  await expect(placedHere(page)).toContainText('3rd time');
  await expect(bar(page, 1)).toContainText('3rd');
  await placedHere(page).getByLabel('Octave').selectOption('1');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  // It stands on the chart under the other lenses, and on the hands' paper.
  const address = page.url();
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await expect(bar(page, 1)).toContainText('3rd');
  await page.goto(`${address.replace(/\/fills.*$/, '')}/print?what=hands`);
  await expect(
    page.getByRole('article', { name: 'Page' }).getByText(`${name} (3rd)`),
  ).toBeVisible();
  await page.goto(address);
  await expect(bar(page, 1)).toContainText('3rd');
  await bar(page, 1).click({ position: { x: 20, y: 45 } });
  await expect(placedHere(page)).toHaveCount(0);
  await panel(page).getByLabel('Which time').selectOption('2');
  await expect(placedHere(page).getByLabel('Octave')).toHaveValue('1');

  // Where else it fits leads there; what is placed is taken away, and that taken back.
  await page.keyboard.press('Escape');
  await placedHere(page).getByRole('button', { name: 'Take it away' }).click();
  await expect(placedHere(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(placedHere(page)).toBeVisible();
  await placedHere(page).getByRole('button', { name: 'Take it away' }).click();
  await expect(bar(page, 1)).not.toContainText('3rd');

  // Written in the chart, for everybody, as that time's own bar; undone to the very text.
  await page
    .getByRole('button', { name: /^Write it in the chart: / })
    .first()
    .click();
  await expect(page.getByText('It stands in the chart.')).toBeVisible();
  await expect.poll(() => songText(page)).toMatch(/3rd time bar 2: 4\n.*play (right|left): /);
  await page.keyboard.press('Control+z');
  await expect.poll(() => songText(page)).toBe(before);
});

test('on a phone the chart shows where there is room, and the runs take its place', async ({
  page,
}) => {
  await writeSong(page, chart.replace('Wading Out', 'Wading Home'));
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${page.url().replace(/\?.*$/, '')}/fills`);
  await expect(bar(page, 0)).toContainText('3 beats free');
  await page.getByRole('button', { name: /^\d+ runs$/ }).click();
  await expect(runs(page).first()).toBeVisible();
  await runs(page)
    .first()
    .getByRole('button', { name: /^Place it this time: / })
    .click();
  await expect(placedHere(page)).toBeVisible();
  await expectAccessible(page);
});
