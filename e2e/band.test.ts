import jsQR from 'jsqr';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { expectAccessible, songNamed, withoutSound } from './pages.ts';

const title = 'Rope Across the Ford';
const text = `title: ${title}
by: Imre Solt
key: Bb
meter: 4/4
tempo: 84
rights: Words and music Imre Solt 2025. Free to sing.
road: Intro, Verse, Chorus, up 2, Chorus (everyone), Ending

Intro:
  1 | 4

Verse:
  1 | 5/7 | 6m7 | <4maj7!
  tune: _ 3 3 4 | 5 5 6 . | 3 | _
  > Car-ry me | o-ver the | ford

Chorus:
  6m 5 | 4 1/3 | 2m9 57sus4 | 1~
  > Wide is the | water and | deep is the | song

Ending:
  1^
`;

// Its types say another module than Node makes of it.
const decode = jsQR as unknown as (
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
) => { data: string } | null;

/** A phone that has never been here: no account, nothing kept. */
async function phone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: { cookies: [], origins: [] },
  });
  return context.newPage();
}

/** The dark and light of a drawing, as a camera sees it. */
async function seen(page: Page, name: string): Promise<string | undefined> {
  const sign = page.getByRole('img', { name });
  await expect(sign).toBeVisible();
  const { data, side } = await sign.evaluate(async (svg) => {
    const pixels = 400;
    const image = new Image();
    const source = new XMLSerializer().serializeToString(svg);
    image.src = `data:image/svg+xml;utf8,${encodeURIComponent(source)}`;
    await image.decode();
    const canvas = new OffscreenCanvas(pixels, pixels);
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, pixels, pixels);
    context.drawImage(image, 0, 0, pixels, pixels);
    return { data: [...context.getImageData(0, 0, pixels, pixels).data], side: pixels };
  });
  return decode(Uint8ClampedArray.from(data), side, side)?.data;
}

test('each player gets a page of their own by a link or a QR code: singer, bass, drums, guitar, horn, backing, stand-in, the wall', async ({
  page,
  browser,
}) => {
  test.slow();
  const songMade = await page.request.post('/api/songs', { data: { text } });
  expect(songMade.status()).toBe(201);
  const here = await songNamed(page, title);
  const setId = crypto.randomUUID();
  const item = { id: crypto.randomUUID(), songId: here, key: 'Eb', notes: 'Begin softly.' };
  const set = { id: setId, name: 'Ford evening', date: null, leader: 'Imre', venue: '', notes: '' };
  const made = await page.request.post('/api/sets', { data: { ...set, items: [item] } });
  expect(made.status()).toBe(201);
  await page.goto(`/sets/${setId}`);
  await page.getByRole('button', { name: 'Share' }).click();
  const window = page.getByRole('dialog');

  const linkFor = async (role: string, who: string) => {
    await window.getByRole('combobox', { name: 'For' }).selectOption({ label: role });
    await window.getByRole('textbox', { name: 'Whose it is, if you like' }).fill(who);
    await window.getByRole('button', { name: /^Make (a|another) link$/ }).click();
    const row = window.getByRole('listitem').filter({ hasText: `${role} · ${who}` });
    return (await row.locator('code').innerText()).trim();
  };
  const singers = await linkFor('Singer', 'Tavia');
  const basses = await linkFor('Bass', 'Odd');
  await expectAccessible(page);
  const row = window.getByRole('listitem').filter({ hasText: 'Bass · Odd' });
  await row.getByRole('button', { name: 'QR code' }).click();
  expect(await seen(page, 'QR code of the link for Bass · Odd')).toBe(basses);

  const reader = await phone(browser);
  await withoutSound(reader);
  const choose = (role: string) =>
    reader.getByRole('combobox', { name: 'I play' }).selectOption({ label: role });

  await test.step('the singer: words in the order of the road, where to come in, what to hold', async () => {
    await reader.goto(singers);
    await expect(reader.getByText('for Tavia')).toBeVisible();
    const words = reader.getByRole('list', { name: 'Words' }).getByRole('listitem');
    await expect(words).toHaveCount(5);
    await expect(words.nth(0)).toContainText('Nothing is sung here.');
    await expect(words.nth(1)).toContainText('Come in on 2 of bar 1.');
    // In E flat the third is G.
    await expect(words.nth(1).getByRole('button', { name: 'First note 3, G' })).toBeVisible();
    await expect(words.nth(1)).toContainText('Carry me over the ford4 beats');
    await expect(words.nth(3)).toContainText('up a whole step');
    await expect(words.nth(3)).toContainText('everyone');
    await expect(reader.getByText('Free to sing.')).toBeVisible();
    await expectAccessible(reader);
  });

  await test.step('the bass: one note a chord, in numbers and letters, pushes and stops kept', async () => {
    await reader.goto(basses);
    const chorus = reader.getByRole('region', { name: 'Chorus', exact: true });
    await expect(chorus.getByRole('listitem').first()).toContainText(/6.*C.*5.*B♭/s);
    await expect(chorus).toContainText('walks down 6 5 4 3 2 from bar 1');
    await expect(reader.getByRole('region', { name: 'Verse', exact: true })).toContainText('4&');
    await expectAccessible(reader);
  });

  await test.step('the drums: bars to count, what is struck together, a click', async () => {
    await choose('Drums');
    const parts = reader.getByRole('list', { name: 'Bars' }).locator(':scope > li');
    await expect(parts).toHaveCount(5);
    await expect(parts.nth(1)).toContainText('Verse4 bars');
    await expect(parts.nth(1)).toContainText('push 4&');
    await expect(parts.nth(1)).toContainText('stop 1');
    await expect(parts.nth(4)).toContainText('hold 1');
    await reader.getByRole('button', { name: 'Click at 84' }).click();
    await reader.getByRole('button', { name: 'Stop the click' }).click();
    await expect(reader.getByRole('button', { name: 'Click at 84' })).toBeVisible();
    await expectAccessible(reader);
  });

  await test.step('the guitar: a capo for open strings, shapes in letters, each with its grip', async () => {
    await choose('Guitar');
    await expect(reader.getByText('capo 1, shapes of D')).toBeVisible();
    const grips = reader.getByRole('list', { name: 'Grips' });
    await expect(
      grips.getByRole('img', { name: 'D: frets x x 0 2 3 2 from the lowest string up' }),
    ).toBeVisible();
    await reader.getByRole('combobox', { name: 'Capo' }).selectOption('3');
    await expect(reader.getByText('capo 3, shapes of C')).toBeVisible();
    await expect(
      grips.getByRole('img', { name: 'C: frets x 3 2 0 1 0 from the lowest string up' }),
    ).toBeVisible();
    await expectAccessible(reader);
  });

  await test.step('a horn reads in its own key', async () => {
    await choose('Horns');
    await reader.getByRole('combobox', { name: 'Instrument' }).selectOption('alto sax');
    await expect(reader.getByText('Alto saxophone reads in C')).toBeVisible();
  });

  await test.step('backing singers: one of three parts in the place of the tune, with its first notes', async () => {
    await choose('Backing singers');
    const starts = reader.getByRole('list', { name: 'Starting notes' });
    await expect(starts.getByRole('listitem')).toHaveCount(3);
    await expect(
      starts.getByRole('button', { name: /^Alto begins on \d, [A-G]♭?$/ }).first(),
    ).toBeVisible();
    await reader.getByRole('combobox', { name: 'Part' }).selectOption('tenor');
    await expect(starts.getByRole('button', { name: /^Tenor begins on/ }).first()).toBeVisible();
    await expectAccessible(reader);
  });

  await test.step('who stands in reads plain triads', async () => {
    await choose('Stand-in');
    const verse = reader.getByRole('region', { name: 'Verse', exact: true });
    await expect(verse).not.toContainText('maj7');
    await expect(verse).toContainText('6m');
  });

  await test.step('the wall: words by a key, dark, and back', async () => {
    await choose('Projector');
    await reader.getByRole('button', { name: 'On the wall' }).click();
    const wall = reader.getByRole('region', { name: 'Words on the wall' });
    await expect(wall.getByRole('heading', { name: title })).toBeVisible();
    await reader.keyboard.press('ArrowRight');
    await expect(wall).toContainText('Carry me over the ford');
    await expect(wall).toContainText('Free to sing.');
    await reader.reload();
    await expect(wall).toContainText('Carry me over the ford');
    await reader.keyboard.press('b');
    await expect(wall).not.toContainText('Carry me');
    await reader.keyboard.press('b');
    await expectAccessible(reader);
    await reader.keyboard.press('Escape');
    await expect(reader.getByRole('list', { name: 'Words in their order' })).toBeVisible();
  });

  await test.step('what became another one since one looked is told and marked, until it was seen', async () => {
    await choose('everything');
    const note = reader.getByRole('region', { name: 'Changed since you looked' });
    await expect(note).toBeHidden();
    const written = await page.request.put(`/api/songs/${here}`, {
      headers: { 'If-Match': '"1"' },
      data: { text: text.replace('| 4 1/3 |', '| 4m 1/3 |') },
    });
    expect(written.status()).toBe(200);
    await reader.reload();
    await expect(note).toContainText(title);
    await expect(note).toContainText('Chorus: bar 2 from 4 to 4m');
    const bars = reader
      .getByRole('region', { name: 'Chorus', exact: true })
      .getByRole('listitem')
      .filter({ hasText: 'changed' });
    await expect(bars).toHaveCount(1);
    await reader.reload();
    await expect(note).toBeVisible();
    await expectAccessible(reader);
    await note.getByRole('button', { name: 'I have seen it' }).click();
    await expect(note).toBeHidden();
    await reader.reload();
    await expect(reader.getByRole('region', { name: 'Chorus', exact: true })).toBeVisible();
    await expect(note).toBeHidden();
  });

  await test.step('one print for every player', async () => {
    const desk = await page.context().newPage();
    await desk.goto(`/sets/${setId}/band`);
    await expect(desk).toHaveTitle('Ford evening, what each player gets · Intervallum');
    await desk.getByRole('link', { name: 'Print for every player' }).click();
    const players = desk.getByRole('region', { name: /^(Singer|Guitar|Bass|Drums|Keys)$/ });
    await expect(players).toHaveCount(5);
    await desk.getByText('Keys', { exact: true }).first().click();
    await expect(players).toHaveCount(4);
    await expect(desk.getByRole('region', { name: 'Drums' })).toContainText('push 4&');
    await expectAccessible(desk);
    await desk.emulateMedia({ media: 'print' });
    const paper = await desk.pdf({ format: 'A4' });
    // One page and more for each of four players (PDF 1.7, 7.7.3: a page is an object of its own).
    const count = paper.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;
    expect(count).toBeGreaterThanOrEqual(4);
    await desk.close();
  });

  await test.step('what was chosen is kept on the phone; a link that is taken back opens nothing', async () => {
    await choose('Drums');
    await reader.reload();
    await expect(reader.getByRole('list', { name: 'Bars' })).toBeVisible();
    await row.getByRole('button', { name: 'Revoke' }).click();
    await expect(window.getByText('Bass · Odd')).toBeHidden();
    await reader.reload();
    await expect(reader.getByText('This link opens nothing')).toBeVisible();
    await reader.goto(singers);
    await expect(reader.getByRole('list', { name: 'Words' })).toBeVisible();
  });
  await reader.context().close();
});
