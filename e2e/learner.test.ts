import { expect, test } from '@playwright/test';
import { expectAccessible, withoutSound, writeSong } from './pages.ts';

test('a learner practises one song by a link on a phone; whoever sent it sees the log, and nobody else', async ({
  page,
  browser,
}) => {
  await writeSong(
    page,
    'title: Low Tide Lesson\nkey: D\ntempo: 300\nrights: Free to sing.\n\nVerse:\n  1add9 | 6m7 | 4maj7 | 57sus4\n\nChorus:\n  4 | 1\n',
  );
  const openShare = async () => {
    await page.getByRole('button', { name: 'Menu', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Share' }).click();
  };
  await openShare();
  const share = page.getByRole('dialog', { name: /^Share/ });
  await share.getByLabel('For', { exact: true }).selectOption({ label: 'a learner' });
  await share.getByLabel('Whose it is, if you like').fill('Mila');
  await share.getByLabel('From the tempo on').selectOption({ label: '90 %' });
  await share.getByRole('button', { name: /^Make a/ }).click();
  const row = share.getByRole('list', { name: 'Open links' }).getByRole('listitem');
  await expect(row).toContainText('a learner · Mila');
  await expectAccessible(page);
  const address = (await row.locator('code').textContent())!;

  const context = await browser.newContext({
    storageState: { cookies: [], origins: [] },
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const phone = await context.newPage();
  await withoutSound(phone);

  await test.step('its shapes are those of plain triads, in the right hand; the song has its rights', async () => {
    await phone.goto(new URL(address).pathname);
    await expect(phone.getByRole('heading', { level: 1, name: 'Low Tide Lesson' })).toBeVisible();
    await expect(phone.getByText('for Mila')).toBeVisible();
    await expect(phone.getByText('Free to sing.')).toBeVisible();
    // 1add9, 6m7, 4maj7 and 57sus4 are D, Bm, G and A to a beginner; the chorus has two of them.
    const shapes = phone.getByRole('article');
    for (const name of ['D', 'Bm', 'G', 'A'])
      await expect(shapes.getByText(name, { exact: true }).first()).toBeVisible();
    await expect(shapes.getByText('Dadd9')).toHaveCount(0);
    await expectAccessible(phone);
  });

  await test.step('chords are called and wait; then a round in time, at the tempo that the link says', async () => {
    await phone.getByRole('button', { name: /Play on/ }).click();
    await phone.getByRole('option', { name: 'Simulated keyboard' }).click();
    await expect(phone.getByLabel('Step', { exact: true })).toContainText('The right hand alone');
    await phone.getByRole('button', { name: 'Begin', exact: true }).click();
    // The chart follows below; what is called stays before one's eyes.
    await expect(phone.getByRole('region', { name: 'What is called' })).toBeInViewport({
      ratio: 1,
    });
    const play = phone.getByRole('button', { name: 'Play what is called' });
    for (let chord = 0; chord < 4; chord += 1) {
      await expect(phone.getByText(`bar ${chord + 1} · ${chord} of 4`)).toBeVisible();
      await play.click();
    }
    await expect(
      phone.getByRole('heading', { name: '4 chords, without a wrong key' }),
    ).toBeVisible();
    await phone.getByText('In time', { exact: true }).click();
    await phone.getByLabel('It plays').selectOption({ label: 'a wrong key' });
    await phone.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(phone.getByRole('heading', { name: /^Round 1 at 270/ })).toBeVisible();
    await expect(phone.getByText(/instead of/)).toBeVisible();
  });

  await test.step('without a network a round waits on the phone; it is told once', async () => {
    await phone.route('**/api/shared/*/log', (route) => route.abort());
    await phone.getByLabel('It plays').selectOption({ label: 'a clean round' });
    await phone.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(phone.getByRole('heading', { name: /^Round 2/ })).toBeVisible();
    await expect(phone.getByText('1 entry waits in this browser for the server.')).toBeVisible();
    await phone.unroute('**/api/shared/*/log');
    await phone.reload();
    await expect(phone.getByText('for Mila')).toBeVisible();
    await expect(phone.getByText('waits in this browser')).toHaveCount(0);
  });

  await test.step('the log is seen where the link was made', async () => {
    await row.getByRole('button', { name: 'What was practised' }).click();
    const log = row.getByRole('region', { name: 'What was practised' });
    await expect(log).toContainText('3 rounds');
    await expect(log.getByRole('listitem')).toHaveText([
      /Verse, right hand alone, in time.*2 rounds, clean at 26\d of 300/,
      /Verse, right hand alone, called.*clean/,
    ]);
    await page.goto('/practice');
    await expect(page.getByRole('region', { name: 'Logbook' })).toBeVisible();
    await expect(page.getByText('Low Tide Lesson')).toHaveCount(0);
    await page.goBack();
  });

  await test.step('once it is revoked, it opens nothing', async () => {
    await openShare();
    await row.getByRole('button', { name: 'Revoke' }).click();
    await expect(page.getByText('Link revoked')).toBeVisible();
    await phone.reload();
    await expect(phone.getByText('This link opens nothing')).toBeVisible();
    await context.close();
  });
});
