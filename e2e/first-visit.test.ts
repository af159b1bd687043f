import { expect, test } from '@playwright/test';
import {
  bars,
  editor,
  expectAccessible,
  fromMenu,
  fromRow,
  openSong,
  openText,
  section,
} from './pages.ts';

/** The whole way once, as a new user would go it. */
test('from a demo song to a shared set, and back to nothing', async ({ page, browser }) => {
  await test.step('open a demo song', async () => {
    await openSong(page, 'Lanterns on the Quay');
    expect(await bars(page, 'Intro')).toEqual([
      '1 add9 E♭add9',
      '5 /7 B♭/D',
      '6 m7 Cm7',
      '4 maj7 rings A♭maj7',
    ]);
  });

  await test.step('step it through all twelve keys', async () => {
    const seen: string[] = [];
    for (let step = 0; step < 12; step += 1) {
      const [first] = await bars(page, 'Intro');
      expect(first).toMatch(/^1 add9 /);
      seen.push(first!.split(' ')[2]!);
      await page.getByRole('button', { name: 'Half step up' }).click();
      await expect(section(page, 'Intro').getByRole('listitem').first()).not.toHaveText(
        new RegExp(`${first!.split(' ')[2]}$`),
      );
    }
    expect(seen).toEqual(
      ['E♭', 'E', 'F', 'G♭', 'G', 'A♭', 'A', 'B♭', 'B', 'C', 'D♭', 'D'].map((key) => `${key}add9`),
    );
    expect((await bars(page, 'Intro'))[0]).toBe('1 add9 E♭add9');
  });

  await test.step('type a new song of four sections from nothing', async () => {
    await page.getByRole('link', { name: 'Songs' }).click();
    await page.getByRole('button', { name: 'New song', exact: true }).click();
    await openText(page);
    await openText(page);
    await editor(page).click();
    await page.keyboard.press('Control+a');
    const lines = [
      'title: Copper Morning',
      'key: A',
      'meter: 4/4',
      'tempo: 88',
      '',
      'Intro x2:',
      '1 | 4/1',
      '',
      'Verse 1:',
      '1 | 6m7 | 4maj7 | 5sus4 5',
      '> Copper | morning on the | roof',
      '',
      'Chorus:',
      '4 | 5/4 | 3m7 | <6m7~',
      '',
      'Ending:',
      'b7 | 4 | 1~^',
    ];
    for (const line of lines) {
      await page.keyboard.type(line);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('heading', { level: 1, name: 'Copper Morning' })).toBeVisible();
    for (const name of ['Intro', 'Verse 1', 'Chorus', 'Ending'])
      await expect(section(page, name)).toBeVisible();
    expect(await bars(page, 'Ending')).toEqual(['♭ 7 G', '4 D', '𝄐 hold 1 rings A']);
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  });

  await test.step('break a bar and take the repair', async () => {
    await section(page, 'Verse 1').getByRole('listitem').nth(2).click();
    await editor(page).focus();
    await page.keyboard.type('4 1 ');
    const problems = page.getByRole('region', { name: 'Problems in the chart' });
    await expect(problems).toContainText('4/4 cannot share a bar among 3 parts');
    await expect(section(page, 'Chorus')).toBeVisible();
    await problems.getByRole('button', { name: 'Write 4 . 1 4maj7' }).click();
    await expect(problems).toBeHidden();
    expect((await bars(page, 'Verse 1'))[2]).toBe('4 D 1 A 4 maj7 Dmaj7 roof');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  });

  await test.step('add it to a set in another key', async () => {
    await page.getByRole('button', { name: 'Half step down' }).click();
    await page.getByRole('button', { name: 'Half step down' }).click();
    await fromMenu(page, 'Add to a set');
    await expect(page.getByRole('dialog')).toContainText('Add to a set in G');
    await page.getByRole('button', { name: 'Add to a new set' }).click();
    await expect(page.getByRole('grid', { name: 'Songs in this set' })).toContainText(
      'Copper Morning',
    );
    await expect(page.getByRole('button', { name: /Key of Copper Morning/ })).toContainText('G');
    await page.getByRole('textbox', { name: 'Name of the set' }).fill('Copper Sunday');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  });

  const address = await test.step('share it', async () => {
    await page.getByRole('button', { name: 'Share' }).click();
    await page.getByRole('button', { name: 'Make a link' }).click();
    const link = page.getByRole('list', { name: 'Open links' }).getByRole('code');
    await expect(link).toContainText('/s/');
    return link.innerText();
  });

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const reader = await phone.newPage();
  await test.step('open the link on a fresh phone', async () => {
    await reader.goto(address);
    await expect(reader.getByRole('heading', { level: 1, name: 'Copper Sunday' })).toBeVisible();
    expect((await bars(reader, 'Ending'))[0]).toBe('♭ 7 F');
    await reader.getByRole('radio', { name: 'Letters' }).click();
    expect(await bars(reader, 'Ending')).toEqual(['F', 'C', '𝄐 hold G rings']);
    await reader.getByRole('button', { name: 'Half step up' }).click();
    expect((await bars(reader, 'Ending'))[0]).toBe('G♭');
    // One's own key and capo are there again on this device.
    await reader.getByRole('combobox', { name: 'Capo' }).selectOption('1');
    await expect(reader.getByText('capo 1, shapes of G')).toBeVisible();
    await reader.reload();
    await expect.poll(async () => (await bars(reader, 'Ending'))[0]).toBe('F');
    await expect(reader.getByText('capo 1, shapes of G')).toBeVisible();
    await reader.getByRole('button', { name: 'Stand' }).click();
    await expect(reader.getByText('capo 1', { exact: true })).toBeVisible();
    await expect(reader.getByLabel('Key A♭')).toBeVisible();
    await reader.getByRole('button', { name: 'Leave' }).click();
    // Back in the key that is given one follows it again.
    await reader.getByRole('button', { name: 'Half step down' }).click();
    await expect(reader.getByText('played in')).toHaveCount(0);
    const sideways = await reader.evaluate(
      () => document.documentElement.scrollWidth - window.innerWidth,
    );
    expect(sideways).toBeLessThanOrEqual(0);
    const response = await reader.request.get(address);
    expect(response.headers()['x-robots-tag']).toContain('noindex');
  });

  await test.step('revoke it and see it gone', async () => {
    await page.getByRole('button', { name: 'Revoke' }).click();
    await expect(page.getByRole('list', { name: 'Open links' }).getByRole('code')).toHaveCount(0);
    await reader.reload();
    await expect(reader.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
  });
  await phone.close();
});

test('at a first visit it says what it is; a song that is begun is nowhere until something is written in it', async ({
  page,
}) => {
  await page.goto('/songs');
  const welcome = page.getByRole('region', { name: /^Song charts in numbers/ });
  await expect(welcome).toBeVisible();
  await expectAccessible(page);
  await welcome.getByRole('button', { name: /^Look at “/ }).click();
  await expect(page.getByRole('application', { name: 'Chart', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Songs' }).click();
  await expect(page.getByRole('list', { name: 'Songs' })).toBeVisible();
  await expect(welcome).toHaveCount(0);

  const begin = async () => {
    // The title of a song without a name is a button of the same name: only the list's begins one.
    await expect(page.getByRole('heading', { level: 1, name: 'Songs' })).toBeVisible();
    await page.getByRole('button', { name: 'New song', exact: true }).click();
    await expect(page.getByText('Kept once you write in it')).toBeVisible();
  };
  /** Where the server would have the open song: others of its name come and go with other journeys. */
  const begun = () => `/api/songs/${/\/songs\/([0-9a-f-]+)/.exec(page.url())![1]}`;
  for (let time = 0; time < 2; time += 1) {
    await begin();
    const song = begun();
    await page.getByRole('link', { name: 'Songs' }).click();
    await expect(page.getByRole('list', { name: 'Songs' })).toBeVisible();
    expect((await page.request.get(song)).status()).toBe(404);
  }

  await begin();
  // It is still there after a reload, and made with the first word.
  await page.reload();
  await page.getByRole('heading', { level: 1 }).getByRole('button').click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Begun Here');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: 'Begun Here' })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // What needs the song on the server makes it.
  await page.getByRole('link', { name: 'Songs' }).click();
  await begin();
  const song = begun();
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'New song' })).toBeVisible();
  await page.getByRole('button', { name: 'Leave' }).click();

  await page.goto('/songs');
  expect((await page.request.get(song)).status()).toBe(200);
  await fromRow(page, 'Begun Here', 'Delete');
  await page.getByRole('link', { name: 'Trash' }).click();
  const trash = page.getByRole('list', { name: 'What was deleted' });
  // Another journey may have deleted a song since.
  await expect(trash.getByRole('listitem').filter({ hasText: 'Begun Here' })).toBeVisible();
  await expectAccessible(page);
  await trash.getByRole('button', { name: 'Take back Begun Here' }).click();
  await expect(page.getByText('“Begun Here” is back')).toBeVisible();
  await expect(trash.getByText('Begun Here')).toHaveCount(0);
  await page.getByRole('link', { name: 'Songs' }).click();
  await expect(page.getByRole('link', { name: 'Begun Here' })).toBeVisible();
});
