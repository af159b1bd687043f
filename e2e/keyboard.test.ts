import { expect, test, type Page } from '@playwright/test';
import { about, choose, held, openHands, panel } from './handsPage.ts';
import { bars, download, expectAccessible, songNamed, withoutSound, writeSong } from './pages.ts';

const title = 'Bell Above the Mill';
const text = `title: ${title}\nkey: Eb\ntempo: 60\nroad: Verse, Chorus, Verse\n\nVerse:\n  1 | 4\n\nChorus:\n  5 | 1\n`;
const keysPanel = (page: Page) => page.getByRole('region', { name: 'Keys', exact: true });
const playedIn = (page: Page) => page.getByRole('combobox', { name: 'My keyboard is played in' });
const sounds = (page: Page) => page.getByRole('group', { name: 'Sounds', exact: true });
const module = (page: Page) => page.getByRole('list', { name: 'Simulated sound module' });

/** Says in the open window what the section sounds like, and keeps it. */
async function keepSound(page: Page, main: string, pad: string | null): Promise<void> {
  await about(page, 'This section');
  await panel(page).getByRole('button', { name: 'Choose the sound' }).click();
  const window = page.getByRole('dialog', { name: /^Sound of / });
  await window.getByRole('combobox', { name: 'Sound', exact: true }).selectOption(main);
  if (pad) await window.getByRole('combobox', { name: 'Pad beneath' }).selectOption(pad);
  await window.getByRole('button', { name: 'Keep it for this section' }).click();
  await expect(window).toHaveCount(0);
}

test('a song is played in D on a keyboard one higher: letters, hands, papers, the stand, what sounds and what the band gets', async ({
  page,
}) => {
  await writeSong(page, text);
  const address = page.url().replace(/\?.*/, '');
  await page.getByRole('link', { name: 'Key', exact: true }).click();
  await expect(playedIn(page)).toHaveValue('same');
  await playedIn(page).selectOption('D');
  await expect(page.getByText('in D +1')).toBeVisible();
  // Who sings has the key that sounds.
  await expect(page.getByRole('combobox', { name: 'Key', exact: true })).toHaveValue('Eb');
  await expect(keysPanel(page)).toContainText('what sounds stays in E♭');
  expect(await bars(page, 'Verse')).toEqual(['1 D', '4 G']);
  await expectAccessible(page);

  await openHands(page);
  await choose(page, 'Verse', 0);
  await expect.poll(async () => ((await held(page)).left[0] ?? 0) % 12).toBe(2);
  // The band reads what sounds; the player's own part is written as it is played.
  expect((await download(page, 'Letters above the words')).text).toMatch(/Key: Eb[^]*\nEb +Ab/);
  const { text: piano } = await download(page, 'Piano part, MusicXML');
  expect(piano).toContain('<chromatic>1</chromatic>');
  expect(piano).toContain('<fifths>2</fifths>');
  const lead = await download(page, 'Lead sheet, MusicXML');
  expect(lead.text).toContain('<fifths>-3</fifths>');

  // A step up for the singer: the hands stay where they are, the keyboard goes up.
  await page.getByRole('button', { name: 'Half step up' }).click();
  await expect(page.getByText('in D +2')).toBeVisible();
  expect((await bars(page, 'Verse'))[0]).toMatch(/1 D$/);
  await page.getByRole('button', { name: 'Half step down' }).click();

  await page.goto(`${address}/print?what=hands`);
  const paper = page.getByRole('article', { name: 'Page 1' });
  await expect(paper).toContainText('Key E♭');
  await expect(paper).toContainText('played in D, keyboard +1');
  await page.getByText('in E♭, as it sounds').click();
  await expect(paper).not.toContainText('keyboard');

  // In a set each song has its own: what was set for one is set back for the next.
  const after = await songNamed(page, 'Under the Quince Tree');
  const item = (songId: string) => ({ id: crypto.randomUUID(), songId, key: null, notes: '' });
  const id = crypto.randomUUID();
  const here = /songs\/([^/]+)/.exec(address)![1]!;
  const set = { id, name: 'Mill evening', date: null, leader: '', venue: '', notes: '' };
  const made = await page.request.post('/api/sets', {
    data: { ...set, items: [item(here), item(after)] },
  });
  expect(made.status()).toBe(201);
  await page.goto(`/sets/${id}/stand`);
  await page.getByRole('button', { name: 'in D, keyboard +1: set it, then press here' }).click();
  await expect(page.getByRole('button', { name: 'in D, keyboard +1', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Song after: Under the Quince Tree' }).click();
  const back = page.getByRole('button', { name: 'keyboard back to 0: set it, then press here' });
  await expectAccessible(page, 'colours');
  await back.click();
  await expect(back).toHaveCount(0);
  await page.getByRole('button', { name: `Song before: ${title}` }).click();
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByText('Your keyboard is set to +1: set it back to 0.')).toBeVisible();

  await page.goto(`${address}/key`);
  await playedIn(page).selectOption('same');
  await expect(page.getByText('in D +1')).toHaveCount(0);
  expect(await bars(page, 'Verse')).toEqual(['1 E♭', '4 A♭']);
  await page.request.delete(`/api/sets/${id}`);
});

test('sounds are chosen for sections, tried, undone, and set as the song comes there', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(page, text.replace(title, 'Wheel Below the Mill'));
  await openHands(page);
  await choose(page, 'Verse', 0);
  await about(page, 'This section');
  await panel(page).getByRole('button', { name: 'Choose the sound' }).click();
  const window = page.getByRole('dialog', { name: 'Sound of Verse' });
  await expect(window.getByRole('button', { name: 'Keep it for this section' })).toBeDisabled();
  await window.getByRole('combobox', { name: 'Sounds are set on' }).selectOption('simulated');
  await expect(module(page)).toContainText('It was told nothing yet.');
  // A sound of the player's own instrument, by its bank and program.
  await window.getByRole('combobox', { name: 'Left of a split' }).selectOption('another');
  await window.getByRole('textbox', { name: 'What you call it' }).fill('Deep bass');
  await window.getByRole('textbox', { name: 'Program' }).fill('39');
  await window.getByRole('textbox', { name: 'Bank' }).fill('130');
  await window.getByRole('combobox', { name: 'The left one sounds below' }).selectOption('C3');
  await window.getByRole('combobox', { name: 'Sound', exact: true }).selectOption('electric piano');
  await expectAccessible(page);
  await window.getByRole('button', { name: 'Try it' }).click();
  await expect(module(page).getByRole('listitem')).toHaveText([
    'channel 1: program 5',
    'channel 2: silent',
    'channel 3: bank 130, program 39',
    'channel 4: silent',
  ]);
  await window.getByRole('button', { name: 'Keep it for this section' }).click();
  const card = page.getByRole('region', { name: 'Sound of the keyboard' });
  await expect(card).toContainText('electric piano · Deep bass below C3');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(card).toContainText('The sound before it goes on.');
  await keepSound(page, 'electric piano', 'warm pad');
  await choose(page, 'Chorus', 0);
  await keepSound(page, 'church organ', null);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.setViewportSize({ width: 1024, height: 768 });
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(sounds(page)).toContainText('Verse, 1st time: electric piano · warm pad beneath');
  await expect(module(page)).toContainText('channel 1: program 5');
  await expect(module(page)).toContainText('channel 4: program 90');
  await expect(page.getByRole('region', { name: 'Chorus' })).toContainText('church organ');
  // The player plays: one press at the chorus.
  await sounds(page).getByRole('button', { name: 'next: church organ (Chorus)' }).click();
  await expect(sounds(page)).toContainText('Chorus: church organ');
  await expect(module(page)).toContainText('channel 1: program 20');
  await expect(module(page)).toContainText('channel 4: silent');
  await expectAccessible(page, 'colours');

  // It plays by itself: at 60 a section of two bars takes eight seconds.
  await page.clock.install();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible({ timeout: 30_000 });
  await page.clock.runFor(100);
  await expect(sounds(page)).toContainText('Verse, 1st time: electric piano');
  await page.clock.runFor(8_000);
  await expect(sounds(page)).toContainText('Chorus: church organ');
  await expect(module(page)).toContainText('channel 1: program 20');
  await page.clock.runFor(8_000);
  await expect(sounds(page)).toContainText('Verse, 2nd time: electric piano');
  await expect(module(page)).toContainText('channel 4: program 90');
  await page.clock.runFor(10_000);
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  await sounds(page).getByRole('button', { name: 'From the first sound' }).click();
  await expect(sounds(page)).toContainText('Verse, 1st time');
});

/** Before a page is opened: the browser has a MIDI instrument, which writes down what it is told. */
async function withInstrument(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const told: number[][] = [];
    const stage = {
      id: 'stage',
      name: 'Stage keyboard',
      send: (bytes: Uint8Array) => told.push([...bytes]),
    };
    const access = { inputs: new Map(), outputs: new Map([[stage.id, stage]]) };
    Object.assign(window, { told });
    Object.defineProperty(navigator, 'requestMIDIAccess', { value: () => Promise.resolve(access) });
  });
}
const told = (page: Page) =>
  page.evaluate(() => (window as unknown as { told: number[][] }).told.splice(0));

test('a real instrument is found, told by bank and program, and found again at the stand by who comes back', async ({
  page,
}) => {
  await withInstrument(page);
  await writeSong(page, text.replace(title, 'Race Beside the Mill'));
  await openHands(page);
  await choose(page, 'Chorus', 0);
  await about(page, 'This section');
  await panel(page).getByRole('button', { name: 'Choose the sound' }).click();
  const window = page.getByRole('dialog', { name: 'Sound of Chorus' });
  await window.getByRole('button', { name: 'Find instruments' }).click();
  await expect(window.getByRole('combobox', { name: 'Sounds are set on' })).toHaveValue('stage');
  await window.getByRole('combobox', { name: 'Sound', exact: true }).selectOption('organ');
  await window.getByRole('button', { name: 'Try it' }).click();
  // MIDI 1.0: program 17 counts from 0 on the wire; the parts that are silent have their expression at 0.
  const organ = [
    [0xc0, 16],
    [0xb0, 11, 127],
    [0xb1, 11, 0],
    [0xb2, 11, 0],
    [0xb3, 11, 0],
  ];
  expect(await told(page)).toEqual(organ);
  await window.getByRole('button', { name: 'Keep it for this section' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // A page that was just opened knows no instrument yet. The verse says nothing: nothing is sent until the chorus.
  await page.goto(page.url().replace(/\/hands.*/, '/stand'));
  await expect(sounds(page)).toContainText('The sound is as it was.');
  expect(await told(page)).toEqual([]);
  await sounds(page)
    .getByRole('button', { name: /^next: organ/ })
    .click();
  await expect(page.getByText('The instrument that sounds go to is not there')).toBeVisible();
  await page.getByRole('button', { name: 'How it is shown' }).click();
  await page.getByRole('button', { name: 'Find instruments' }).click();
  await expect.poll(() => told(page)).toEqual(organ);
  await expectAccessible(page);
});
