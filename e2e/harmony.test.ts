import { expect, test, type Locator, type Page } from '@playwright/test';
import { fromMenu, bars, editor, expectAccessible, openText, section, writeSong } from './pages.ts';

const piano = (page: Page): Locator => page.getByRole('region', { name: 'Piano' });
const names = (page: Page): Locator => page.getByRole('status', { name: 'Names of the notes' });

/** Presses keys of the on-screen piano with the mouse, one after the other. */
async function press(page: Page, ...keys: string[]): Promise<void> {
  for (const key of keys) {
    // A white key is partly under its neighbours: press it near its foot.
    const button = piano(page).getByRole('button', { name: key, exact: true });
    const box = (await button.boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y + box.height - 6);
  }
}

const chart = 'title: Harmony\nkey: C\n\nVerse:\n  1 | 5 | #1dim7 2m | 6m\n';

async function openPiano(page: Page): Promise<void> {
  await writeSong(page, chart);
  await fromMenu(page, 'Show the piano');
}

test('played on the on-screen piano, each chord says its number name first and why', async ({
  page,
}) => {
  await openPiano(page);
  for (const { what, keys, numbers, letters, says, slot } of [
    {
      what: 'a thirteenth without its root',
      keys: ['F3', 'B3', 'E4', 'A4'],
      numbers: '513',
      letters: 'G13',
      says: '5(13) without its root: third, seventh, ninth and thirteenth sound',
      slot: 0,
    },
    {
      what: 'a 9sus4 as a triad over a bass',
      keys: ['G2', 'F3', 'A3', 'C4'],
      numbers: '4/5',
      letters: 'F/G',
      says: 'The same notes: 59sus4 without its fifth',
      slot: 1,
    },
    {
      what: 'a diminished seventh in a passing place',
      keys: ['D♭3', 'E4', 'G4', 'B♭4'],
      numbers: '♯1dim7',
      letters: 'C♯dim7',
      says: 'Diminished seventh on ♯1: each of its notes can be the root',
      slot: 2,
    },
    {
      what: 'a minor eleventh without its fifth',
      keys: ['A2', 'G3', 'C4', 'D4'],
      numbers: '6m11',
      letters: 'Am11',
      says: 'Minor eleventh chord on 6, without its fifth',
      slot: 3,
    },
  ]) {
    await test.step(what, async () => {
      await section(page, 'Verse')
        .getByRole('listitem')
        .nth(slot)
        .click({ position: { x: 20, y: 25 } });
      await press(page, ...keys);
      const said = (await names(page).innerText()).replace(/\s+/g, '');
      expect(said.startsWith(`${numbers}${letters}`.replace(/[()]/g, ''))).toBe(true);
      await expect(names(page)).toContainText(says);
      await piano(page).getByRole('button', { name: 'Clear' }).click();
    });
  }
});

test('a chord that was played goes into the chosen slot, in the chart’s own numbers, and undo takes it back', async ({
  page,
}) => {
  await openPiano(page);
  await section(page, 'Verse')
    .getByRole('listitem')
    .nth(1)
    .click({ position: { x: 20, y: 25 } });
  await press(page, 'G2', 'F3', 'C4', 'E4', 'A4');
  await expect(names(page)).toContainText('over root and ♭7');
  await page.getByRole('button', { name: 'Other basses' }).click();
  const over = page.getByRole('list', { name: 'The shape over each bass' });
  await expect(over.getByRole('button', { name: /^over 4 F/ })).toContainText('Fmaj9');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Put it in the chart' }).click();
  await expect(editor(page)).toContainText('1 | 5(13sus) | #1dim7 2m | 6m');
  await editor(page).click();
  await page.keyboard.press('Control+z');
  await expect(editor(page)).toContainText('1 | 5 | #1dim7 2m | 6m');
});

test('a song is dictated: eight chords with both hands, without touching the chart between; each is one step of undo', async ({
  page,
}) => {
  await page.goto('/songs');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await fromMenu(page, 'Show the piano');
  await piano(page).getByRole('switch', { name: 'Write what I play' }).check({ force: true });
  await piano(page)
    .getByRole('button', { name: /Play on/ })
    .click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await piano(page).getByRole('button', { name: 'Eight chords in both hands' }).click();
  await openText(page);
  await expect(editor(page)).toContainText('1 | 5 | 6m | 4 | 1/3 | 4maj7 | 5(13sus) | 1');

  // Both hands are as they were played, each chord pinned where it was dictated.
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  const held = page.getByRole('region', { name: 'Piano' }).getByRole('button', { pressed: true });
  const played = [
    ['C3 left', 'G3 left', 'C4 left', 'E4 right', 'G4 right', 'C5 right'],
    ['G2 left', 'G3 left', 'B3 right', 'D4 right', 'G4 right'],
    ['A2 left', 'E3 left', 'A3 left', 'C4 right', 'E4 right', 'A4 right'],
  ];
  await section(page, 'Verse 1')
    .getByRole('listitem')
    .first()
    .click({ position: { x: 20, y: 45 } });
  for (const notes of played) {
    await expect
      .poll(() =>
        held.evaluateAll((keys) =>
          keys.map((key) => key.getAttribute('aria-label')!.replace(/, (left|right) hand$/, ' $1')),
        ),
      )
      .toEqual(notes);
    await page.keyboard.press('ArrowRight');
  }
  for (let step = 0; step < 2; step += 1) await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await expect(editor(page)).toContainText('1 | 5 | 6m | 4 | 1/3 | 4maj7');
  await expect(editor(page)).not.toContainText('5(13sus)');
});

test('computer keys and the simulated MIDI keyboard play it as well', async ({ page }) => {
  await openPiano(page);
  await piano(page).focus();
  for (const key of ['a', 'd', 'g']) await page.keyboard.down(key);
  for (const key of ['a', 'd', 'g']) await page.keyboard.up(key);
  await expect(names(page)).toContainText('Major triad on 1.');
  await piano(page)
    .getByRole('button', { name: /Play on/ })
    .click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  await piano(page).getByRole('button', { name: 'Passing diminished' }).click();
  await expect(names(page)).toContainText('Diminished seventh');
});

test('the colour card: tones, other names, a colour by one key, and its resolution taken', async ({
  page,
}) => {
  await writeSong(page, 'title: Colours\nkey: Eb\n\nVerse:\n  1 | 5 | 6m\n');
  await page.getByRole('radio', { name: 'Colours', exact: true }).click();
  await section(page, 'Verse')
    .getByRole('listitem')
    .nth(1)
    .click({ position: { x: 20, y: 25 } });
  const card = page.getByRole('region', { name: 'Colours of the chord' });
  await expect(card).toContainText('B♭ root');
  await expect(card).toContainText('F fifth · optional');
  await expectAccessible(page);

  await page.keyboard.press('a');
  await expect.poll(async () => (await bars(page, 'Verse'))[1]).toContain('5 sus4');
  await expect(page.getByText('Resolve it in the same bar')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(async () => (await bars(page, 'Verse'))[1]).toBe('5 sus4 B♭sus4 5 B♭');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.getByRole('radio', { name: '3', exact: true }).click();
  await section(page, 'Verse')
    .getByRole('listitem')
    .first()
    .click({ position: { x: 20, y: 25 } });
  await expect(card.getByRole('button').filter({ hasText: 'sus4' }).first()).toContainText(
    'The sung 3 is the third, which the suspension takes away',
  );
});

test('a whole section is suspended and resolved, undone in one step; a colour goes to all that is chosen', async ({
  page,
}) => {
  await writeSong(page, 'title: Held\nkey: C\n\nVerse:\n  1 | 6m | 4 | 5\n');
  const slots = section(page, 'Verse').getByRole('listitem');
  await slots.first().click({ position: { x: 20, y: 25 } });
  await page.keyboard.press('u');
  const window = page.getByRole('dialog', { name: 'Suspend and resolve' });
  const seen = window.getByRole('region', { name: 'What it becomes' });
  await expect(seen).toContainText('1sus4 1 | 6sus4 6m | 4sus2 4 | 5sus4 5');
  await expect(seen).toContainText('4 takes 4sus2: 4sus4 would leave the key.');
  await window.getByRole('radio', { name: 'on the last beat' }).check({ force: true });
  await expect(seen).toContainText('1sus4 . . 1 | 6sus4 . . 6m');
  await expectAccessible(page);
  await window.getByRole('radio', { name: 'half way' }).check({ force: true });
  await window.getByRole('button', { name: 'Suspend them' }).click();
  await expect(editor(page)).toContainText('1sus4 1 | 6sus4 6m | 4sus2 4 | 5sus4 5');
  await page.keyboard.press('Control+z');
  await expect(editor(page)).toContainText('1 | 6m | 4 | 5');
  await expect(editor(page)).not.toContainText('sus');

  await page.getByRole('radio', { name: 'Colours', exact: true }).click();
  await slots.nth(3).click({ position: { x: 20, y: 25 } });
  await slots.first().click({ position: { x: 20, y: 25 }, modifiers: ['Shift'] });
  const card = page.getByRole('region', { name: 'Colours of the chord' });
  await expect(card).toContainText('A colour goes to all chords that are chosen.');
  await card.getByRole('list', { name: 'warm colours' }).getByRole('button').first().click();
  await expect
    .poll(async () => (await bars(page, 'Verse')).map((bar) => bar.split(' ')[1]))
    .toEqual(['add9', 'madd9', 'add9', 'add9']);
  await page.keyboard.press('Control+z');

  await slots.nth(1).click({ position: { x: 20, y: 25 } });
  await card
    .getByRole('list', { name: 'Moving over the held bass' })
    .getByRole('button')
    .filter({ hasText: 'walks down by half steps' })
    .click();
  await page.getByRole('radio', { name: 'Text', exact: true }).click();
  await expect(editor(page)).toContainText('1 | 6m 6m(maj7) 6m7 6m6 | 4 | 5');
});

test('a chord is typed in letters and kept in numbers, spelled right however loosely it was said', async ({
  page,
}) => {
  await writeSong(page, 'title: Loose\nkey: Db\n\nVerse:\n  1 | 5\n');
  await page.getByRole('radio', { name: 'Colours', exact: true }).click();
  await section(page, 'Verse')
    .getByRole('listitem')
    .nth(1)
    .click({ position: { x: 20, y: 25 } });
  await page.getByRole('textbox', { name: 'Another chord' }).fill('F#/G#');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await bars(page, 'Verse'))[1]).toBe('4 /5 G♭/A♭');
  await page.getByRole('textbox', { name: 'Another chord' }).fill('5b9');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await bars(page, 'Verse'))[1]).toBe('5 7♭9 A♭7♭9');
  await page.getByRole('textbox', { name: 'Another chord' }).fill('Xyz');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('does not begin with');
});

test('the chart’s text can be turned into another reading and another minor school', async ({
  page,
}) => {
  await writeSong(page, 'title: Turned\nkey: A minor\n\nVerse:\n  6m | 2m7 | 37 | 6m\n');
  await fromMenu(page, 'View');
  await page.getByRole('radio', { name: 'In key' }).click();
  await page.getByRole('radio', { name: 'Home is 1m' }).click();
  await page.getByRole('button', { name: 'Write the chart’s text this way' }).click();
  await page.keyboard.press('Escape');
  await expect(editor(page)).toContainText('1 | 47 | 5M(7) | 1');
  await expect(editor(page)).toContainText('minor: own tonic');
  expect(await bars(page, 'Verse')).toEqual(['1 Am', '4 7 Dm7', '5 M(7) E7', '1 Am']);
  await fromMenu(page, 'View');
  await page.getByRole('button', { name: /Names of notes/ }).click();
  await page.getByRole('option', { name: 'Portuguese' }).click();
  await page.keyboard.press('Escape');
  expect((await bars(page, 'Verse'))[0]).toBe('1 Lám');
});
