import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { expectAccessible, fromMenu, songNamed, withoutSound, writeSong } from './pages.ts';

const title = 'Smoke over the Saltings';
const text = `title: ${title}
key: C
singer: Nobody Known

Verse:
  1 | 4 | 6m | 5

Chorus:
  4 | 1 | 5 | 1
`;

test('an evening from the chart to the page: what is done and left of a song and its service, step by step, nothing forced', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(page, text);
  const songId = await songNamed(page, title);
  const song = page.url().split('?')[0]!;
  const set = randomUUID();
  const date = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
  const nothing = { notes: '', who: '', fixed: false, road: null, bridge: null };
  const item = { id: randomUUID(), kind: 'song', songId, key: null, ...nothing };
  const made = await page.request.post('/api/sets', {
    data: { id: set, name: 'Evening of the tide', date, leader: '', notes: '', items: [item] },
  });
  expect(made.status()).toBe(201);

  const steps = page.getByRole('region', { name: 'What is left to do' });
  const step = (name: string) => steps.getByRole('listitem').filter({ hasText: name });
  const said = steps.getByRole('status');
  const settle = steps.getByRole('button', { name: 'Good as it is' });

  await test.step('the chart says what it lacks, and it is said from there', async () => {
    await fromMenu(page, 'What is left to do');
    await expect(steps.getByRole('heading')).toContainText('For ');
    await expect(said).toHaveText('Chart: No tempo is said. 8 bars as it is played.');
    await steps.getByRole('button', { name: 'Title, tempo, singer, rights' }).click();
    await page.getByRole('dialog').getByRole('textbox', { name: 'Tempo' }).fill('84');
    await page.keyboard.press('Escape');
    await expect(step('Chart')).toContainText('done');
    await expect(said).toHaveText('Chart: 8 bars as it is played.');
    await expectAccessible(page);
  });

  await test.step('a step is good as it is, is not, and is again; one goes on from step to step', async () => {
    await steps.getByRole('link', { name: 'Next: Hands' }).click();
    await expect(page).toHaveURL(/\/hands/);
    await expect(said).toHaveText(
      'Hands: Nothing is decided: it is played as the search finds it.',
    );
    await settle.click();
    await expect(step('Hands')).toContainText('good as it is');
    await expect(settle).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('Control+z');
    await expect(step('Hands')).toContainText('left to do');
    await settle.click();
    await steps.getByRole('link', { name: 'Next: Moves' }).click();
    await expect(said).toHaveText('Moves: It has no intro. It has no ending.');
  });

  await test.step('what is written makes a step done', async () => {
    await page.getByRole('radio', { name: 'Around', exact: true }).check({ force: true });
    await page
      .getByRole('button', { name: /^Put it in: / })
      .first()
      .click();
    await expect(said).toContainText('It has no ending.');
    await expect(said).toContainText('An intro of ');
    await settle.click();
    await steps.getByRole('link', { name: 'Next: Fills' }).click();
    await page
      .getByRole('button', { name: /^Place it this time/ })
      .first()
      .click();
    await expect(step('Fills')).toContainText('done');
    await expect(said).toHaveText('Fills: 1 run is placed.');
    await steps.getByRole('link', { name: 'Next: Key' }).click();
    await expect(said).toHaveText(
      'Key: The voice of Nobody Known is not known. What is sung is not known: no tune, no range.',
    );
  });

  await test.step('a link to it ends its way; the page of the service says the same, and what is next there', async () => {
    await settle.click();
    await steps.getByRole('button', { name: 'Next: Share' }).click();
    const share = page.getByRole('dialog', { name: `Share “${title}”` });
    await share.getByRole('button', { name: 'Make a link' }).click();
    await expect(share.getByText(/\/s\//)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(step('Share')).toContainText('done');
    await expect(said).toHaveText('Nothing is left to do.');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await steps.getByRole('heading').getByRole('link').click();
    await expect(
      page.getByRole('heading', { level: 1, name: 'Evening of the tide: what is left to do' }),
    ).toBeVisible();
    await expect(page.getByText('1 of one song is ready')).toBeVisible();
    await expect(page.getByText('No link is open.')).toBeVisible();
    await expect(page.getByRole('row', { name: title })).toContainText('Nothing is left to do.');
  });

  await test.step('what was settled is there on another visit, and goes back to left by one press', async () => {
    await page.goto(`${song}/key?for=${set}`);
    await expect(settle).toHaveAttribute('aria-pressed', 'true');
    await settle.click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.goto(`/sets/${set}/path`);
    const next = page.getByRole('link', { name: `Next: ${title}, Key` });
    await expect(page.getByText('0 of one song is ready')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('link', { name: `${title}, Moves: good as it is` }).click();
    await expect(page).toHaveURL(new RegExp(`/moves\\?for=${set}`));
    await expect(said).toContainText('Moves: It has no ending.');
    await page.goBack();
    await next.click();
    await expect(page).toHaveURL(new RegExp(`/key\\?for=${set}`));
    await steps.getByRole('button', { name: 'Put this away' }).click();
    await expect(steps).toBeHidden();
  });
});
