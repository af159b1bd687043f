import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { expectAccessible } from './pages.ts';

/** A song with a tune, so that voices can be asked. */
const chart = (title: string, key: string, tempo: number, chorus = '5 . 3 . | 1') =>
  `title: ${title}\nkey: ${key}\ntempo: ${tempo}\n\nVerse:\n  1 | 4\n  tune: 1 . 2 . | 3\n\nChorus:\n  5 | 1\n  tune: ${chorus}\n`;

const songs = {
  'Osier Basket': chart('Osier Basket', 'G', 72),
  'Osier Gate': chart('Osier Gate', 'F#', 72, "1' . 7 . | 1'"),
  'Osier Lamp': chart('Osier Lamp', 'A', 120),
  'Osier Path': chart('Osier Path', 'G', 74),
  'Osier Rest': chart('Osier Rest', 'Eb', 66),
};
const titles = Object.keys(songs);

const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();
const rows = (page: Page) => page.getByRole('grid', { name: 'Songs in this set' });
/** What is in it, with its place: `Osier Path, 2 of 7`. */
const order = (page: Page) =>
  rows(page)
    .getByRole('row')
    .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')));
const row = (page: Page, title: string) => rows(page).getByRole('row', { name: title });
const close = (page: Page) => page.getByRole('button', { name: 'Close', exact: true }).click();

async function openItem(page: Page, title: string) {
  await page.getByRole('button', { name: `How ${title} goes here` }).click();
  return page.getByRole('dialog');
}

async function download(page: Page, name: string): Promise<{ name: string; text: string }> {
  await page.getByRole('button', { name: 'More', exact: true }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('menuitem', { name }).click();
  const file = await waiting;
  return { name: file.suggestedFilename(), text: await readFile(await file.path(), 'utf8') };
}

test('a service is made for two singers: keys, ways, bridges, a bed, an order; printed, put in the calendar, used again', async ({
  page,
}) => {
  // The longest journey of all: a busy machine takes its time.
  test.setTimeout(240_000);
  const ids = new Map<string, string>();
  for (const [title, text] of Object.entries(songs)) {
    const made = await page.request.post('/api/songs', { data: { text } });
    ids.set(title, (await made.json()).id);
  }
  await page.goto('/sets');
  await page.getByRole('button', { name: 'New set', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the set' }).fill('Osier Sunday');
  await page.getByLabel('Date', { exact: true }).fill('2027-03-07');
  await page.getByLabel('Begins at').fill('10:00');
  await page.getByRole('button', { name: 'Add songs' }).first().click();
  await page.getByRole('dialog').getByRole('textbox').fill('Osier');
  for (const title of titles)
    await page.getByRole('dialog').getByRole('button', { name: title }).click();
  await close(page);
  for (const kind of ['Reading', 'Prayer']) {
    await page.getByRole('button', { name: 'Reading, prayer' }).click();
    await page.getByRole('menuitem', { name: kind, exact: true }).click();
  }
  await page.getByLabel('Minutes of Prayer').fill('5');
  await page.getByLabel('Minutes of Prayer').press('Enter');
  await expect(page.getByRole('list', { name: 'The service in time' })).toContainText('10:00');

  // Two singers, and the key that suits one of them.
  for (const [title, who] of [
    ['Osier Gate', 'Odile Farrow'],
    ['Osier Rest', 'Imre Solt'],
  ] as const) {
    const window = await openItem(page, title);
    await window.getByRole('button', { name: who }).click();
    await expect(window.getByLabel('Led by')).toHaveValue(who);
    await expect(window.getByRole('heading', { name: `Keys for ${who}` })).toBeVisible();
    await close(page);
  }
  const advice = page.getByRole('region', { name: 'What to think about' });
  await expect(advice).toContainText(/Osier Gate in G♭|Osier Gate in F♯/);
  await expect(advice).toContainText('Odile Farrow');
  await row(page, 'Osier Gate')
    .getByRole('button', { name: /suits Odile Farrow better/ })
    .click();
  await expect(advice).not.toContainText(/Osier Gate in [A-G]/);

  // It is kept as hers, and offered where the song has another one.
  const keys = await openItem(page, 'Osier Gate');
  await keys.getByRole('button', { name: /^Keep .+ for Odile Farrow$/ }).click();
  await close(page);
  await expect(page.getByText(/Odile Farrow sings it in .+: it is kept/)).toBeVisible();
  await page.getByRole('button', { name: /Key of Osier Gate/ }).click();
  await page.getByRole('option', { name: 'C', exact: true }).click();
  await row(page, 'Osier Gate')
    .getByRole('button', { name: /^Odile Farrow sings it in / })
    .click();
  await expect(advice).not.toContainText(/Osier Gate in [A-G]/);

  // A lift that she cannot sing is said, and taken back.
  const lifted = await openItem(page, 'Osier Gate');
  await lifted.getByRole('button', { name: 'Change the way here' }).click();
  const road = page.getByRole('dialog', { name: 'Roadmap' });
  await road.getByRole('button', { name: /up 3/ }).click();
  await road.getByRole('button', { name: 'Chorus', exact: true }).click();
  await road.getByRole('button', { name: 'Use this roadmap' }).click();
  await expect(
    page.getByRole('dialog').getByRole('list', { name: 'The way it goes here' }),
  ).toContainText('up 3');
  await close(page);
  await expect(advice).toContainText(/Osier Gate in .+: Odile Farrow: .+ too high/);
  // What is kept of a key can be undone in its notice, too.
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(advice).not.toContainText(/Osier Gate in [A-G]/);

  // Shortened for this Sunday only.
  const short = await openItem(page, 'Osier Lamp');
  await short.getByRole('button', { name: 'Change the way here' }).click();
  await road.getByRole('button', { name: 'Take step 1 away' }).click();
  await road.getByRole('button', { name: 'Use this roadmap' }).click();
  const way = page.getByRole('dialog').getByRole('list', { name: 'The way it goes here' });
  await expect(way.getByRole('listitem').first()).toContainText('left out here');
  await expectAccessible(page);
  await close(page);
  await expect(row(page, 'Osier Lamp')).toContainText('goes another way here');
  await saved(page);
  const kept = await page.request.get(`/api/songs/${ids.get('Osier Lamp')}`);
  expect((await kept.json()).text).toBe(songs['Osier Lamp']);

  // A smoother order is taken, around the reading, which keeps its place.
  const before = await order(page);
  await advice.getByRole('button', { name: 'Take this order' }).click();
  await expect.poll(() => order(page)).not.toEqual(before);
  await expect(advice.getByRole('button', { name: 'Take this order' })).toHaveCount(0);

  // Bridges: one as it is offered, one written otherwise; both heard.
  const leads = rows(page).getByRole('button', { name: /^Lead in from / });
  const first = leads.first();
  await first.click();
  let window = page.getByRole('dialog');
  await window.getByRole('button', { name: 'Hear A pad' }).click();
  await expect(window.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await window.getByRole('button', { name: 'Take it: A pad' }).click();
  await expect(window.getByRole('region', { name: 'What leads into it' })).toContainText('Pad');
  await close(page);
  await expect(rows(page).getByRole('button', { name: /^Led in by Pad/ })).toBeVisible();
  await leads.first().click();
  window = page.getByRole('dialog');
  await window.getByRole('button', { name: /^Take it: A vamp/ }).click();
  const bars = window.getByLabel('Bars that lead into it, in its numbers');
  await bars.fill((await bars.inputValue()).replace('4 | 5', '2m7 | 9'));
  await expect(window.getByRole('status')).toContainText('9');
  await bars.fill((await bars.inputValue()).replace('2m7 | 9', '2m7 | 57'));
  await expect(window.getByRole('status')).toHaveCount(0);
  await window
    .getByRole('region', { name: 'What leads into it' })
    .getByRole('button', { name: 'Hear', exact: true })
    .click();
  await expect(window.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await window.getByRole('button', { name: 'Stop', exact: true }).click();
  await close(page);
  await expect(rows(page).getByRole('button', { name: /^Led in by / })).toHaveCount(2);

  // The prayer goes before the last song, with something soft under it.
  await page.getByRole('button', { name: 'Move Prayer', exact: true }).focus();
  await page.keyboard.press('Enter');
  for (let up = 0; up < 2; up += 1) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  window = await openItem(page, 'Prayer');
  await window.getByRole('button', { name: /^Make a bed in / }).click();
  await window.getByRole('button', { name: 'Hear', exact: true }).click();
  await expect(window.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await close(page);
  await expect(row(page, 'Prayer')).toContainText('with a bed under it');
  await saved(page);
  await expectAccessible(page);

  // What is told to a calendar, read by another's reader of RFC 5545.
  const calendar = await download(page, 'Put it in a calendar');
  expect(calendar.name).toBe('Osier-Sunday.ics');
  const [event] = new ICAL.Component(ICAL.parse(calendar.text)).getAllSubcomponents('vevent');
  const service = new ICAL.Event(event!);
  expect(service.startDate.toString()).toBe('2027-03-07T10:00:00');
  expect(service.summary).toBe('Osier Sunday');
  expect(service.description).toContain('10:00 ');
  expect(event!.getAllSubcomponents('valarm')).toHaveLength(2);
  const table = await download(page, 'As a table');
  expect(table.text.split('\r\n')[0]).toBe('at,length,kind,name,key,who,notes');
  expect(table.text).toContain(',Prayer,Prayer,');

  // On one page, and at the stand with what leads into it; what is played under the prayer stands there as well.
  const at = page.url();
  const standing = (await order(page))
    .map((name) => name!.split(',')[0]!)
    .filter((name) => name !== 'Reading');
  const led = standing.filter((name) => name !== 'Prayer')[1]!;
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByText('The order alone').click();
  await expect(page.getByText('1 page', { exact: true })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Songs of the set' })).toContainText('Prayer');
  await page.goto(`${at}/stand?at=${standing.indexOf(led) + 1}`);
  await expect(page.getByRole('region', { name: 'Pad' })).toBeVisible();
  await page.goto(`${at}/stand?at=${standing.indexOf('Prayer') + 1}`);
  await expect(page.getByRole('region', { name: 'Bed' })).toBeVisible();

  // In four weeks once more.
  await page.goto(at);
  await expect(rows(page).getByRole('row')).toHaveCount(7);
  const all = await order(page);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Use it again' }).click();
  await expect(page.getByRole('dialog').getByLabel('Date')).toHaveValue('2027-04-04');
  await page
    .getByRole('dialog')
    .getByRole('textbox', { name: 'Name of the set' })
    .fill('Osier April');
  await page.getByRole('button', { name: 'Make the service' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Name of the set' })).toHaveValue('Osier April');
  expect(page.url()).not.toBe(at);
  await expect.poll(() => order(page)).toEqual(all);
  await expect(rows(page).getByRole('button', { name: /^Led in by / })).toHaveCount(2);
});
