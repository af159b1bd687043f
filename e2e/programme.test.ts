import { expect, test } from '@playwright/test';
import { expectAccessible, withoutSound, writeSong } from './pages.ts';

test('bars go through metres by themselves: a clean round goes on, another one comes again, and is told at the end', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(
    page,
    'title: Round and Round the Mill\nkey: C\ntempo: 300\n\nVerse:\n  1 | 4 5\n',
  );
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('link', { name: 'Through keys and metres' }).click();
  await expect(page.getByLabel('Song')).toContainText('Round and Round the Mill');
  await expect(page.getByText('192 rounds, about', { exact: false })).toBeVisible();
  await page.getByText('its own key').click();
  await page.getByText('3/4', { exact: true }).click();
  const from = page.getByLabel('From tempo');
  await from.fill('300');
  await from.blur();
  await expect(page.getByText('2 rounds, about a minute.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Begin the programme' }).click();

  const round = page.getByRole('heading', { name: /^Round \d of 2/ });
  await expect(round).toHaveText('Round 1 of 2: C · 4/4 · block · 300');
  const stop = page.getByRole('button', { name: 'Stop', exact: true });
  await stop.click();
  await page.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await page.getByLabel('It plays').selectOption({ label: 'a clean round' });
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText(/^Round \d at 300: clean/)).toBeVisible();
  await page.getByLabel('It plays').selectOption({ label: 'a wrong key' });

  // Nobody touches anything; the keyboard stays the one that was chosen.
  await expect(round).toHaveText('Round 2 of 2: C · 3/4 · block · 300');
  await expect(page.getByText(/^Round 3 at/)).toBeVisible();
  const unclean = page.getByRole('listitem').filter({ hasText: 'C · 3/4 · block · 300' });
  const only = page.getByRole('heading', { name: 'Round 1 of 1: C · 3/4' });
  // As often as one likes, though the same ones stay.
  for (const _time of [1, 2]) {
    // It is tried three times.
    await expect(unclean).toBeVisible({ timeout: 40_000 });
    await page.getByRole('button', { name: 'These once more' }).click();
    await expect(only).toBeVisible();
  }
  await page.getByRole('button', { name: 'Pass over' }).click();
  await expect(page.getByText('That was all of it', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: 'Practice', exact: true }).click();
  await expect(page.getByText('Verse, programme').first()).toBeVisible();
});
