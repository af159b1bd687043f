// Takes the pictures in docs/screenshots/ of an application that runs on its demo data: `npm run screenshots`.
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { fetchAs, stateAs } from '../bin/lib/demoCookie.mjs';
import { chromiumPath } from '../bin/lib/packages.mjs';
import { soundOfChords } from './soundFile.mjs';

const base = process.env['BASE_URL'] ?? 'http://127.0.0.1:4870';
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const laptop = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

const asOwner = await fetchAs(base);
const storageState = await stateAs(base);
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox'],
});

/**
 * @typedef {{ path: string, viewport: { width: number, height: number }, dark?: boolean, isNobody?: boolean,
 *   act?: (page: import('@playwright/test').Page) => Promise<void> }} View
 */

/** @param {View} view */
async function shot({ path, viewport, dark = false, isNobody = false, act }) {
  const page = await browser.newPage({
    ...(isNobody ? {} : { storageState }),
    viewport,
    locale: 'en-GB',
    colorScheme: dark ? 'dark' : 'light',
  });
  await page.goto(base + path);
  await page.waitForLoadState('networkidle');
  await act?.(page);
  await page.waitForTimeout(400);
  const picture = await page.screenshot();
  await page.close();
  return picture;
}

/** @param {string} name @param {View} view */
async function take(name, view) {
  await writeFile(`${folder}${name}.png`, await shot(view));
}

/** Devices beside each other in one picture. @param {string} name @param {View[]} views */
async function takeBeside(name, views) {
  const gap = 12;
  const width = views.reduce((sum, { viewport }) => sum + viewport.width + gap, -gap);
  const height = Math.max(...views.map(({ viewport }) => viewport.height));
  const images = [];
  for (const view of views)
    images.push(`<img src="data:image/png;base64,${(await shot(view)).toString('base64')}">`);
  const page = await browser.newPage({ viewport: { width, height } });
  await page.setContent(
    `<body style="margin:0;display:flex;align-items:start;gap:${gap}px;background:#fff">${images.join('')}`,
  );
  await page.screenshot({ path: `${folder}${name}.png` });
  await page.close();
}

/** @param {string} path @param {object} [body] */
async function ask(path, body) {
  const headers = { 'Content-Type': 'application/json' };
  const options = body ? { method: 'POST', headers, body: JSON.stringify(body) } : {};
  return (await asOwner(`${base}/api${path}`, options)).json();
}

const { songs } = await ask('/songs');
const { sets } = await ask('/sets');
/** @param {string} title */
const songAt = (title) =>
  `/songs/${songs.find((/** @type {any} */ { summary }) => summary.title === title).id}`;
const advent = sets.find((/** @type {any} */ { name }) => name === 'First Sunday in Advent').id;

/** @param {import('@playwright/test').Page} page */
async function openText(page) {
  await page.getByRole('button', { name: 'Show the text' }).click();
}

await take('songs', { path: '/songs', viewport: laptop });
await take('stand', {
  path: `${songAt('Lanterns on the Quay')}/stand`,
  viewport: { width: 1024, height: 768 },
});
await take('song', { path: songAt('Lanterns on the Quay'), viewport: laptop });
await take('writing', {
  path: songAt('Every Window Lit'),
  viewport: laptop,
  act: async (page) => {
    await openText(page);
    const chorus = page.getByRole('region', { name: 'Lift', exact: true });
    await chorus
      .getByRole('listitem')
      .nth(1)
      .click({ position: { x: 20, y: 25 } });
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.type('5sus');
  },
});
const pasted = `Harbour Morning
by Nele Marsh
Tempo: 84
Capo 2

[Verse 1]
G         D/F#      Em7        C
Low the water, slow the tide, and
G          D         C
all the ropes are dry

Chorus x2
C        D        Em         C
Rise and go, the gulls are calling
Am7      D       G
call us home
`;
await take('import', {
  path: '/songs/import',
  viewport: laptop,
  act: async (page) => {
    await page.getByLabel('Or paste a text').fill(pasted);
    await page.getByRole('button', { name: 'Keep it' }).waitFor();
  },
});
/** A bare tune, that a hymn is made of. */
const stanza = `title: Evening over the Reeds
key: F
meter: 4/4

Stanza:
  _ | _ | _ | _
  tune: 1 1 2 3 | 4 3 2 . | 3 4 5 6 | 5 . . _
  > Low the | reeds are | bend-ing in the | light
  _ | _ | _ | _
  tune: 5 3 4 5 | 6 5 4 3 | 2 1 7, 2 | 1 . . _
  > slow the | wa-ter takes the | ves-sels to the | night
`;
const { id: hymn } = await ask('/songs', { text: stanza });
await takeBeside('print', [
  {
    path: `${songAt('Every Window Lit')}/print`,
    viewport: { width: 1024, height: 1240 },
    act: (page) => page.getByText('One page').waitFor(),
  },
  {
    path: `/songs/${hymn}/arrange`,
    viewport: { width: 1024, height: 1240 },
    act: async (page) => {
      await page.getByText('A hymn from its tune').click();
      await page.getByText('with passing chords').click();
      await page.getByRole('button', { name: 'Harmonise the tune' }).click();
      await page.getByRole('button', { name: 'Write it' }).click();
      await page.getByText('Saved', { exact: true }).waitFor({ state: 'attached' });
      await page.goto(`${base}/songs/${hymn}/print?what=staves`);
      await page
        .getByRole('img', { name: /on two staves$/ })
        .first()
        .locator('svg')
        .waitFor();
    },
  },
]);

// The hands with the endings of the chart.
await take('key', {
  path: `${songAt('The Ferry Bell')}/key`,
  viewport: laptop,
  act: (page) => page.getByText('What is left of 100').waitFor(),
});

/** @param {import('@playwright/test').Page} page */
async function openHands(page) {
  await page.getByRole('button', { pressed: true }).first().waitFor();
  const verse = page.getByRole('region', { name: /^Verse/ }).first();
  await verse
    .getByRole('listitem')
    .nth(2)
    .click({ position: { x: 20, y: 45 } });
  await page.getByRole('list', { name: 'Other ways to play it' }).waitFor();
}

await take('hands', {
  path: `${songAt('Lanterns on the Quay')}/hands`,
  viewport: laptop,
  act: async (page) => {
    await openHands(page);
    await page.getByRole('radio', { name: 'This section' }).check({ force: true });
  },
});
await take('practice', {
  path: `${songAt('Lanterns on the Quay')}/practice`,
  viewport: laptop,
  act: async (page) => {
    await page.getByLabel('Step', { exact: true }).selectOption({ index: 1 });
    await page.getByText('In time', { exact: true }).click();
    await page.getByRole('button', { name: /Play on/ }).click();
    await page.getByRole('option', { name: 'Simulated keyboard' }).click();
    await page.getByLabel('It plays').selectOption({ label: 'one hand late' });
    const begin = page.getByRole('button', { name: 'Begin', exact: true });
    await begin.click();
    await page.getByRole('heading', { name: /^Round/ }).waitFor({ timeout: 60_000 });
  },
});
/** The first bars of the song, in E flat at 72, as an organ plays them: intro twice, half a verse. */
const intro = [
  [51, 58, 63, 65, 67],
  [50, 58, 62, 65],
  [48, 55, 58, 63, 67],
  [44, 60, 63, 67],
];
const verse = [
  [51, 58, 63, 67],
  [51, 58, 63, 68],
  [48, 55, 58, 63, 67],
  [44, 60, 63, 67],
  [55, 58, 63, 67],
  [44, 60, 63, 68],
  [53, 60, 63, 68],
  [51, 58, 63, 67],
];
await take('listening', {
  path: songAt('Lanterns on the Quay'),
  viewport: laptop,
  act: async (page) => {
    await page.getByRole('button', { name: 'Menu' }).click();
    await page.getByRole('menuitem', { name: 'Listen to a recording' }).click();
    await page.locator('input[type=file]').setInputFiles({
      name: 'Thursday rehearsal.wav',
      mimeType: 'audio/wav',
      buffer: soundOfChords([...intro, ...intro, ...verse], { seconds: 10 / 3, beats: 4 }),
    });
    await page.getByText('about 72 a minute').waitFor();
    const place = page.getByRole('slider', { name: 'Place in the recording' });
    await place.focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('m');
    await page.getByLabel('Speed').selectOption('70');
    await page.getByLabel('Repeat').selectOption({ label: 'this bar' });
    const next = page.getByRole('button', { name: 'Next bar' });
    for (let bars = 0; bars < 10; bars += 1) await next.click();
    await page.getByRole('button', { name: 'Play the recording' }).click();
    await page.getByText('heard now').waitFor();
    await page.getByRole('button', { name: 'Pause the recording' }).click();
    await page
      .getByRole('group', { name: 'What sounds here' })
      .getByRole('button')
      .first()
      .waitFor();
  },
});
await take('logbook', { path: '/practice', viewport: { width: 1280, height: 1500 } });
const quince = songAt('Under the Quince Tree').split('/').at(-1);
const learner = { chords: 'plain', hands: 'right', tempo: 60 };
const forMila = await ask('/shares', { kind: 'song', id: quince, who: 'Mila', learner });
/** @param {import('@playwright/test').Page} page */
async function onSimulatedKeys(page) {
  await page.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
}
/** In the middle of a round. @param {string} way @param {View['viewport']} viewport @returns {View} */
const practised = (way, viewport) => ({
  path: `${songAt('Lanterns on the Quay')}/practice`,
  viewport,
  act: async (page) => {
    await onSimulatedKeys(page);
    if (viewport === phone) await page.getByRole('button', { name: 'What and how' }).click();
    await page.getByText(way, { exact: true }).click();
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    await page.waitForTimeout(12_000);
  },
});
await takeBeside('practice-ways', [
  practised('From memory', { width: 1024, height: 768 }),
  practised('Improvise', phone),
  {
    path: `/s/${forMila.token}`,
    viewport: phone,
    isNobody: true,
    act: async (page) => {
      await onSimulatedKeys(page);
      await page.getByRole('button', { name: 'Begin', exact: true }).click();
      const play = page.getByRole('button', { name: 'Play what is called' });
      for (let chord = 0; chord < 2; chord += 1) await play.click();
    },
  },
]);
await takeBeside('set', [
  { path: `/sets/${advent}`, viewport: laptop },
  {
    path: `/sets/${advent}/path`,
    viewport: { width: 1024, height: 800 },
    act: (page) => page.getByRole('table').waitFor(),
  },
  {
    path: `/sets/${advent}/path`,
    viewport: phone,
    act: async (page) => {
      await page
        .getByRole('link', { name: /, Moves: / })
        .first()
        .click();
      await page.getByRole('status').filter({ hasText: 'Moves: ' }).waitFor();
    },
  },
]);
const bell = songAt('The Ferry Bell').split('/').at(-1);
const { token } = await ask('/shares', { kind: 'song', id: bell, role: 'singer', who: 'Tavia' });
await take('team', { path: '/team', viewport: { width: 1024, height: 768 } });
await take('stage', {
  path: `/sets/${advent}/stage`,
  viewport: laptop,
  act: async (page) => {
    await page.getByRole('button', { name: 'Begin the service' }).click();
    for (const part of ['Lanterns on the Quay', 'Intro, 1st time', 'Verse 1'])
      await page
        .getByRole('group', { name: 'Lead' })
        .getByRole('button', { name: part })
        .last()
        .click();
    await page.keyboard.press('Space');
    await page.keyboard.press('v');
  },
});
await takeBeside('phones', [
  { path: songAt('Winter Wheat'), viewport: phone },
  { path: `/s/${token}`, viewport: phone },
]);
await take('arrange', {
  path: `${songAt('Every Window Lit')}/arrange`,
  viewport: laptop,
  act: async (page) => {
    await page.getByLabel('Style').selectOption({ label: 'Many colours' });
    await page.getByText('strong', { exact: true }).click();
    await page.getByRole('button', { name: 'Arrange the song' }).click();
    await page.getByText('density', { exact: true }).waitFor();
    await page.getByRole('group', { name: 'Chorus', exact: true }).scrollIntoViewIfNeeded();
  },
});

await take('moves', {
  path: `${songAt('Every Window Lit')}/moves`,
  viewport: laptop,
  act: async (page) => {
    await page
      .getByRole('region', { name: 'Verse', exact: true })
      .getByRole('listitem')
      .nth(1)
      .click({ position: { x: 20, y: 45 } });
    await page.getByText(/^The fingers of both hands go/).waitFor();
    await page
      .getByText(/ideas behind it/)
      .nth(20)
      .waitFor({ state: 'attached' });
    await page.getByRole('button', { name: /^A As it stands/ }).click();
    await page.getByRole('button', { name: /^A As it stands/, pressed: true }).waitFor();
  },
});
await take('fills', {
  path: `${songAt('Lanterns on the Quay')}/fills`,
  viewport: laptop,
  act: async (page) => {
    const bar = page
      .getByRole('region', { name: 'Verse 2', exact: true })
      .getByRole('listitem')
      .nth(4);
    await bar.click({ position: { x: 20, y: 45 } });
    await page.getByRole('button', { name: /^Place it this time/ }).click();
    await page.getByRole('region', { name: 'Placed here' }).waitFor();
    await page.keyboard.press('2');
    await page.keyboard.press('Escape');
    await page
      .getByRole('img', { name: /on a staff$/ })
      .locator('svg')
      .waitFor();
    await page.getByRole('button', { name: 'Close notice' }).click();
    const panel = page.getByRole('region', { name: 'Runs and fills' });
    await panel.evaluate((element) => (element.scrollTop = 560));
  },
});

await browser.close();
