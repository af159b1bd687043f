import { expect, test } from '@playwright/test';
import { about, choose, held, openHands, panel, say, walkThrough } from './handsPage.ts';
import { expectAccessible, section, writeSong } from './pages.ts';

test('a section is told its left hand, and what else where reach forbids; the other sections stay', async ({
  page,
}) => {
  await writeSong(page, 'title: Told\nkey: F\n\nVerse:\n  6m | 2m | 5 | 1\n\nChorus:\n  4 | 1\n');
  await openHands(page);
  const [first] = await walkThrough(page, 'Verse', 1);
  await choose(page, 'Verse', 0);
  const lefts = async () =>
    (await walkThrough(page, 'Verse', 6)).map(({ left }) =>
      left.map((note) => note - left[0]!).join('-'),
    );

  // A usual hand reaches a ninth: a tenth would be rolled, so the else is held.
  await say(page, /Left hand of the section/, '1-5-10');
  await say(page, /Else, where that cannot be/, 'else 1-5');
  await expect.poll(async () => (await lefts()).slice(0, 4)).toEqual(['0-7', '0-7', '0-7', '0-7']);
  expect((await lefts()).at(-1)).toBe('0-12');
  await choose(page, 'Verse', 0);
  await say(page, /Else, where that cannot be/, 'else as found');
  await expect.poll(async () => (await lefts())[0]).toBe('0-7-15');
  await expectAccessible(page, 'colours');

  // The seventh is the key’s, and the chart is as it was.
  await choose(page, 'Verse', 0);
  await say(page, /Left hand of the section/, '1-5-7');
  await expect.poll(async () => (await lefts())[3]).toBe('0-7-11');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect.poll(async () => (await lefts())[0]).toBe('0-7-10');

  await choose(page, 'Verse', 0);
  await say(page, /Left hand of the section/, 'as found');
  await expect.poll(async () => (await walkThrough(page, 'Verse', 1))[0]).toEqual(first);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await lefts())[0]).toBe('0-7-10');
});

test('bells of home by one action, chords in the left hand; for everybody it stands in the chart', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Bells\nkey: Bb\n\nVerse:\n  1 | 4 | 1 | 5 | b6 | b7 | 1\n\nChorus:\n  4 | 1\n',
  );
  await openHands(page);
  const [plain] = await walkThrough(page, 'Verse', 1);
  await choose(page, 'Verse', 0);
  await say(page, /Right hand of the section/, 'bells of home');
  await expect.poll(async () => (await held(page)).right).toEqual([70, 77, 82]);
  // After a choice the arrows are for the chords, not for what was chosen.
  await page.keyboard.press('ArrowRight');
  await expect(panel(page)).toContainText('Bar 2 of Verse');
  const rung = await walkThrough(page, 'Verse', 9);
  // F Bb D, G Bb Eb, F Bb D, F Bb C, the nearest of b6 and of b7, F Bb D.
  expect(rung.slice(0, 7).map(({ left }) => left)).toEqual([
    [53, 58, 62],
    [55, 58, 63],
    [53, 58, 62],
    [53, 58, 60],
    [54, 58, 61],
    [51, 56, 60],
    [53, 58, 62],
  ]);
  expect(new Set(rung.slice(0, 7).map(({ right }) => right.join()))).toEqual(new Set(['70,77,82']));
  expect(rung[7]!.right).not.toEqual([70, 77, 82]);
  await choose(page, 'Verse', 3);
  await expect(panel(page).getByRole('alert')).toContainText('It is heard as 5sus4');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await walkThrough(page, 'Verse', 1))[0]).toEqual(plain);

  // Said for everybody it is a line of the chart, and the player’s own word counts more.
  await about(page, 'This section');
  await panel(page).getByRole('radio', { name: 'everybody' }).check({ force: true });
  await say(page, /Right hand of the section/, 'bells of home');
  await expect(section(page, 'Verse')).toContainText('right hand: bells of home');
  await say(page, /Pedal of the section/, 'with each bar');
  await expect(section(page, 'Verse')).toContainText('pedal: with each bar');
  await expect.poll(async () => (await held(page)).right).toEqual([70, 77, 82]);
  await panel(page).getByRole('radio', { name: 'my part' }).check({ force: true });
  await say(page, /Right hand of the section/, 'root position');
  await expect.poll(async () => (await walkThrough(page, 'Verse', 1))[0]!.right[0]! % 12).toBe(10);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await choose(page, 'Chorus', 0);
  await about(page, 'This section');
  await panel(page)
    .getByRole('button', { name: /Play it like another section/ })
    .click();
  await page.getByRole('option', { name: 'like Verse' }).click();
  // 4 in root position.
  await expect.poll(async () => (await held(page)).right[0]! % 12).toBe(3);
});
