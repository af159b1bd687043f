import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, songText, writeSong } from './pages.ts';

const chart = (title: string, singer: string, verse: string, chorus: string) =>
  `title: ${title}\nsinger: ${singer}\nkey: C\n\nVerse:\n  1 | 4\n  tune: ${verse}\n\nChorus x2:\n  1 | 5\n  tune: ${chorus}\n`;
const panel = (page: Page) => page.getByRole('region', { name: 'Keys', exact: true });
const keys = (page: Page) => panel(page).getByRole('list', { name: 'Keys, the best first' });

async function openKey(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Key', exact: true }).click();
  await expect(page).toHaveURL(/\/key$/);
}

test('a voice is noted on the upright keyboard, keys are ranked with why, one is looked at and written', async ({
  page,
}) => {
  await writeSong(
    page,
    chart('Herons at Noon', 'Wim Aldane', '3 . . . | 5 . . .', "1' . . . | 5 . 3 ."),
  );
  await openKey(page);
  await expect(panel(page)).toContainText('Nobody is named who sings it');
  await panel(page).getByRole('button', { name: 'Who sings' }).click();
  await panel(page).getByRole('button', { name: 'Note a voice' }).click();
  const window = page.getByRole('dialog', { name: 'Note a voice' });
  await window.getByLabel('Whose voice').selectOption('Wim Aldane');
  await window.getByLabel('Begin from').selectOption('a baritone');
  // Limits that make no sense are said, and nothing is noted.
  await window.getByRole('radio', { name: 'Lowest with comfort' }).check();
  await window.locator('[data-note="66"]').click();
  await window.getByRole('button', { name: 'Note it' }).click();
  await expect(window.getByRole('alert')).toContainText('change them about');
  await window.locator('[data-note="48"]').click();
  await window.getByRole('radio', { name: 'Highest with comfort' }).check();
  await window.locator('[data-note="60"]').click();
  await window
    .getByRole('button', { name: 'Highest with comfort: a half step down' })
    .press('Enter');
  await expectAccessible(page);
  await window.getByRole('button', { name: 'Note it' }).click();
  await expect(window).toHaveCount(0);
  // The chart names him: his voice is asked.
  await expect(panel(page).getByRole('switch', { name: 'Wim Aldane' })).toBeChecked();
  await expect(panel(page)).toContainText('C3 to B3');
  await panel(page).getByText('What is sung', { exact: true }).click();
  await expect(panel(page).getByRole('row', { name: /^Chorus/ })).toContainText('E');
  await panel(page).getByText('Keys', { exact: true }).click();

  const first = keys(page).getByRole('listitem').first();
  await expect(first).toContainText('suits the voice');
  const why = first.getByRole('list', { name: /^Why / });
  await expect(why).toContainText(/Wim Aldane sings .+ to .+ \(an octave lower\)/);
  await expect(why).toContainText('What is left of 100');
  await panel(page).getByRole('button', { name: 'All twelve keys' }).click();
  await expect(
    keys(page)
      .getByText(/Wim Aldane: .+ too (high|low)/)
      .first(),
  ).toBeVisible();
  const look = first.getByRole('button', { name: /^Look at it in / });
  const name = (await look.textContent())!.replace('Look at it in ', '').trim();
  await look.click();
  await expect(page).toHaveURL(/key=/);
  await expect(look).toHaveCount(0);
  await first.getByRole('button', { name: `Write it in ${name}` }).click();
  await expect(page.getByText(`It is written in ${name} now.`)).toBeVisible();
  await expect(page).not.toHaveURL(/key=/);
  expect(await songText(page)).toContain(`key: ${name.replace('♭', 'b').replace('♯', '#')}\n`);
  await openKey(page);
  await page.keyboard.press('Control+z');
  await expect.poll(() => songText(page)).toContain('key: C\n');
});

test('where no key suits, it is said by how much and what would help; a lift that goes too high is told', async ({
  page,
}) => {
  await writeSong(
    page,
    chart('Tern over Weir', 'Bram Okell', '1, . . . | 2, . . .', "6 . . . | 1' . . ."),
  );
  const songId = /songs\/([^/?]+)/.exec(page.url())![1]!;
  const items = [{ id: crypto.randomUUID(), songId, key: 'A', notes: '' }];
  const set = { name: 'Weir Sunday', date: '2026-11-01', leader: 'Bram', notes: '', items };
  expect((await page.request.post('/api/sets', { data: set })).status()).toBe(201);
  await openKey(page);
  await expect(panel(page).getByRole('region', { name: 'Sung before' })).toContainText(
    'sung with Bram on 1 Nov 2026',
  );
  const none = panel(page).getByRole('region', { name: 'No key suits everybody' });
  await expect(none).toContainText('The nearest misses by');
  await expect(none).toContainText('half steps more than Bram Okell has');
  await expect(none.getByRole('list', { name: 'What would help' })).toContainText(
    /if Bram Okell sings (Verse an octave higher|Chorus an octave lower)/,
  );
  await panel(page).getByText('What is sung', { exact: true }).click();
  await expect(panel(page).getByRole('row', { name: /^Chorus/ })).toBeVisible();
  await expectAccessible(page);
  await writeSong(
    page,
    chart('Tern and Tide', 'Bram Okell', '5 . . . | 5 . . .', "1' . . . | 2' . . ."),
  );
  await page.getByRole('link', { name: 'Moves', exact: true }).click();
  await page.getByText('Lifts', { exact: true }).click();
  await page.getByLabel('How far').selectOption({ index: 2 });
  await expect(page.getByText(/Bram Okell would sing .+: .+ too high\./)).toBeVisible();
  await page.getByLabel('How far').selectOption({ index: 4 });
  await expect(page.getByText('Bram Okell can sing it there.')).toBeVisible();
});

test('a range is found by singing, up to where it strains and down again; a song without a tune says what is sung', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Heron Without Tune\nkey: C\n\nVerse:\n  1 | 4\n\nChorus:\n  4 | 5\n',
  );
  await openKey(page);
  await panel(page).getByText('What is sung', { exact: true }).click();
  const say = panel(page).getByRole('region', { name: 'Say what is sung' });
  await say.getByRole('radio', { name: /^Highest/ }).check();
  await say.locator('[data-note="74"]').click();
  await say.getByRole('radio', { name: /^Lowest/ }).focus();
  await page.keyboard.press('ArrowDown');
  await say.getByRole('button', { name: 'Write it in the chart' }).click();
  await expect(panel(page)).toContainText('From B3 to D5');
  expect(await songText(page)).toContain("range: 7, to 2' mostly 4\n");
  await openKey(page);
  // One section is known better: what is said of the whole song counts for nothing any more.
  await panel(page).getByText('What is sung', { exact: true }).click();
  await say.getByRole('combobox', { name: 'Of' }).selectOption('Chorus');
  await say.getByRole('radio', { name: /^Highest/ }).check();
  await say.locator('[data-note="76"]').click();
  await say.getByRole('button', { name: 'Write it in the chart' }).click();
  await expect(panel(page)).toContainText('From B3 to E5');
  await panel(page).getByText('Sections without a tune').click();
  await say.getByRole('combobox', { name: 'Of' }).selectOption('Verse');
  await say.locator('[data-note="69"]').click();
  await say.getByRole('button', { name: 'Write it in the chart' }).click();
  await expect(panel(page).getByRole('row', { name: /^Verse/ })).toContainText('A4');
  expect(await songText(page)).toContain("Chorus:\n  range: 7, to 3' mostly 4\n");
  await openKey(page);

  await panel(page).getByRole('button', { name: 'Who sings' }).click();
  await panel(page).getByRole('button', { name: 'Change the voice of Bram Okell' }).click();
  const window = page.getByRole('dialog', { name: 'The voice of Bram Okell' });
  await window.getByRole('button', { name: 'Find it by singing' }).click();
  const finder = window.getByRole('region', { name: 'Find the range' });
  // The stand-in sings: its notes are heard as those of a microphone are.
  await finder.getByText('Simulated voice').click();
  const first = await finder.locator('b').innerText();
  await expect(finder.getByRole('status')).toContainText('Heard:');
  await expect.poll(() => finder.locator('b').innerText()).not.toBe(first);
  await finder.getByText('Nobody: I say it').click();
  await finder.getByRole('button', { name: 'It begins to strain: stop here' }).click();
  await expect(finder).toContainText('Now down again');
  for (let down = 0; down < 8; down += 1)
    await finder.getByRole('button', { name: 'Easy: on' }).click();
  await finder.getByRole('button', { name: 'It begins to strain: stop here' }).click();
  await expect(finder).toHaveCount(0);
  await expect(window.getByRole('list', { name: 'Limits' })).toContainText(/[A-G]\S*\d/);
});
