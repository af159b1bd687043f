import { expect, test, type Browser, type Page } from '@playwright/test';
import { signInAs } from './signIn.ts';
import { expectAccessible, songNamed, withoutSound } from './pages.ts';
import { weakLine } from './weakLine.ts';

const title = 'Lamps Along the Weir';
const text = `title: ${title}
by: Odile Farrow
key: Eb
tempo: 40
rights: Free to sing.
road: Intro, Verse, Chorus, Verse, Chorus, Ending

Intro:
  1 | 4

Verse:
  1 | 5/7 | 6m7 | <4maj7!
  tune: _ 3 3 4 | 5 5 6 . | 3 | _
  > Car-ry me | o-ver the | weir

Chorus:
  6m 5 | 4 1/3 | 2m9 | 1~
  > Wide is the | water and | deep is the | light

Ending:
  1^
`;

const roles = ['singer', 'bass', 'drums', 'guitar', 'horn', 'backing'] as const;
type Role = (typeof roles)[number];

const hour = 3_600_000;
/** By how many milliseconds the clocks of phones are wrong. */
const clocks: Partial<Record<Role, number>> = { drums: hour, guitar: -hour };

const piece = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const press = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click();

/** A foot on the pedal; two within a moment would count as one. */
async function step(page: Page, key: 'PageDown' | 'PageUp'): Promise<void> {
  await page.waitForTimeout(200);
  await page.keyboard.press(key);
}

/** The clock of a device jumps by so many milliseconds. */
function jump(ms: number): void {
  const [now, origin] = [Date.now.bind(Date), performance.timeOrigin];
  Date.now = () => now() + ms;
  Object.defineProperty(performance, 'timeOrigin', { get: () => origin + ms, configurable: true });
}

/** What a browser tells a page of whether it is seen; asleep it is not. */
function beHidden(isHidden: boolean): void {
  Object.defineProperty(document, 'hidden', { get: () => isHidden, configurable: true });
  document.dispatchEvent(new Event('visibilitychange'));
}

async function phone(browser: Browser, address: string, clockAhead = 0): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: { cookies: [], origins: [] },
  });
  const page = await context.newPage();
  await withoutSound(page);
  await page.addInitScript(jump, clockAhead);
  await page.goto(address);
  return page;
}

test('a service is led from the keyboard and followed on six phones: called ahead, vamped, lifted, stopped, taken back; one is away for a verse', async ({
  page: lead,
  browser,
}) => {
  test.slow();
  const { request } = lead;
  expect((await request.post('/api/songs', { data: { text } })).status()).toBe(201);
  const songId = await songNamed(lead, title);
  const set = crypto.randomUUID();
  const prayer = {
    ...{ id: crypto.randomUUID(), kind: 'prayer', name: 'For the river towns', minutes: 2 },
    ...{ who: 'Imre', notes: '', fixed: false, bed: null },
  };
  const item = { id: crypto.randomUUID(), songId, key: 'D', notes: 'Begin softly.' };
  const draft = { id: set, name: 'Weir evening', date: null, leader: '', notes: '' };
  const made = await request.post('/api/sets', { data: { ...draft, items: [item, prayer] } });
  expect(made.status()).toBe(201);
  const application = new URL(test.info().project.use.baseURL!).origin;
  const [line, leaders] = [await weakLine(application), await weakLine(application)];
  const phones = {} as Record<Role, Page>;
  const tokens = {} as Record<Role, string>;
  for (const role of roles) {
    const link = await request.post('/api/shares', { data: { kind: 'set', id: set, role } });
    const { token } = (await link.json()) as { token: string };
    tokens[role] = token;
    const address = `${role === 'bass' ? line.url : ''}/s/${token}/stage`;
    phones[role] = await phone(browser, address, clocks[role]);
    await expect(phones[role].getByText('Nothing is played now')).toBeVisible();
  }
  const { singer, bass, drums, guitar, horn, backing } = phones;
  const all = Object.values(phones);
  const allSee = async (name: string) => {
    for (const one of [lead, ...all]) await expect(piece(one, name)).toBeVisible();
  };

  await test.step('begun from the set, each player sees what comes', async () => {
    await lead.goto(`${leaders.url}/sets/${set}`);
    await press(lead, 'On stage');
    await press(lead, 'Begin the service');
    await allSee('Now: About to begin');
    await lead.keyboard.press('Space');
    await allSee(`About to begin: ${title}`);
    await allSee('Begins with: Intro');
    await expectAccessible(lead);
    await expectAccessible(drums);
  });

  await test.step('each page is right for its player', async () => {
    await lead.keyboard.press('Space');
    await allSee('Now: Intro');
    await allSee('Next: Verse, 1st time');
    await step(lead, 'PageDown');
    const verse = 'Now: Verse, 1st time';
    await allSee(verse);
    // In D the third is F sharp.
    await expect(piece(singer, verse).getByText('Come in on 2 of bar 1.')).toBeVisible();
    await expect(piece(singer, verse).getByRole('button', { name: /3, F♯/ })).toBeVisible();
    await expect(piece(drums, verse).getByText(/^push/)).toBeVisible();
    await expect(piece(guitar, verse)).toContainText('A/C♯');
    // A trumpet reads a whole step higher, and the bass its lowest notes alone.
    await expect(piece(horn, verse)).toContainText('E');
    await expect(piece(horn, verse)).toContainText('B/D♯');
    await expect(piece(bass, verse)).not.toContainText('maj7');
    await expect(piece(backing, verse)).toContainText('weir');
  });

  await test.step('called ahead and gone to, once more, until the signal', async () => {
    await press(lead, 'Chorus, 2nd time');
    await allSee('Next: Chorus, 2nd time');
    await lead.keyboard.press('a');
    await allSee('Next: Verse, 1st time');
    await lead.keyboard.press('3');
    await allSee('Next: Chorus, 1st time');
    await step(lead, 'PageUp');
    for (const one of all) await expect(one.getByText('until the signal').first()).toBeVisible();
    await lead.keyboard.press('Space');
    await allSee('Now: Chorus, 1st time');
  });

  await test.step('one looks ahead, and comes back to the band', async () => {
    await press(singer, 'Look ahead');
    await press(singer, 'Look ahead');
    await expect(piece(singer, 'Ahead: Chorus, 2nd time')).toBeVisible();
    await expect(singer.getByText(/The band is elsewhere: .*Chorus, 1st time/)).toBeVisible();
    await press(singer, 'Back to the band');
    await expect(piece(singer, 'Now: Chorus, 1st time')).toBeVisible();
  });

  await test.step('one is away for a verse, and back in step; a lift holds from the next part on', async () => {
    line.cut();
    await expect(bass.getByText('No line to the others')).toBeVisible();
    await press(lead, 'Half step up');
    await press(lead, 'Half step up');
    await lead.keyboard.press('Space');
    await expect(piece(guitar, 'Now: Verse, 2nd time')).toContainText('in E');
    await expect(piece(bass, 'Now: Chorus, 1st time')).toBeVisible();
    await lead.keyboard.press('Space');
    await expect(piece(horn, 'Now: Chorus, 2nd time')).toBeVisible();
    await expect(piece(bass, 'Now: Chorus, 1st time')).toBeVisible();
    await line.mend();
    await expect(piece(bass, 'Now: Chorus, 2nd time')).toContainText('in E');
    await expect(bass.getByText('No line to the others')).toBeHidden();
  });

  await test.step('a wrong cue is taken back, everybody stops, and goes on', async () => {
    // At this tempo two bars are twelve seconds.
    await lead.keyboard.press('Space');
    await expect(piece(drums, 'Now: Ending')).toBeVisible();
    await press(lead, 'Take back');
    await allSee('Now: Chorus, 2nd time');
    await lead.keyboard.press('.');
    for (const one of all) await expect(one.getByText('stopped')).toBeVisible();
    await lead.keyboard.press('Space');
    await allSee('Now: Ending');
  });

  await test.step('without the server the leader’s page goes on alone, and tells everybody when it is back', async () => {
    leaders.cut();
    await expect(lead.getByText('No line to the others')).toBeVisible();
    await step(lead, 'PageDown');
    await expect(piece(lead, 'Now: For the river towns')).toBeVisible();
    await press(lead, 'Take back');
    await expect(piece(lead, 'Now: Ending')).toBeVisible();
    await press(lead, 'Intro');
    await step(lead, 'PageDown');
    await expect(piece(lead, 'Now: Intro')).toBeVisible();
    await expect(piece(drums, 'Now: Ending')).toBeVisible();
    await leaders.mend();
    await allSee('Now: Intro');
    await expect(lead.getByText('No line to the others')).toBeHidden();
    await press(lead, 'Ending');
    await step(lead, 'PageDown');
    await allSee('Now: Ending');
  });

  await test.step('with the click all go on by themselves at one time, whatever their clocks say', async () => {
    await press(lead, 'Intro');
    await step(lead, 'PageDown');
    await allSee('Now: Intro');
    for (let taps = 0; taps < 4; taps += 1) {
      await lead.keyboard.press('t');
      await lead.waitForTimeout(400);
    }
    await press(lead, 'Click');
    await expect(piece(lead, 'Now: Verse, 1st time')).toBeVisible();
    await lead.keyboard.press('v');
    await allSee('Now: Verse, 1st time');
    await lead.keyboard.press('v');
    await press(lead, 'Click');
    await press(lead, 'Ending');
    await step(lead, 'PageDown');
    await allSee('Now: Ending');
  });

  await test.step('a page of an older version passes over what it does not know', async () => {
    const other = `intervallum-stage:/shared/${tokens.horn}/stage`;
    await horn.evaluate((name) => {
      const channel = new BroadcastChannel(name);
      channel.postMessage({ said: 'event', event: { kind: 'of a later version' } });
      channel.close();
    }, other);
    await step(lead, 'PageDown');
    await allSee('Now: For the river towns');
    await press(lead, 'Take back');
    await allSee('Now: Ending');
  });

  await test.step('a slip that somebody mends in the song is mended on every page, in the middle of it', async () => {
    const song = `/api/songs/${songId}`;
    const { revision } = (await (await request.get(song)).json()) as { revision: number };
    const saved = await request.put(song, {
      data: { text: text.replace('  1^', '  4m6 | 1^') },
      headers: { 'If-Match': `"${revision}"` },
    });
    expect(saved.status()).toBe(200);
    await expect(piece(guitar, 'Now: Ending')).toContainText('Am6');
    await expect(piece(lead, 'Now: Ending')).toContainText('4m6');
  });

  await test.step('a phone that slept for ten minutes is where the band is as soon as somebody looks at it', async () => {
    await bass.evaluate(beHidden, true);
    line.freeze();
    await press(lead, 'Intro');
    await step(lead, 'PageDown');
    await expect(piece(drums, 'Now: Intro')).toBeVisible();
    await expect(piece(bass, 'Now: Ending')).toBeVisible();
    await bass.evaluate(jump, hour / 6);
    await bass.evaluate(beHidden, false);
    await allSee('Now: Intro');
    await press(lead, 'Ending');
    await step(lead, 'PageDown');
    await allSee('Now: Ending');
  });

  await test.step('another leader takes the baton; who had it is told, and takes it again', async () => {
    const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
    await signInAs(context.request, 'leader');
    const other = await context.newPage();
    await other.goto(`/sets/${set}/stage`);
    await expect(piece(other, 'Now: Ending')).toBeVisible();
    await press(other, 'Take the baton');
    await expect(lead.getByRole('group', { name: 'Lead' })).toBeHidden();
    await expect(other.getByRole('group', { name: 'Lead' })).toBeVisible();
    await step(other, 'PageDown');
    await allSee('Now: For the river towns');
    await press(lead, 'Take the baton');
    await expect(other.getByRole('group', { name: 'Lead' })).toBeHidden();
    await context.close();
  });

  await test.step('it ends, and what was played is written down', async () => {
    await press(lead, 'End the service');
    await press(lead, 'End it');
    await expect(
      lead.getByRole('heading', { name: 'Weir evening, as it was played' }),
    ).toBeVisible();
    const row = lead.getByRole('row', { name: title });
    await expect(row).toContainText('Intro, Verse, Chorus, Verse, Chorus, Ending, Intro, Ending');
    await expect(row).toContainText('D → E');
    await expectAccessible(lead);
    for (const one of all) await expect(one.getByText('Nothing is played now')).toBeVisible();
    line.cut();
    leaders.cut();
  });
});
