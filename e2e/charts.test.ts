import { expect, test } from '@playwright/test';
import {
  fromMenu,
  bars,
  editor,
  expectAccessible,
  openSong,
  replaceText,
  section,
  writeSong,
} from './pages.ts';

test('a reader chooses how numbers are read, and what minor songs are counted from', async ({
  page,
}) => {
  await openSong(page, 'Winter Wheat');
  expect((await bars(page, 'Intro'))[0]).toBe('1 m Em');
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'Home is 6m' }).click();
  await page.keyboard.press('Escape');
  expect((await bars(page, 'Intro'))[0]).toBe('6 m Em');
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'In key' }).click();
  await page.keyboard.press('Escape');
  expect((await bars(page, 'Intro'))[0]).toBe('6 Em');
});

test('shapes under a player’s own names: by name, as symbols, and as they are dictated, bass and shape apart', async ({
  page,
}) => {
  const own = 'four = 1 3 4 6\nopen = 1 5 9 of the chord';
  await writeSong(page, `title: Ropemaker\nkey: D\n${own}\n\nVerse:\n  four/2 | open@4 | 5/7 | 1`);
  expect(await bars(page, 'Verse')).toEqual([
    'four /2 [D-F♯-G-B]/E',
    '4 open Gadd9omit3',
    '5 /7 A/C♯',
    '1 D',
  ]);
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'As symbols' }).check({ force: true });
  await page.keyboard.press('Escape');
  await expect.poll(() => bars(page, 'Verse')).toContain('[1-3-4-6] /2 [D-F♯-G-B]/E');
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'By name' }).check({ force: true });
  await page.getByRole('radio', { name: 'The bass' }).check({ force: true });
  await page.keyboard.press('Escape');
  await expect
    .poll(() => bars(page, 'Verse'))
    .toEqual(['four over 2', '4 open over 4', '5 over 7', '1 over 1']);
  await expectAccessible(page);
  // On the chart as well a chord is typed by its name.
  await section(page, 'Verse').getByRole('listitem').nth(3).click();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('four/5');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('5/7 | four/5');
});

test('a line that a hand plays stands under its bars, by hand and by name, and stays with them', async ({
  page,
}) => {
  const head = "title: Lamp by the Door\nkey: G\nline riff: (5 6) 1'+3 . 6 | 5@2 b3^3 2 .";
  const lines = '  play right over: riff\n  play left, octave up: | | 1, & 5';
  await writeSong(page, `${head}\n\nIntro:\n  1 | 4 | 1\n${lines}`);
  const written = [
    '1 G R + The right hand plays: over its chords 5 6 1 high + 3 6',
    '4 C R + The right hand plays: over its chords 5 finger 2 ♭3 ⌒ slides to 3 2',
    '1 G L ↑ The left hand plays: an octave up 1 low & beneath it: 5',
  ];
  await expect.poll(() => bars(page, 'Intro')).toEqual(written);
  await expectAccessible(page);
  // A bar that comes before them takes them along; one step takes it back.
  await section(page, 'Intro').getByRole('listitem').first().click();
  await page.keyboard.press('i');
  await expect(editor(page)).toContainText('play right over: | riff');
  await expect(editor(page)).toContainText('play left, octave up: | | | 1, & 5');
  await page.keyboard.press('Control+z');
  await expect.poll(() => bars(page, 'Intro')).toEqual(written);
  // What is no note says where, and what could be meant.
  await replaceText(page, `${head}\n\nIntro:\n  1 | 4 | 1\n  play right: rif`);
  await expect(page.getByText('No line of this song is called “rif”')).toBeVisible();
  await page.getByRole('button', { name: 'Write riff' }).click();
  await expect(editor(page)).toContainText('play right: riff');
  // On a stand and on paper it is as large as the rest.
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByText('The right hand plays:').first()).toBeAttached();
  await expectAccessible(page);
});

test('the key that is looked in is part of the address, and can be written into the chart', async ({
  page,
}) => {
  await writeSong(page, 'title: Key Song\nkey: C\n\nVerse:\n  1 | 5/7\n');
  await page.getByRole('button', { name: 'Half step down' }).click();
  await expect(page).toHaveURL(/key=B$/);
  await page.reload();
  await expect(section(page, 'Verse')).toBeVisible();
  expect(await bars(page, 'Verse')).toEqual(['1 B', '5 /7 F♯/A♯']);
  await page.getByRole('button', { name: 'Write it in B' }).click();
  await expect(editor(page)).toContainText('key: B');
  await expect(page).not.toHaveURL(/key=/);
  await editor(page).click();
  await page.keyboard.press('Control+z');
  await expect(editor(page)).toContainText('key: C');
});

test('endings, changes and the roadmap are on the chart, and the chart is shown as it is played', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Road\nkey: C\nroad: Verse, Verse, up 2, Verse open (everyone)\n\nVerse:\n  1 | 4\n  > once | more\n  1st ending: 5\n  2nd ending: 57\n  3rd time bar 2: 4m\n',
  );
  await expect(page.getByText('1st ending', { exact: true })).toBeVisible();
  await expect(page.getByText('3rd time, bar 2', { exact: true })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Roadmap' })).toContainText(
    'VerseVerseup a whole stepVerse until the signal everyone',
  );
  expect(await bars(page, 'Verse')).toEqual(['1 C once', '4 F more', '5 G', '5 7 G7', '4 m Fm']);
  await expectAccessible(page);

  await fromMenu(page, 'Show it as played');
  const verses = page.getByRole('region', { name: 'Verse', exact: true });
  await expect(verses).toHaveCount(3);
  const read = await verses.allInnerTexts();
  expect(read.map((text) => text.replace(/\s+/g, ' ').trim())).toEqual([
    'Verse 1st time 1 C once 4 F more 5 G',
    'Verse 2nd time 1 C once 4 F more 5 7 G7',
    'Verse in D until the signal 3rd time everyone 1 D once 4 m Gm more 5 7 A7',
  ]);
});

test('the desk itself on paper says which song it is and in which key; as many bars as fit share a row', async ({
  page,
}) => {
  await openSong(page, 'Lanterns on the Quay');
  await page.getByRole('button', { name: 'Half step down' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('heading', { level: 1, name: 'Lanterns on the Quay' })).toBeVisible();
  await expect(page.getByText('Key D', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Menu' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await writeSong(page, 'title: Rows\nkey: C\n\nVerse:\n  1 | 4 | 5 | 1\n  6m | 4 | 5 | 1\n');
  const rows = section(page, 'Verse').locator('[data-row]');
  await expect(rows).toHaveCount(2);
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'As many bars as fit' }).click();
  await page.keyboard.press('Escape');
  await expect(rows).toHaveCount(1);
});

test('completion offers the chords of the key with their letters', async ({ page }) => {
  await writeSong(page, 'title: Hints\nkey: Ab\n\nVerse:\n  1 | ');
  await page.keyboard.press('Control+End');
  await page.keyboard.type('2');
  await page.keyboard.press('Control+Space');
  await expect(page.getByRole('listbox').getByRole('option')).toContainText([
    '2m',
    '2m7',
    '2m9',
    '27',
  ]);
  await expect(page.getByRole('listbox').getByRole('option').nth(1)).toContainText('B♭m7');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Tab');
  await expect(editor(page)).toContainText('1 | 2m7');
});

test('a problem is underlined, and its repair is a quick fix where it stands', async ({ page }) => {
  await writeSong(page, 'title: Quick\n\nVerse:\n  1 | 7b | 4\n');
  const mark = page.locator('.cm-lintRange-error');
  await mark.hover();
  await page
    .getByRole('tooltip')
    .or(page.locator('.cm-tooltip-lint'))
    .getByRole('button', { name: 'Write b7' })
    .click();
  await expect(mark).toHaveCount(0);
  expect(await bars(page, 'Verse')).toEqual(['1 C', '♭ 7 B♭', '4 F']);
});

test('markup, emoji and right-to-left text in every field are text and nothing else', async ({
  page,
}) => {
  const strange = '<script>window.broken = true</script> 🙂 שלום';
  await writeSong(
    page,
    `title: ${strange}\nby: ${strange}\nsinger: ${strange}\nfeel: ${strange}\nrights: ${strange}\nkey: G\n\n${strange.replace('=', '')}:\n  * ${strange}\n  1 | 4\n  > ${strange} | b\n`,
  );
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(strange);
  await page.getByRole('link', { name: 'Songs' }).click();
  await expect(page.getByRole('link', { name: strange })).toBeVisible();
  expect(await page.evaluate(() => 'broken' in window)).toBe(false);
});

test('a chart of two hundred bars stays quick to type in, and a broken one shows the rest', async ({
  page,
}) => {
  const verse = '  1 | 6m7 | 4maj7 . 5sus4 5 | 1\n'.repeat(50);
  await writeSong(page, `title: Long\n\nVerse:\n${verse}`);
  await expect(section(page, 'Verse').getByRole('listitem')).toHaveCount(200);
  await replaceText(page, `title: Long\n\nVerse:\n${verse}  1 2 3\n  9 | xyz\nChorus:\n  4\n`);
  await expect(page.getByRole('heading', { name: '3 problems' })).toBeVisible();
  await expect(section(page, 'Chorus').getByRole('listitem')).toHaveCount(1);
});

test('a paste with soft line ends of a writing program is taken, saved, and there after a reload', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Soft\u2028key: G\u2029\u2029Verse x2:\u2028  1 | 4\u2028Chorus:\n  5\n',
  );
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 G', '4 C']);
  await expect.poll(() => bars(page, 'Chorus')).toEqual(['5 D']);
  await page.reload();
  await expect.poll(() => bars(page, 'Chorus')).toEqual(['5 D']);
  await expect(page.getByRole('heading', { name: /problem/ })).toHaveCount(0);
});

test('letters go in where the cursor is or for what is chosen, composed ones as well, and undo takes a word', async ({
  page,
}) => {
  await writeSong(page, 'title: Typed\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4\n');
  const line = editor(page).getByText('1 | 4');
  /** How often the browser itself puts something into the text. */
  await editor(page).evaluate((element) => {
    Object.assign(window, { byBrowser: 0 });
    element.addEventListener('input', () => Object.assign(window, { byBrowser: 1 }));
  });
  await line.click();
  await page.keyboard.press('End');
  await page.keyboard.type('maj7/6');
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 C', '4 maj7 /6 Fmaj7/A']);
  await page.keyboard.press('Control+z');
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 C', '4 F']);
  // For what is chosen: the last chord.
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.type('5');
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 C', '5 G']);
  expect(await page.evaluate(() => (window as unknown as { byBrowser: number }).byBrowser)).toBe(0);
  // Composed of several keys: the browser puts it in.
  const session = await page.context().newCDPSession(page);
  await session.send('Input.imeSetComposition', { text: 's', selectionStart: 1, selectionEnd: 1 });
  await session.send('Input.insertText', { text: 'sus' });
  await page.keyboard.type('4');
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 C', '5 sus4 Gsus4']);
});

test('addresses that lead nowhere have a page of their own', async ({ page }) => {
  await page.goto('/songs/2b8f4a36-6f0e-4b52-9c0f-0f8a3c1d2e4f');
  await expect(page.getByRole('heading', { name: 'No song at this address' })).toBeVisible();
  await page.goto('/sets/nonsense');
  await expect(page.getByRole('heading', { name: 'No set at this address' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'No page at this address' })).toBeVisible();
  await page.goto('/s/AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA');
  await expect(page.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
});

test('a search finds songs by words that are sung', async ({ page }) => {
  await page.goto('/songs');
  await page.getByRole('searchbox').fill('harbours');
  await expect(page.getByRole('list', { name: 'Songs' }).getByRole('link')).toHaveText([
    'Lanterns on the Quay',
  ]);
  // Whichever way one comes back from the song, the search is still there.
  const found = page.getByRole('list', { name: 'Songs' }).getByRole('link');
  for (const back of [
    () => page.goBack(),
    () => page.getByRole('link', { name: 'Songs' }).click(),
  ]) {
    await found.click();
    await expect(page.getByRole('application', { name: 'Chart', exact: true })).toBeVisible();
    await back();
    await expect(page.getByRole('searchbox')).toHaveValue('harbours');
    await expect(found).toHaveText(['Lanterns on the Quay']);
  }
  await page.getByRole('searchbox').fill('no such words');
  await expect(page.getByRole('heading', { name: 'No song has that in it' })).toBeVisible();
});

test('an untidy sheet of letters and numerals is repaired as a whole: each step is shown first, one undo takes all back', async ({
  page,
}) => {
  await writeSong(page, 'title: Sheet\n\nVerse:\n  1\n');
  const sheet = [
    'Harbour Wall',
    'Key of G',
    '',
    '[Verse 1]',
    'G - D/F# - Em - C',
    'Down by the harbour wall',
    '1. C | D',
    '2. vi | V',
    '',
    'CHORUS (2x)',
    'C, G, D, Em',
    'rit.',
  ];
  await replaceText(page, sheet.join('\n'));
  await page.getByRole('button', { name: 'Repair all …' }).click();
  const steps = page.getByRole('dialog', { name: 'What the repairs do' });
  await expect(steps.getByRole('listitem')).toHaveCount(9);
  await expect(steps).toContainText('G - D/F# - Em - C1 | 5/7 | 6m | 4');
  await expectAccessible(page);
  await steps.getByRole('button', { name: 'Repair all of it' }).click();
  await expect(page.getByRole('button', { name: 'Repair all …' })).toHaveCount(0);
  await expect(editor(page)).toContainText('title: Harbour Wall');
  await expect(section(page, 'Verse 1').getByRole('listitem')).toHaveCount(8);
  await expect(section(page, 'Verse 1')).toContainText('Down by the harbour wall');
  await expect(section(page, 'Chorus')).toContainText('rit.');
  await page.keyboard.press('Control+z');
  await expect(editor(page)).toContainText('[Verse 1]');
});
