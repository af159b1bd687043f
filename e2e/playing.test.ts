import { expect, test, type Page } from '@playwright/test';
import {
  fromMenu,
  editor,
  expectAccessible,
  openSong,
  playing,
  section,
  withoutSound,
  writeSong,
} from './pages.ts';

/** The window in which a section's textures are chosen. */
async function openTexture(page: Page, name: string) {
  await section(page, name).getByRole('listitem').first().click();
  await page.keyboard.press('h');
  const window = page.getByRole('dialog', { name: `How the hands play ${name}` });
  await expect(window).toBeVisible();
  return window;
}

test('a pattern is chosen for a hand, another made on the grid with keys alone, and both undone', async ({
  page,
}) => {
  await writeSong(page, 'title: Patterns\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4\n');
  const window = await openTexture(page, 'Verse');
  await window.getByRole('button', { name: /Left hand$/ }).click();
  await page.getByRole('option', { name: 'alternating bass' }).click();
  await window
    .getByRole('group', { name: 'Right hand: how it plays' })
    .getByRole('button')
    .first()
    .click();
  await page.getByRole('option', { name: 'top-middle-low-middle' }).click();
  await expect(window.getByRole('img', { name: 'Both hands land together 4 times' })).toBeVisible();

  // The offbeat of two: its middle note gives way to the top one, accented.
  const cell = (row: string) =>
    window.getByRole('button', { name: new RegExp(`^Right hand, ${row}, beat 2 &:`) });
  await cell('top').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await expect(cell('middle')).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(cell('middle')).toHaveAccessibleName(/not struck$/);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(cell('touch')).toBeFocused();
  await page.keyboard.press('Space');
  await expect(cell('touch')).toHaveAccessibleName(/accented$/);
  await window.getByRole('radio', { name: 'soft' }).first().click();
  await window.getByRole('button', { name: 'Keep it' }).click();

  await expect(editor(page)).toContainText('right: T~ M L T> T~ M L M, soft');
  await expect(editor(page)).toContainText('left: alternating bass');
  await expect(section(page, 'Verse')).toContainText('left hand: alternating bass');

  // Two bars that take turns, with a name; and something else in the second bar only.
  await page.keyboard.press('h');
  await window
    .getByRole('radiogroup', { name: 'Right hand: bars of the pattern' })
    .getByRole('radio', { name: '2 bars' })
    .check({ force: true });
  await window.getByRole('radio', { name: 'Bar 2 of 2' }).check({ force: true });
  await window.getByRole('button', { name: /^Right hand, low, beat 1:/ }).click();
  await window.getByRole('textbox', { name: 'Right hand: name of this pattern' }).fill('lilt');
  await page.keyboard.press('Enter');
  await window.getByRole('button', { name: 'Keep it' }).click();
  await expect(editor(page)).toContainText(
    'pattern lilt: T~ M L T> T~ M L M | T~L M L T> T~ M L M',
  );
  await expect(editor(page)).toContainText('right: “lilt”, soft');
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  await page.keyboard.press('h');
  await window.getByRole('radio', { name: 'Bar 2 only' }).check({ force: true });
  await window.getByRole('button', { name: /Left hand$/ }).click();
  await page.getByRole('option', { name: 'whole notes' }).click();
  await expectAccessible(page);
  await window.getByRole('button', { name: 'Keep it' }).click();
  await expect(editor(page)).toContainText('left bar 2: whole notes');
  await expect(section(page, 'Verse')).toContainText('left hand in bar 2: whole notes');
  for (let step = 0; step < 2; step += 1) await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('lilt');
  await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('right:');
  await page.keyboard.press('Control+y');
  await expect(editor(page)).toContainText('T~ M L T> T~ M L M');

  // For the whole song it is said above the sections, and no more in this one.
  await openTexture(page, 'Verse');
  await window.getByRole('button', { name: 'For the whole song' }).click();
  await expect(editor(page)).toContainText('left: alternating bassVerse:');
});

test('what the hands do is heard before it is kept, and stopped', async ({ page }) => {
  await openSong(page, 'The Ferry Bell');
  const window = await openTexture(page, 'Chorus');
  await window.getByRole('button', { name: 'Hear the section' }).click();
  await expect(window.getByRole('button', { name: 'Stop', exact: true })).toBeVisible({
    timeout: 30_000,
  });
  await window.getByRole('radio', { name: 'loud' }).first().click();
  await window.getByRole('button', { name: /^(?:Finding the hands: )?stop$/i }).click();
  await expect(window.getByRole('button', { name: 'Hear the section' })).toBeVisible();
  await window.getByRole('button', { name: 'Close' }).click();
  await expect(editor(page)).not.toContainText('loud');
});

test('while one writes, the song is played from the cursor; the chart follows, an edit ends it', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(
    page,
    'title: From Here\nkey: C\ntempo: 60\n\nVerse:\n  1 | 4 | 2m\n\nVamp open:\n  5\n\nEnd:\n  6m\n',
  );
  const stop = page.getByRole('button', { name: 'Stop playing' });
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  await page.clock.install();
  await page.keyboard.press(' ');
  await expect(page.getByText('The chart follows in time instead.')).toBeVisible({
    timeout: 30_000,
  });
  await page.clock.runFor(100);
  await expect.poll(() => playing(page)).toContain('4 F');
  await page.clock.runFor(4_000);
  await expect.poll(() => playing(page)).toContain('2 m Dm');
  for (let round = 0; round < 2; round += 1) {
    await page.clock.runFor(4_000);
    await expect.poll(() => playing(page)).toContain('5 G');
  }
  // G is the signal while something open sounds, and opens no window.
  await page.keyboard.press('g');
  await page.clock.runFor(4_000);
  await expect.poll(() => playing(page)).toContain('6 m Am');
  await page.keyboard.press(' ');
  await expect(stop).toHaveCount(0);
  await expect.poll(() => playing(page)).toBe('');

  await page.getByRole('button', { name: 'Play from here' }).click();
  await page.clock.runFor(500);
  await expect.poll(() => playing(page)).toContain('4 F');
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  await page.keyboard.press('>');
  await expect(editor(page)).toContainText('1 | 4> | 2m');
  await expect(stop).toHaveCount(0);
});

test('a tune is typed, played in, seen in degrees and on a staff, and undone', async ({ page }) => {
  await writeSong(
    page,
    'title: Sung\nkey: G\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n  > Lan-terns on | the quay\n',
  );
  const verse = section(page, 'Verse');
  await verse.getByRole('listitem').first().click();
  await page.keyboard.press('t');
  const window = page.getByRole('dialog', { name: 'Tune of this line' });
  const field = window.getByLabel('The tune of these 4 bars');
  await field.fill('1 2 9');
  await expect(window.getByText('“9” is no note of a tune.')).toBeVisible();
  await expect(window.getByRole('button', { name: 'Set the tune' })).toBeDisabled();
  await field.fill("1 2 (3 5) 1'");
  // A and B are played in; the bar of what follows is filled with silence.
  await window.getByRole('radio', { name: 'half' }).click();
  await window.getByRole('button', { name: 'A4', exact: true }).click();
  await window.getByRole('button', { name: 'B4', exact: true }).click();
  await expect(field).toHaveValue("1 2 (3 5) 1' | 2 3");
  await window.getByRole('button', { name: 'C5', exact: true }).click();
  await window.getByRole('button', { name: 'Take the last back' }).click();
  await expect(window.getByRole('img', { name: 'Bar 1 of the tune' }).locator('svg')).toBeVisible();
  // A keyboard plays faster than the screen is drawn; no note is lost.
  await window.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await window.getByRole('radio', { name: '8th' }).click();
  await window.getByRole('button', { name: 'Up and back' }).click();
  await expect(field).toHaveValue("1 2 (3 5) 1' | 2 3 | 1, 2, 3, 2, _ . . .");
  for (let note = 0; note < 4; note += 1)
    await window.getByRole('button', { name: 'Take the last back' }).click();
  await expectAccessible(page);
  await window.getByRole('button', { name: 'Set the tune' }).click();

  await expect(editor(page)).toContainText("tune: 1 2 (3 5) 1' | 2 3");
  await expect(verse.getByRole('listitem').first()).toContainText(/1\s*Lan-\s*2\s*terns\s*3\s*on/);
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'On a staff' }).click();
  await page.keyboard.press('Escape');
  const staff = verse.getByRole('img', { name: 'Tune: 1 2 3 5 1' });
  await expect(staff.locator('svg')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(editor(page)).not.toContainText('tune:');

  await page.getByRole('button', { name: 'Redo', exact: true }).first().click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(staff.locator('svg')).toBeVisible();
  // Stems (the beam has those of the two between) stand at the sides of their heads: the sign type
  // was there when they were measured.
  const gaps = await staff.locator('.vf-stavenote').evaluateAll((notes) =>
    notes.flatMap((note) => {
      const head = note.querySelector('.vf-notehead > text')?.getBoundingClientRect();
      const stem = note.querySelector('.vf-stem')?.getBoundingClientRect();
      if (!head || !stem) return [];
      return [Math.min(Math.abs(stem.left - head.left), Math.abs(stem.right - head.right))];
    }),
  );
  expect(gaps).toHaveLength(3);
  expect(Math.max(...gaps)).toBeLessThan(2);
});

test('the tune decides: a colour that rubs against a long sung note says so', async ({ page }) => {
  await writeSong(page, 'title: Rub\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4\n  tune: 3 . . . | 1\n');
  await section(page, 'Verse').getByRole('listitem').first().click();
  await page.getByRole('radio', { name: 'Colours' }).click();
  await expect(page.getByRole('radio', { name: 'the tune: 3' })).toBeChecked();
  const card = page.getByRole('region', { name: 'Colours of the chord' });
  await expect(card.getByText(/The sung 3/).first()).toBeVisible();
  await page.getByRole('radio', { name: 'nothing' }).click();
  await expect(card.getByText(/The sung 3/)).toHaveCount(0);
});

test('a lyric is spread in syllables', async ({ page }) => {
  await writeSong(page, 'title: Parted\nkey: C\n\nVerse:\n  1 | 4\n');
  await section(page, 'Verse').getByRole('listitem').first().click();
  await page.keyboard.press('l');
  await page.getByLabel('The lyric of this section').fill('Morning is ringing');
  await page.getByRole('button', { name: /Words in syllables/ }).click();
  await page.getByRole('option', { name: 'Parted as in English' }).click();
  await page.getByRole('button', { name: 'Spread it' }).click();
  await expect(editor(page)).toContainText('> Morn-ing | is ring-ing');
});
