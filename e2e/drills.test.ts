import { readFile } from 'node:fs/promises';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { expectAccessible, withoutSound, writeSong } from './pages.ts';
import { signInAs } from './signIn.ts';

const text = `title: Salt on the Sill
key: A
tempo: 300
rights: Free to sing.

Verse:
  1 4 | 57sus4 1
`;

const day = 86_400_000;

/** A browser of the demo's player, so many days from now: the clock of its pages is put forward, and runs. */
async function inDays(browser: Browser, days: number): Promise<Page> {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  await signInAs(context.request, 'player');
  await context.addInitScript((later) => {
    const Now = Date;
    const shifted = () => Now.now() + later;
    window.Date = new Proxy(Now, {
      construct: (target, given: []) =>
        given.length === 0 ? new target(shifted()) : new target(...given),
      get: (target, name: keyof DateConstructor) => (name === 'now' ? shifted : target[name]),
    });
  }, days * day);
  const page = await context.newPage();
  await withoutSound(page);
  return page;
}

const toPractice = async (page: Page) => {
  await page.goto('/practice');
  await expect(page.getByRole('heading', { level: 1, name: 'Practice' })).toBeVisible();
};
const onSimulated = async (page: Page) => {
  await page.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
};
const went = (page: Page) => page.getByRole('heading', { name: /^Round/ });

test('what went wrong in a round is written down, and comes back with the drills of the next day; a drill of each kind is done', async ({
  browser,
}) => {
  const today = await inDays(browser, 0);
  await test.step('a round goes wrong; the logbook has it, and nobody is asked on the same day', async () => {
    await writeSong(today, text);
    await today.getByRole('link', { name: 'Practice', exact: true }).click();
    await onSimulated(today);
    await today.getByText('In time', { exact: true }).click();
    await today.getByLabel('It plays').selectOption({ label: 'a wrong key' });
    await today.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(went(today)).toBeVisible();
    await today.getByRole('link', { name: 'Drills and logbook' }).click();
    const book = today.getByRole('region', { name: 'Logbook' });
    await expect(book.getByRole('listitem').filter({ hasText: 'Salt on the Sill' })).toContainText(
      'not clean at 180 of 300',
    );
    await expect(today.getByText('Salt on the Sill: Verse, bars')).toHaveCount(0);
    const [file] = await Promise.all([
      today.waitForEvent('download'),
      book.getByRole('button', { name: 'Download as CSV' }).click(),
    ]);
    const lines = (await readFile(await file.path(), 'utf8')).split('\r\n');
    expect(lines[0]).toBe(
      'day,time,what,title,section,bars,step,way,tempo,goal,clean,seconds,to mend',
    );
    expect(lines[1]).toMatch(
      /,round,Salt on the Sill,Verse,,right,in time,180,300,no,[\d.]+,wrong bar \d/,
    );
    await expectAccessible(today);
    await today.context().close();
  });

  const tomorrow = await inDays(browser, 1);
  await test.step('the next day it comes first, and is practised where the song is', async () => {
    await toPractice(tomorrow);
    const drills = tomorrow.getByRole('list', { name: 'Drills of today' });
    const bars = /What went wrong Salt on the Sill: Verse, bars \d to \d/;
    await expect(drills.getByRole('listitem').filter({ hasText: bars })).toHaveCount(1);
    await tomorrow.getByRole('button', { name: 'Begin the drills' }).click();
    const asked = tomorrow.getByRole('region', { name: 'What went wrong' });
    await expect(asked.getByText('Salt on the Sill')).toBeVisible();
    await asked.getByRole('button', { name: 'Practise it there' }).click();
    const panel = tomorrow.getByRole('region', { name: 'Practice' });
    await expect(panel.getByText('A drill: these bars went wrong.')).toBeVisible();
    // All of a short section is a drill as well as a part of a long one.
    await expect(panel.getByLabel('From bar')).toHaveValue('1');
    await expect(panel.getByLabel('to bar')).toHaveValue('2');
    await onSimulated(tomorrow);
    await tomorrow.getByLabel('It plays').selectOption({ label: 'a clean round' });
    await tomorrow.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(went(tomorrow)).toContainText('clean');
    await expect(panel.getByText(/^Again (tomorrow|on )/)).toBeVisible();
    await panel.getByRole('link', { name: 'Go on with the drills' }).click();
  });

  await test.step('then what is new: each is answered on the keys, by a number, or without a keyboard', async () => {
    const title = tomorrow.getByRole('heading', { level: 1 });
    await expect(title).toHaveText(/^Drill 1 of \d+$/);
    await expect(tomorrow.getByText('Salt on the Sill')).toHaveCount(0);
    await expectAccessible(tomorrow);
    const of = Number(/of (\d+)$/.exec((await title.textContent()) ?? '')![1]);
    const grade = tomorrow.getByRole('button', { name: 'Next', exact: true });
    const play = tomorrow.getByRole('button', { name: 'Play what is asked' });
    const seen: string[] = [];
    for (let number = 1; number <= of; number += 1) {
      await expect(title).toHaveText(`Drill ${number} of ${of}`);
      const card = tomorrow.getByRole('region').first();
      const kind = (await card.getAttribute('aria-label'))!;
      seen.push(kind);
      if (kind === 'Numbers to chords') {
        // Seen without a keyboard, and said.
        await tomorrow.getByRole('button', { name: 'Without a keyboard: show it' }).click();
        await tomorrow.getByRole('button', { name: 'I knew it' }).click();
        await expect(card).toContainText('Right');
      } else if (kind === 'Letters to numbers' || kind === 'By ear') {
        if (kind === 'By ear') await expect(card.getByRole('alert')).toContainText('no sound');
        await tomorrow.keyboard.press('1');
        await expect(card).toContainText(/It is|At once|Right/);
      } else if (kind === 'Five minutes') {
        await onKeys(tomorrow);
        await play.click();
        await expect(card).toContainText('1 of 36');
        await tomorrow.getByRole('button', { name: 'Enough for today' }).click();
        await expect(card).toContainText('At once');
      } else {
        await onKeys(tomorrow);
        while (await play.isVisible()) await play.click();
        await expect(card).toContainText('At once');
      }
      await grade.click();
    }
    expect(seen.slice(0, 4)).toEqual(
      expect.arrayContaining(['Numbers to chords', 'Suspend and resolve']),
    );
    await expect(tomorrow.getByRole('heading', { level: 2 })).toHaveText(
      new RegExp(`^\\d+ of ${of} known$`),
    );
    await tomorrow.getByRole('button', { name: 'Back to practice' }).click();
    await expect(
      tomorrow
        .getByRole('region', { name: 'Logbook' })
        .getByText(`${of + 1} drills`, { exact: true }),
    ).toBeVisible();
    await expect(tomorrow.getByText('Nothing is to be drilled today.')).toBeVisible();
  });

  await test.step('who says that something hurts has no exercises, there and at the song, until it is gone', async () => {
    await tomorrow.getByRole('button', { name: 'Something hurts' }).click();
    await expect(tomorrow.getByText('see a clinician')).toBeVisible();
    await tomorrow.goBack();
    await tomorrow.goBack();
    const panel = tomorrow.getByRole('region', { name: 'Practice' });
    await expect(panel.getByText('No exercises today')).toBeVisible();
    await expect(panel.getByRole('button', { name: 'Begin' })).toHaveCount(0);
    await panel.getByRole('button', { name: 'It is gone' }).click();
    await expect(panel.getByRole('button', { name: 'Begin' })).toBeVisible();
    await tomorrow.context().close();
  });
});

const onKeys = async (page: Page) => {
  const isChosen = await page.getByRole('button', { name: 'Play what is asked' }).isVisible();
  if (!isChosen) await onSimulated(page);
};

test('what is practised without a network waits in the browser, and is written down once it is back', async ({
  browser,
}) => {
  const page = await inDays(browser, 0);
  await writeSong(page, text.replace('Salt on the Sill', 'Rope and Tar'));
  await page.getByRole('link', { name: 'Practice', exact: true }).click();
  await onSimulated(page);
  await page.getByText('In time', { exact: true }).click();
  await page.route('**/api/log', (route) => route.abort());
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(went(page)).toContainText('clean');
  await page.getByRole('link', { name: 'Drills and logbook' }).click();
  const book = page.getByRole('region', { name: 'Logbook' });
  await expect(book.getByText('1 entry waits in this browser for the server.')).toBeVisible();
  await page.unroute('**/api/log');
  await page.reload();
  await expect(book.getByText('Rope and Tar')).toBeVisible();
  await expect(book.getByText('waits in this browser')).toHaveCount(0);
  await page.context().close();
});
