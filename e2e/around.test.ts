import { expect, test, type Page } from '@playwright/test';
import { editor, expectAccessible, fromMenu, writeSong } from './pages.ts';

const chart = (page: Page) => page.getByRole('application', { name: 'Chart', exact: true });
const song =
  'title: Saltmarsh Lights\nkey: D\n\nVerse:\n  1 | 4 | 6m . 5 . | 4\n  tune: 3 . 2 1 | 6, . 1 . | 3 5 5 . | 4 . . .\n\nChorus:\n  1 | 5/7 | 6m | 4\n  1 | 1 | 4 . 5 . | 1\n';

test('a plain song gets an intro from its last line, heard first, and an ending; both are undone', async ({
  page,
}) => {
  await writeSong(page, song);
  await fromMenu(page, 'Intro and ending');
  const window = page.getByRole('dialog', { name: 'Intro and ending' });
  const intros = window.getByRole('list', { name: 'Intros' });
  await expect(intros.getByRole('listitem').first()).toContainText('The last line of the chorus');
  expect(await intros.getByRole('listitem').count()).toBeGreaterThanOrEqual(6);
  await expect(window).toContainText('The singer begins on 3');
  await expectAccessible(page);

  // Heard with how the song begins; another one takes its place.
  await window.getByRole('button', { name: 'Hear The last line of the chorus' }).click();
  await expect(window.getByRole('button', { name: 'Stop' })).toHaveCount(1);
  await window.getByRole('button', { name: 'Hear Over a held 5' }).click();
  await expect(
    window.getByRole('button', { name: 'Hear The last line of the chorus' }),
  ).toBeVisible();
  await window.getByRole('button', { name: 'Stop' }).click();

  await window.getByRole('button', { name: 'Put it in: The last line of the chorus' }).click();
  await expect(editor(page)).toContainText('1 | 1 | 4 5 | 1 4/5');
  await expect(page.getByText('“Intro” stands in the chart.')).toBeVisible();

  await fromMenu(page, 'Intro and ending');
  await window.getByText('Behind the song').click();
  await window.getByRole('button', { name: 'Put it in: A coloured close' }).click();
  await expect(editor(page)).toContainText('2(13) | 59sus4 | 4/5 5/7 | 1~^');

  await chart(page).focus();
  await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('Ending:');
  await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('Intro:');
});

test('between two chords: ideas in their forms, heard against what stands, one taken for the second time only, one refused with its reason', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Between\nkey: C\n\nVerse x2:\n  4 | 1/5 | 6m | 4\n  tune: 4 . . . | 5 . . . | 1 . . . | 6, . . .\n',
  );
  await chart(page).focus();
  await page.keyboard.press('Home');
  await fromMenu(page, 'What can go between');
  const window = page.getByRole('dialog', { name: 'What can go between' });
  const ideas = window.getByRole('list', { name: 'Ideas' });
  await expect(ideas.getByRole('listitem').first()).toBeVisible();
  await expectAccessible(page);

  // What stands, then the idea; one sound ends the other.
  await window.getByRole('button', { name: 'Hear it as it stands' }).click();
  await window.getByRole('button', { name: /^Hear Four turns minor/ }).click();
  await expect(window.getByRole('button', { name: 'Hear it as it stands' })).toBeVisible();
  await window.getByRole('button', { name: 'Stop', exact: true }).click();

  // What rubs against the long sung 4 is not offered, and says so.
  await window.getByText('What does not go here, and why').click();
  await expect(window.getByText(/The sung 4 is a half step over/).first()).toBeVisible();

  await window.getByText('2nd time', { exact: true }).click();
  await window.getByRole('button', { name: 'This time only: Four turns minor' }).click();
  await expect(editor(page)).toContainText('2nd time bar 1: 4 4m');
  await expect(page.getByText('It stands in the chart.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('2nd time');

  await fromMenu(page, 'What can go between');
  await window.getByRole('button', { name: /^Take it: Four turns minor/ }).click();
  await expect(editor(page)).toContainText('4 4m | 1/5 | 6m | 4');
});
