import { expect, test, type Page } from '@playwright/test';
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

const chart = (page: Page) => page.getByRole('application', { name: 'Chart', exact: true });
const text = (page: Page) => editor(page).innerText();

test('eight bars are written on the chart without the mouse, all of it undone, and done again', async ({
  page,
}) => {
  await writeSong(page, 'title: By Hand\nkey: G\n');
  await chart(page).focus();
  const before = await text(page);
  await page.keyboard.press('n');
  await page.getByLabel('Its name').fill('Bridge');
  await page.keyboard.press('Enter');
  await expect(section(page, 'Bridge')).toBeVisible();
  await expect(chart(page)).toBeFocused();

  await page.keyboard.type('1 5/7 6m7 4maj7');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+Enter');
  // Letters of the key are numbers as well; a chord that is split goes on in its second half.
  await page.keyboard.type('Am7 G/B C');
  await page.keyboard.press('Enter');
  await page.keyboard.press('s');
  await page.keyboard.type('5sus4');
  await page.keyboard.press('Enter');
  await page.keyboard.press('<');
  await page.keyboard.press('|');
  await page.keyboard.type('1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('~');
  const written = ['key: G', 'Bridge:', '1 | 5/7 | 6m7 | 4maj7', '2m7 | 1/3 | 4 <5sus4 | 1~'];
  const lines = async () =>
    (await text(page))
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '')
      .slice(1);
  expect(await lines()).toEqual(written);
  await expect
    .poll(() => bars(page, 'Bridge'))
    .toEqual([
      '1 G',
      '5 /7 D/F♯',
      '6 m7 Em7',
      '4 maj7 Cmaj7',
      '2 m7 Am7',
      '1 /3 G/B',
      '4 ‹2& C early, on 2&: 5 sus4 Dsus4',
      '1 rings G',
    ]);
  await expectAccessible(page);

  for (let step = 0; step < 60 && (await text(page)) !== before; step += 1)
    await page.keyboard.press('Control+z');
  expect(await text(page)).toBe(before);
  for (let step = 0; step < 60 && (await lines()).length < written.length; step += 1)
    await page.keyboard.press('Control+y');
  for (let step = 0; step < 20; step += 1) await page.keyboard.press('Control+y');
  expect(await lines()).toEqual(written);
});

test('the bar behind the last chord waits: eight chords with Space and N leave no silent bar, a mark before a chord waits too', async ({
  page,
}) => {
  await writeSong(page, 'title: Waiting\nkey: G\n');
  await chart(page).focus();
  const lines = async () =>
    (await text(page))
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '')
      .slice(2);
  const addSection = async (name: string) => {
    await page.keyboard.press('n');
    await page.getByLabel('Its name').fill(name);
    await page.keyboard.press('Enter');
    await expect(section(page, name)).toBeVisible();
    // The window gives the keys back a frame after the section stands.
    await expect(chart(page)).toBeFocused();
  };
  await addSection('Verse');
  await page.keyboard.type('1 5/7 6m 4 ');
  // The slot is there, and another bar behind it would be silent.
  expect(await lines()).toEqual(['Verse:', '1 | 5/7 | 6m | 4 | _']);
  await page.keyboard.press('|');
  expect(await lines()).toEqual(['Verse:', '1 | 5/7 | 6m | 4 | _']);
  await addSection('Chorus');
  await page.keyboard.type('4 <5 1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('|');
  await page.keyboard.type('<<r6m!');
  await page.keyboard.press('Enter');
  await page.keyboard.press('|');
  await page.keyboard.press('ArrowLeft');
  expect(await lines()).toEqual(['Verse:', '1 | 5/7 | 6m | 4', 'Chorus:', '4 | <5 | 1 | <<r6m!']);
  // What is taken away of a bar that waits is that bar; what cannot be pushed says why, and is still there.
  await page.keyboard.press('End');
  await page.keyboard.press('|');
  await page.keyboard.press('Backspace');
  expect((await lines()).at(-1)).toBe('4 | <5 | 1 | <<r6m!');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await page.getByLabel('Chord, in numbers or letters').fill('<b7');
  await page.keyboard.press('Enter');
  await expect(page.locator('#chord-trouble')).toContainText('nothing before it to push into');
  await expect(page.getByLabel('Chord, in numbers or letters')).toHaveValue('<b7');
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('End');
  // A silence that is meant stays, and R pushes the right hand at once.
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('r');
  await page.keyboard.press('End');
  await page.keyboard.press('|');
  await page.keyboard.press('_');
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('+');
  expect((await lines()).at(-1)).toBe('4 | <<5 | <r1 | <<r6m! | _');
});

test('slots are marked, joined, moved by degrees and copied; what cannot be done says why', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Marks\nkey: C\n\nVerse 1:\n  1 | 4 5 | 6m\n  > one | two | three\n',
  );
  await section(page, 'Verse 1').getByRole('listitem').first().click();
  await page.keyboard.press('<');
  await expect(page.getByText('nothing before it to push into')).toBeVisible();
  const bars = section(page, 'Verse 1').getByRole('listitem');
  await bars.nth(1).click();
  await bars.nth(2).click({ modifiers: ['Shift'] });
  expect(await page.evaluate(() => String(getSelection()))).toBe('');
  await bars.first().click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(editor(page)).toContainText('1 | 5 6m | 6m');
  await page.keyboard.press('>');
  await expect(editor(page)).toContainText('1 | 5> 6m> | 6m');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('j');
  await expect(editor(page)).toContainText('1 | 5> | 6m');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('zz');
  await page.keyboard.press('Enter');
  await expect(page.getByText('does not begin with the name of a note')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Backspace');
  await expect(editor(page)).toContainText('1 | 6m');
  await expect(editor(page)).toContainText('> one two | three');
  await page.keyboard.press('d');
  await expect(section(page, 'Verse 2')).toBeVisible();
  await page.keyboard.press('x');
  await expect(editor(page)).toContainText('Verse 2 x2:');
});

test('sections are named, moved and copied where they stand, by keys and by their own menu; hands go with them', async ({
  page,
}) => {
  await writeSong(
    page,
    'title: Order\nkey: C\nroad: Verse, Chorus x2\n\nVerse:\n  1 | 4\n\nChorus:\n  5 | 1\n',
  );
  const names = () => page.getByRole('heading', { level: 2 }).allInnerTexts();
  await chart(page).focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('F2');
  const field = page.getByRole('textbox', { name: 'Name of the section' });
  await expect(field).toBeFocused();
  await page.keyboard.type('Stanza');
  await page.keyboard.press('Enter');
  await expect(chart(page)).toBeFocused();
  expect(await names()).toEqual(['Stanza', 'Chorus']);
  expect(await text(page)).toContain('road: Stanza, Chorus x2');
  // What the roadmap could not tell apart is refused where it was typed.
  await page.keyboard.press('F2');
  await page.keyboard.type('Chorus');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('the roadmap would play that one');
  await page.keyboard.press('Escape');
  await expect(chart(page)).toBeFocused();
  await page.keyboard.press('Alt+Shift+ArrowDown');
  await expect.poll(names).toEqual(['Chorus', 'Stanza']);
  await page.keyboard.press('Alt+Shift+ArrowDown');
  await expect(page.getByText('It is the last section already.')).toBeVisible();

  const menu = async (name: string, item: string) => {
    await section(page, name).getByRole('button', { name, exact: true }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await menu('Stanza', 'Move the section up');
  await expect.poll(names).toEqual(['Stanza', 'Chorus']);
  await expect(chart(page)).toBeFocused();
  await menu('Chorus', 'Copy the section');
  await expect.poll(names).toEqual(['Stanza', 'Chorus', 'Chorus 2']);
  await menu('Chorus 2', 'Name of the section');
  await expect(field).toBeFocused();
  await page.keyboard.type('Ending');
  // Leaving the field takes what was typed.
  await section(page, 'Stanza').getByRole('listitem').first().click();
  await expect.poll(names).toEqual(['Stanza', 'Chorus', 'Ending']);
  await section(page, 'Ending').getByRole('button', { name: 'Ending' }).click();
  await expectAccessible(page);
  await page.getByRole('menuitem', { name: 'Take the section away' }).click();
  await expect.poll(names).toEqual(['Stanza', 'Chorus']);
  await expect(chart(page)).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(['Stanza', 'Chorus', 'Ending']);
});

test('words are set under a bar, and a lyric is spread over its section', async ({ page }) => {
  await writeSong(page, 'title: Words\nkey: C\n\nVerse:\n  1 | 4\n  5 | 1\n');
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  await page.keyboard.press('w');
  await page.getByLabel('Words', { exact: true }).fill('over the water');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('> | over the water');
  await expect(chart(page)).toBeFocused();
  await page.keyboard.press('l');
  await page.getByLabel('The lyric of this section').fill('Low the river runs\nhome again\n');
  await page.getByRole('button', { name: 'Spread it' }).click();
  await expect(editor(page)).toContainText('> Low the | river runs');
  await expect(editor(page)).toContainText('> home | again');
});

test('a chord is changed in the text, and every other pin is still there', async ({ page }) => {
  await openSong(page, 'Lanterns on the Quay');
  await page.getByRole('link', { name: 'Hands' }).click();
  const pinned = page.getByLabel('pinned', { exact: true });
  await expect(pinned.first()).toBeVisible({ timeout: 20_000 });
  const before = await pinned.count();
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  // Until the other view is there, what is clicked and typed is the hands'.
  await expect(editor(page)).toBeVisible();
  await section(page, 'Verse 2').getByRole('listitem').nth(1).click();
  await page.keyboard.type('2m9');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('2m9');
  await page.getByRole('link', { name: 'Hands' }).click();
  await expect(pinned).toHaveCount(before, { timeout: 20_000 });
});

test('the tools do by pointer what the keys do', async ({ page }) => {
  await writeSong(page, 'title: Tools\nkey: C\n\nVerse:\n  1 | 4\n');
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  const tools = page.getByRole('toolbar', { name: 'Write on the chart' });
  await tools.getByRole('button', { name: /Push/ }).click();
  await expect(editor(page)).toContainText('1 | <4');
  await page.keyboard.press('Enter');
  await page.getByLabel('Chord, in numbers or letters').fill('Fmaj7');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('1 | <4maj7');
  await tools.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Copy the section' }).click();
  await expect(section(page, 'Verse 2')).toBeVisible();
  await tools.getByRole('button', { name: 'Undo' }).click();
  await expect(section(page, 'Verse 2')).toHaveCount(0);
});

test('the roadmap is put in order, lifted, written into the chart, and undone', async ({
  page,
}) => {
  await writeSong(page, 'title: Order\nkey: C\n\nVerse:\n  1 | 4\n\nChorus:\n  5 | 1\n');
  await fromMenu(page, 'Roadmap');
  const steps = page.getByRole('list', { name: 'Steps of the roadmap' });
  const add = page.getByRole('group', { name: 'Add to the end' });
  await expect(steps.getByRole('listitem')).toHaveCount(2);
  await add.getByRole('button', { name: 'up a whole step' }).click();
  await add.getByRole('button', { name: 'Chorus' }).click();
  await steps.getByLabel('What is done differently').last().fill('everyone');
  await steps
    .getByRole('button', { name: /How often/ })
    .first()
    .click();
  await page.getByRole('option', { name: '×2' }).click();
  await page.getByRole('button', { name: 'Step 2 up' }).click();
  await steps.getByRole('button', { name: /How it goes there/ }).click();
  await page.getByRole('option', { name: 'by 4/5' }).click();
  await page.getByRole('button', { name: 'Use this roadmap' }).click();
  await expect(editor(page)).toContainText(
    'road: Chorus, Verse x2, up 2 by 4/5, Chorus (everyone)',
  );
  await expect(page.getByRole('list', { name: 'Roadmap' })).toContainText('up a whole step by 4/5');
  // As it is played the last beats before it have the soft five of the new key, in the numbers of the old one.
  await fromMenu(page, 'Show it as played');
  await expect(chart(page)).toContainText('5/6');
  await page.getByText('As written', { exact: true }).click();
  await chart(page).focus();
  await page.keyboard.press('Control+z');
  await expect(editor(page)).not.toContainText('road:');
});

test('a chart longer than any song is drawn in sheets, played as far as can be, and goes on being written', async ({
  page,
}) => {
  const line = `  ${'1|'.repeat(400)}1\n`;
  await writeSong(page, `title: Too Long\nkey: C\n\nA:\n${line.repeat(110)}`);
  const sheet = page.getByRole('navigation', { name: 'Bars that are shown', exact: true });
  await expect(sheet).toContainText('Bars 1 to 797 of 44,110');
  await expect(page.getByText('played for more than 5,000 bars (44,110 in all)')).toBeVisible();
  await sheet.getByRole('button', { name: 'Later' }).click();
  await expect(sheet).toContainText('Bars 798 to');
  // The sheet goes to where one writes.
  await editor(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('  1 | 4 | 57');
  await expect(sheet).toContainText('to 44,113 of 44,113');
  await expect(section(page, 'A').getByRole('listitem').last()).toContainText('5');

  await replaceText(
    page,
    `title: Round\nkey: C\nroad: ${Array(20).fill('A x99').join(', ')}\n\nA x99:\n${'  1 | 4 | 5 | 1\n'.repeat(24)}`,
  );
  await expect(page.getByText('(190,080 in all)')).toBeVisible();
  await fromMenu(page, 'Show it as played');
  await expect(sheet).toContainText('of 4,992');
});

test('a section ends otherwise the last time, and has another bar there: by keys, from its menu, undone', async ({
  page,
}) => {
  await writeSong(page, 'title: Otherwise\nkey: C\n\nVerse:\n  1 | 4 | 5 | 1\n');
  await section(page, 'Verse').getByRole('listitem').nth(3).click();
  await page.keyboard.press('v');
  await expect(editor(page)).toContainText('Verse x2:');
  await expect(editor(page)).toContainText('1st ending: 1');
  await page.keyboard.type('6m');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('2nd ending: 6m');
  await section(page, 'Verse').getByRole('listitem').nth(1).click();
  await page.keyboard.press('Shift+V');
  await page.keyboard.type('2m');
  await page.keyboard.press('Enter');
  await expect(editor(page)).toContainText('2nd time bar 2: 2m');
  await page.getByRole('button', { name: 'Verse', exact: true }).click();
  await page.getByRole('menuitem', { name: /Another ending the last time/ }).click();
  await expect(editor(page)).toContainText('3rd ending: _');
  await expect(editor(page)).toContainText('Verse x3:');
  await expect(chart(page)).toBeFocused();
  for (let step = 0; step < 5; step += 1) await page.keyboard.press('Control+z');
  await expect.poll(() => bars(page, 'Verse')).toEqual(['1 C', '4 F', '5 G', '1 C']);
});
