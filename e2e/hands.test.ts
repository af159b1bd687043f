import { expect, test, type Page } from '@playwright/test';
import {
  about,
  choose,
  chord,
  held,
  openHands,
  panel,
  piano,
  say,
  walkThrough,
} from './handsPage.ts';
import { editor, openSong, playing, replaceText, withoutSound, writeSong } from './pages.ts';

async function setPlayer(page: Page, field: RegExp, option: string): Promise<void> {
  await about(page, 'The song');
  await page.getByRole('button', { name: /^Your hands/ }).click();
  await page
    .getByRole('dialog', { name: 'Your hands' })
    .getByRole('button', { name: field })
    .click();
  await page.getByRole('option', { name: option, exact: true }).click();
  // Escape is for the menu once the list is gone.
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

const span = (notes: readonly number[]) => notes.at(-1)! - notes[0]!;
const chart =
  'title: Held\nkey: C\nmeter: 4/4\ntempo: 200\n\nVerse:\n  1 | 4 | 6m | 5\n  1 | 4 | 57 | 1\n';

test('a left hand that reaches an octave gives up every held 1-5-10; care for the hands is said once', async ({
  page,
}) => {
  await writeSong(page, chart);
  await openHands(page);
  await about(page, 'The song');
  await page.getByRole('button', { name: /School$/ }).click();
  await page.getByRole('option', { name: 'open and low' }).click();
  await setPlayer(page, /Left hand holds/, 'a tenth');
  await expect
    .poll(async () => (await walkThrough(page, 'Verse', 8)).some(({ left }) => span(left) >= 15))
    .toBe(true);
  await expect(page.getByRole('note', { name: 'Care for your hands' })).toHaveCount(0);

  await setPlayer(page, /Left hand holds/, 'an octave');
  await setPlayer(page, /Left hand rolls/, 'no wider');
  await expect
    .poll(async () =>
      Math.max(...(await walkThrough(page, 'Verse', 8)).map(({ left }) => span(left))),
    )
    .toBe(12);
  const lefts = (await walkThrough(page, 'Verse', 8)).map(({ left }) =>
    left.map((note) => note - left[0]!).join(),
  );
  for (const shape of lefts) expect(['0,7,12', '0,7', '0,12', '0']).toContain(shape);
  expect(lefts.some((shape) => shape.startsWith('0,7'))).toBe(true);

  const care = page.getByRole('note', { name: 'Care for your hands' });
  await expect(care).toContainText('Pain, numbness or tingling means stop');
  await care.getByRole('button', { name: 'Understood' }).click();
  await expect(care).toHaveCount(0);
  await page.reload();
  await expect(piano(page).getByRole('button', { pressed: true }).first()).toBeVisible();
  await expect(care).toHaveCount(0);
});

test('with a bass player the roots leave the left hand', async ({ page }) => {
  await writeSong(page, chart);
  await openHands(page);
  const roots = [0, 5, 9, 7, 0, 5, 7, 0];
  const before = await walkThrough(page, 'Verse', 8);
  expect(before.map(({ left }) => left[0]! % 12)).toEqual(roots);
  await setPlayer(page, /Lineup/, 'with bass');
  await expect
    .poll(async () =>
      (await walkThrough(page, 'Verse', 8)).flatMap(({ left }, place) =>
        left.filter((note) => note % 12 === roots[place]),
      ),
    )
    .toEqual([]);
});

test('a slot pinned by playing it: its neighbours adapt, and the pin survives a key change, an edit and a reload', async ({
  page,
}) => {
  await writeSong(page, chart);
  await openHands(page);
  await choose(page, 'Verse', 1);
  const before = await walkThrough(page, 'Verse', 3);
  await choose(page, 'Verse', 1);
  await piano(page).focus();
  // X moves the computer keys up an octave: F4, C5, F5 for the right hand, F2 below by a click.
  await page.keyboard.press('x');
  await page.keyboard.press('x');
  for (const key of ['a', 'f', 'k']) await page.keyboard.down(key);
  for (const key of ['a', 'f', 'k']) await page.keyboard.up(key);
  await expect.poll(() => held(page)).toEqual({ left: [], right: [72, 77, 84] });
  await piano(page).getByRole('button', { name: 'F2', exact: true }).click();
  const pinned = { left: [41], right: [72, 77, 84] };
  await expect.poll(() => held(page)).toEqual(pinned);
  await expect(panel(page).getByRole('button', { name: 'Unpin' })).toBeVisible();
  const after = await walkThrough(page, 'Verse', 3);
  expect(after[1]).toEqual(pinned);
  expect(after[0]!.right.at(-1)!).toBeGreaterThan(before[0]!.right.at(-1)!);

  await choose(page, 'Verse', 1);
  await page.getByRole('button', { name: 'Half step up' }).click();
  await expect.poll(() => held(page)).toEqual({ left: [42], right: [73, 78, 85] });
  await page.getByRole('button', { name: 'Half step down' }).click();
  await expect.poll(() => held(page)).toEqual(pinned);

  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await replaceText(
    page,
    chart.replace('Verse:\n', 'Intro:\n  4 | 5\n\nVerse:\n').replace('57', '5sus4'),
  );
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await choose(page, 'Verse', 1);
  await expect.poll(() => held(page)).toEqual(pinned);

  // What is played may be one hand's alone: the other one stays.
  await piano(page)
    .getByRole('button', { name: /Hear as/ })
    .click();
  await page.getByRole('option', { name: 'right hand only' }).click();
  await piano(page).focus();
  for (const key of ['a', 'd', 'g']) await page.keyboard.down(key);
  for (const key of ['a', 'd', 'g']) await page.keyboard.up(key);
  await expect.poll(() => held(page)).toEqual({ left: [41], right: [48, 52, 55] });

  // A note dragged to the other hand is that hand's; dragged to a free key it moves there.
  const key = (name: string) => piano(page).getByRole('button', { name, exact: true });
  await key('C3, right hand').dragTo(key('F2, left hand'));
  await expect.poll(() => held(page)).toEqual({ left: [41, 48], right: [52, 55] });
  await key('G3, right hand').dragTo(key('A3'));
  await expect.poll(() => held(page)).toEqual({ left: [41, 48], right: [52, 57] });

  // Who plays in chord after chord does not touch the chart; the name follows the keys while they are down.
  await piano(page).getByText('then the next').click();
  await piano(page).focus();
  await page.keyboard.down('d');
  await expect(page.getByRole('status', { name: 'What both hands hold' })).toContainText(
    'What is played now.',
  );
  for (const one of ['g', 'k']) await page.keyboard.down(one);
  for (const one of ['d', 'g', 'k']) await page.keyboard.up(one);
  await expect(panel(page)).toContainText('Bar 3 of Verse');
  await choose(page, 'Verse', 1);
  await expect.poll(() => held(page)).toEqual({ left: [41, 48], right: [52, 55, 60] });
});

test('digits take another way, thin and fatten change it, and undo takes every step back', async ({
  page,
}) => {
  await writeSong(page, chart);
  await openHands(page);
  await choose(page, 'Verse', 2);
  const first = await held(page);
  await expect(page.getByRole('status', { name: 'The step' })).toContainText(/Keep|stays/);

  // The ways of the chord before stay in sight until those of this one come; they are not to be taken.
  await expect(async () => {
    await page.keyboard.press('3');
    await expect.poll(() => held(page), { timeout: 1_000 }).not.toEqual(first);
  }).toPass();
  const third = await held(page);
  await panel(page).getByRole('button', { name: 'Fatten' }).click();
  await expect
    .poll(async () => Object.values(await held(page)).flat().length)
    .toBeGreaterThan(Object.values(third).flat().length);
  await page.keyboard.press('Control+z');
  await expect.poll(() => held(page)).toEqual(third);
  await page.keyboard.press('Control+z');
  await expect.poll(() => held(page)).toEqual(first);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => held(page)).toEqual(third);
  await page.keyboard.press('p');
  await expect.poll(() => held(page)).toEqual(first);

  await about(page, 'This section');
  await panel(page).getByRole('button', { name: 'Octave up' }).click();
  await expect
    .poll(async () => (await held(page)).right[0]! - first.right[0]!)
    .toBeGreaterThanOrEqual(7);
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await editor(page).click();
  await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await choose(page, 'Verse', 2);
  await expect.poll(() => held(page)).toEqual(first);
});

test('a shape gets a name and is used by it elsewhere; a left hand walks, a right thumb too', async ({
  page,
}) => {
  await writeSong(page, `${chart}\nBridge:\n  6m | 1/5 | #4m7b5 | 4\n`);
  await openHands(page);
  await choose(page, 'Verse', 0);
  const { right } = await held(page);
  await about(page, 'The song');
  await page.getByRole('textbox', { name: 'Name of the shape held now' }).fill('the home shape');
  await page.keyboard.press('Enter');
  await expect(panel(page)).toContainText('the home shape3 5 1 · E G C');
  // For everybody it is a line of the chart, and a section can be told it by its name.
  await panel(page).getByRole('radio', { name: 'everybody' }).check({ force: true });
  await page.getByRole('textbox', { name: 'Name of the shape held now' }).fill('ours');
  await page.keyboard.press('Enter');
  await expect(panel(page)).toContainText('ours3 5 1 · E G C · in the chart');
  await say(page, /Right hand of the section/, '“ours”');
  await choose(page, 'Verse', 4);
  await expect
    .poll(async () => (await held(page)).right.map((note) => note % 12))
    .toEqual([4, 7, 0]);
  for (let step = 0; step < 2; step += 1) await page.keyboard.press('Control+z');
  await about(page, 'The song');
  await expect(panel(page)).not.toContainText('in the chart');
  await choose(page, 'Verse', 2);
  await panel(page).getByRole('button', { name: 'Use here: the home shape' }).click();
  await expect.poll(async () => (await held(page)).right).toEqual(right);
  expect((await held(page)).left[0]! % 12).toBe(9);
  await expect(page.getByRole('status', { name: 'What both hands hold' })).toContainText(
    '6m as written, with 7.',
  );

  await choose(page, 'Verse', 6);
  await about(page, 'This chord');
  await panel(page).getByRole('button', { name: 'Walk 8-7' }).click();
  await expect(page.getByRole('status', { name: 'What both hands hold' })).toContainText(
    'The left hand walks 8 to 7 in the second half.',
  );

  // One note moves: heard before and after, taken with the hands that hold it.
  await choose(page, 'Verse', 0);
  await panel(page).getByText('One note moves').click();
  await panel(page)
    .getByRole('button', { name: /^Hear it before and after: 1maj7/ })
    .click();
  const before = await held(page);
  await panel(page)
    .getByRole('button', { name: /^Take 1maj7$/ })
    .click();
  await expect(chord(page, 'Verse', 0)).toContainText('maj7');
  await expect
    .poll(async () => {
      const { left, right } = await held(page);
      const notes = [...before.left, ...before.right];
      return [...left, ...right].filter((note) => !notes.includes(note)).map((note) => note % 12);
    })
    .toEqual([11]);
  await page.keyboard.press('Control+z');
  await expect(chord(page, 'Verse', 0)).not.toContainText('maj7');

  // A line through the bridge: offered, played with the thumb, drawn over the chords, gone by one undo.
  await choose(page, 'Bridge', 1);
  await panel(page).getByRole('button', { name: 'Line 6 5 ♯4 4' }).click();
  await expect(chord(page, 'Bridge', 2)).toContainText('thumb walks ♯4');
  const thumbs: number[] = [];
  for (let place = 0; place < 4; place += 1) {
    await choose(page, 'Bridge', place);
    thumbs.push((await held(page)).right[0]!);
  }
  expect(thumbs.map((note) => note - thumbs[0]!)).toEqual([0, -2, -3, -4]);
  await page.keyboard.press('Control+z');
  await expect(chord(page, 'Bridge', 2)).not.toContainText('thumb walks');
});

test('a chord that small hands cannot hold says so and what would help; the rest is voiced', async ({
  page,
}) => {
  await writeSong(page, 'title: Wide\nkey: C\n\nVerse:\n  1 | 17#5#9 | 4\n');
  await openHands(page);
  for (const hand of ['Left', 'Right'])
    await setPlayer(page, new RegExp(`${hand} hand holds`), 'a fourth');
  await setPlayer(page, /Left hand rolls/, 'no wider');
  await choose(page, 'Verse', 1);
  await expect(panel(page).getByRole('alert')).toContainText(
    'cannot be held with a right-hand reach',
  );
  await choose(page, 'Verse', 2);
  await expect.poll(async () => (await held(page)).right.length).toBeGreaterThan(1);
});

test('the step is heard, or without sound shown in time', async ({ page }) => {
  await writeSong(page, chart);
  await openHands(page);
  await choose(page, 'Verse', 3);
  await piano(page).getByRole('button', { name: 'Hear the step into the chord' }).click();
  await expect(piano(page).getByRole('button', { name: 'Stop' })).toBeVisible();
  // Without a device of its own the sound goes on more slowly than time where much else is done.
  await expect(piano(page).getByRole('button', { name: 'Hear the chord' })).toBeVisible({
    timeout: 45_000,
  });

  await page.addInitScript(() => {
    Reflect.deleteProperty(window, 'AudioContext');
  });
  await page.reload();
  await choose(page, 'Verse', 3);
  await piano(page).getByRole('button', { name: 'Hear the section' }).click();
  await expect(piano(page).getByRole('alert')).toContainText(
    'The steps are shown in time instead.',
  );
  await piano(page).getByRole('button', { name: 'Stop' }).click();
  await expect(piano(page).getByRole('button', { name: 'Hear the section' })).toBeVisible();
});

test('the song is played on from the cursor; what is open goes round until G lets it end', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(
    page,
    'title: Vamp\nkey: C\ntempo: 60\n\nVerse:\n  1\n\nVamp open:\n  4 | 5\n\nEnd:\n  6m\n',
  );
  await openHands(page);
  await choose(page, 'Verse', 0);
  await page.clock.install();
  await piano(page).getByRole('button', { name: 'Hear the song from here' }).click();
  await expect(piano(page).getByRole('alert')).toBeVisible();
  await page.clock.runFor(100);
  await expect.poll(() => playing(page)).toContain('1 C');
  const goOn = piano(page).getByRole('button', { name: 'Go on' });
  await expect(goOn).toHaveCount(0);
  for (const chord of ['4 F', '5 G', '4 F', '5 G', '4 F']) {
    await page.clock.runFor(4_000);
    await expect.poll(() => playing(page)).toContain(chord);
  }
  await expect(goOn).toBeVisible();
  await page.keyboard.press('g');
  await expect(goOn).toHaveCount(0);
  await page.clock.runFor(4_000);
  await expect.poll(() => playing(page)).toContain('5 G');
  await page.clock.runFor(4_000);
  await expect.poll(() => playing(page)).toContain('6 m Am');
  await page.clock.runFor(4_000);
  await expect.poll(() => playing(page)).toBe('');
  await expect(piano(page).getByRole('button', { name: 'Hear the chord' })).toBeVisible();
});

test('demo songs open under the lens on a tablet and a phone without being cut off', async ({
  page,
}) => {
  for (const [width, height] of [
    [1024, 768],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await openSong(page, 'Slow River, Carry');
    await openHands(page);
    const sideways = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(sideways).toBeLessThanOrEqual(0);
  }
});
