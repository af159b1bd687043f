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

async function about(page: Page, what: 'This chord' | 'The whole song' | 'Our own'): Promise<void> {
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

  // What goes over the chord, on the piano.
  await panel(page).getByText('What goes over this chord').click();
  await expect(panel(page).getByRole('img', { name: 'Scale: 4 5 6 7 1 2 3' })).toBeVisible();
  await panel(page)
    .getByRole('button', { name: /^Triad pair/ })
    .click();
  await expect(panel(page).getByRole('img', { name: /^Triad pair: / })).toBeVisible();

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

  // Placed for this time only.
  const name = await open.getByRole('heading').locator('span').first().innerText();
  await open.getByRole('button', { name: /^Place it this time: / }).click();
  await expect(placedHere(page)).toContainText(name);
  await expect(placedHere(page)).toContainText('3rd time');
  await expect(bar(page, 1)).toContainText('3rd');
  // It stands on the chart under the other lenses.
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await expect(bar(page, 1)).toContainText('3rd');
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await expect(bar(page, 1)).toContainText(/a run of \d.* beats, 3rd time/);
  await page.getByRole('link', { name: 'Fills', exact: true }).click();
  await expect(runs(page).first()).toBeVisible();
  await bar(page, 1).click({ position: { x: 20, y: 45 } });
  await panel(page).getByLabel('Which time').selectOption('2');

  // What is placed is taken away.
  await page.keyboard.press('Escape');
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

test('a run is played in, kept, found in three other places, placed for the third time only, heard slow and at tempo, printed, undone; made, written, filed, looked for in other songs', async ({
  page,
}) => {
  test.slow();
  await writeSong(page, chart.replace('Wading Out', 'Wading In'));
  await openFills(page);
  const address = page.url();
  await page.keyboard.press('Escape');
  await bar(page, 0).click({ position: { x: 20, y: 45 } });
  await panel(page).getByRole('button', { name: 'Make one of our own' }).click();
  const window = page.getByRole('dialog', { name: 'A run of our own' });
  const made = window.getByRole('region', { name: 'What it has become' });
  await expect(made).toContainText('Nothing was played');
  await expect(window.getByRole('button', { name: 'Keep it for the team' })).toBeDisabled();

  // Played in time on the simulated keyboard: its grid is guessed, its fingers are found, one is changed by hand.
  await window.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await window.getByRole('button', { name: 'Up five tones, evenly' }).click();
  const notes = made.getByRole('row', { name: /^right/ });
  await expect(notes).toHaveText(/^right *5.6.1'.2'.3'.$/);
  await expect(made).toContainText('It goes over this chord.');
  await made.getByRole('button', { name: 'Finger 5 on 3: the next one' }).click();
  await expect(made.getByRole('button', { name: 'Finger 1 on 3: the next one' })).toBeVisible();
  await expectAccessible(page);
  await window.getByRole('button', { name: 'Keep it for the team' }).click();
  await expect(page.getByText('Give it a name first.')).toBeVisible();
  await window.getByLabel('Name', { exact: true }).fill('Over the stones');
  // Closed by mistake, it is there as it was.
  await page.keyboard.press('Escape');
  await expect(window).toHaveCount(0);
  await panel(page).getByRole('button', { name: 'Make one of our own' }).click();
  await expect(window.getByLabel('Name', { exact: true })).toHaveValue('Over the stones');
  await made.getByLabel('Tempo').selectOption('50');
  await made.getByRole('button', { name: 'Hear it' }).click();
  await made.getByRole('button', { name: 'Stop' }).click();
  await made.getByLabel('Tempo').selectOption('100');
  await window.getByRole('button', { name: 'Keep it for the team' }).click();
  await expect(page.getByText('“Over the stones” is kept for the team.')).toBeVisible();
  await expect(window).toHaveCount(0);

  // It is found wherever a chord of its kind has room; there it is placed for the third time only.
  await about(page, 'Our own');
  const own = panel(page).getByRole('list', { name: 'Runs of our own' }).locator('> li');
  await expect(own).toHaveCount(1);
  await expect(own).toContainText("5 6 1' 2' 3'@1");
  await own.getByText(/^Fits at \d+ places of the song$/).click();
  for (const place of ['Verse, 1st time, bar 1', 'Verse, 2nd time, bar 2', 'Ending, bar 1'])
    await expect(own.getByRole('button', { name: new RegExp(place) })).toBeVisible();
  await own.getByRole('button', { name: /Verse, 3rd time, bar 2/ }).click();
  await expect(panel(page).getByLabel('Which time')).toHaveValue('2');
  await panel(page)
    .getByText(/runs fit/)
    .click();
  await panel(page).getByLabel('Family').selectOption('own');
  await expect(runs(page)).toHaveCount(1);
  const open = runs(page).first();
  for (const tempo of ['50', '100']) {
    await panel(page).getByLabel('Tempo').selectOption(tempo);
    await open.getByRole('button', { name: 'Hear Over the stones' }).click();
    await open.getByRole('button', { name: 'Stop' }).click();
  }
  await open.getByRole('button', { name: /^Place it this time: / }).click();
  await expect(placedHere(page)).toContainText('3rd time');
  await expect(bar(page, 1)).toContainText('3rd');
  await placedHere(page).getByLabel('Octave').selectOption('1');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${address.replace(/\/fills.*$/, '')}/print?what=hands`);
  await expect(
    page.getByRole('article', { name: 'Page' }).getByText('Over the stones (3rd)'),
  ).toBeVisible();
  await page.goto(`${address.replace(/\/fills.*$/, '')}/stand`);
  await expect(page.getByRole('region', { name: 'Verse' })).toContainText(
    /a run of .* beats, 3rd time/,
  );
  await page.goto(address);
  await expect(bar(page, 1)).toContainText('3rd');
  await bar(page, 1).click({ position: { x: 20, y: 45 } });
  await panel(page).getByLabel('Which time').selectOption('2');
  await expect(placedHere(page).getByLabel('Octave')).toHaveValue('1');
  await placedHere(page).getByRole('button', { name: 'Take it away' }).click();
  await expect(bar(page, 1)).not.toContainText('3rd');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bar(page, 1)).toContainText('3rd');

  // What is kept is changed: written on, and led into the next chord.
  await about(page, 'Our own');
  await own.getByRole('button', { name: 'Change “Over the stones”' }).click();
  await expect(window.getByLabel('Right hand')).toHaveValue("5 6 1' 2' 3'@1");
  await window.getByLabel('Right hand').fill('5 9');
  await expect(made).toContainText('9');
  await expect(window.getByRole('button', { name: 'Keep it for the team' })).toBeDisabled();
  await window.getByLabel('Right hand').fill('1 2 3 4');
  await made.getByText('Its last note belongs to the next chord').click();
  await window.getByLabel('The chord under it').selectOption('1');
  await expect(made).toContainText('It goes over this chord.');
  await window.getByRole('button', { name: 'Keep it for the team' }).click();
  await expect(window).toHaveCount(0);
  await expect(own).toHaveCount(1);
  await expect(own).toContainText('1 2 3 → 4');

  // Made by choices, with another behind it, one hand alone, over more kinds of chord.
  await panel(page).getByRole('button', { name: 'Make a run' }).click();
  await window.getByText('By choices', { exact: true }).click();
  await window.getByLabel('Family').selectOption('arpeggio');
  await window.getByLabel('One step is').selectOption('sixteenths');
  await made.getByLabel('Another run behind it').selectOption({ label: 'Nod' });
  await expect(made.getByRole('list', { name: 'Behind it' })).toContainText('Nod');
  await made.getByLabel('Hands').selectOption('left');
  await expect(made).toContainText('The left hand plays nothing in it.');
  await made.getByLabel('Hands').selectOption('both');
  await made.getByText('Over which chords').first().click();
  await made.getByRole('switch', { name: 'dominant', exact: true }).press(' ');
  await window.getByRole('button', { name: 'Keep it for the team' }).click();
  await expect(own).toHaveCount(2);
  await expect(own.first()).toContainText('major, dominant');

  // Saved as a file, taken away, and brought back by it; looked for in other songs, of which one is opened.
  const saved = page.waitForEvent('download');
  await panel(page).getByRole('button', { name: 'Save all as a file' }).click();
  const file = await (await saved).path();
  for (const count of [1, 0]) {
    await own
      .first()
      .getByRole('button', { name: /^Take “.*” away$/ })
      .click();
    await expect(own).toHaveCount(count);
  }
  const chooser = page.waitForEvent('filechooser');
  await panel(page).getByRole('button', { name: 'Bring a file in' }).click();
  await (await chooser).setFiles(file);
  await expect(own).toHaveCount(2);
  await own.first().getByText('In other songs').click();
  await own.first().getByRole('button', { name: 'Look there' }).click();
  await expect(own.first().getByRole('status')).toHaveText(
    /^It fits at \d+ places of \d+ songs\.$/,
  );
  const there = own.first().getByRole('listitem').last();
  const title = await there.locator('b').innerText();
  await there.getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  await expect(panel(page).getByRole('button', { name: 'Make one of our own' })).toBeVisible();
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
