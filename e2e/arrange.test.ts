import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, fromMenu, songText, withoutSound, writeSong } from './pages.ts';

const text = `title: Heron over the Weir
key: G
meter: 4/4
tempo: 160
road: Verse 1, Chorus, Verse 2, Chorus, Bridge, Chorus

Verse 1:
  1 | 5 | 6m | 4
  > Low the | heron | over the | weir
  1 | 5 | 6m | 4
  > slow the | water | coming a- | near

Verse 2:
  1 | 5 | 6m | 4
  > Late the | heron | late the | light
  1 | 5 | 6m | 4
  > late the | lantern | into the | night

Chorus:
  4 | 1 | 5 | 6m
  > Come to the | water | come and be | still
  4 | 1 | 5 | 5
  > come to the | water | down by the | mill

Bridge:
  6m | 4 | 1 | 5
  > Wake me | early | wake me | long
`;

const ask = (page: Page) =>
  page.getByRole('button', { name: /^Arrange (the song|it again)$/ }).click();
const takes = (page: Page) => page.getByRole('button', { name: /^Take (all|\d+ of)/ });
const group = (page: Page, name: string) => page.getByRole('group', { name, exact: true });

test('a whole song is arranged: along an arc that is drawn, two choices kept, heard against what stands, a section taken, undone, taken whole', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(page, text);
  await fromMenu(page, 'Arrange the whole song');
  await expect(page.getByText('Nothing is written before you take it.')).toBeVisible();

  await test.step('the arc is drawn with keys and with the mouse, and is as usual again', async () => {
    const bridge = page.getByRole('slider', { name: 'Bridge' });
    const usual = await bridge.getAttribute('aria-valuenow');
    await bridge.focus();
    await page.keyboard.press('End');
    await expect(bridge).toHaveAttribute('aria-valuetext', '100 %, drawn');
    const verse = (await page.getByRole('slider', { name: 'Verse 1' }).boundingBox())!;
    await page.mouse.click(verse.x + verse.width / 2, verse.y + verse.height / 2);
    await expect(page.getByRole('slider', { name: 'Verse 1' })).toHaveAttribute(
      'aria-valuenow',
      '50',
    );
    await page.getByRole('button', { name: 'As usual' }).click();
    await expect(bridge).toHaveAttribute('aria-valuenow', usual!);
  });

  await page.getByLabel('Style').selectOption({ label: 'Many colours' });
  await page.getByText('strong', { exact: true }).click();
  await ask(page);
  await expect(takes(page)).toHaveText(/^Take all \d+$/);
  await expect(page.getByRole('list', { name: 'How it is as it is played' })).toContainText(
    'density',
  );
  await expectAccessible(page);

  await test.step('the same is there for other players, each with a left hand of their own', async () => {
    const all = await takes(page).innerText();
    await page.getByText('The same for three players').click();
    const table = page.getByRole('table');
    const left = table.getByRole('row', { name: /^Left hand/ }).getByRole('cell');
    await expect(left.first()).toHaveText('1');
    await expect(left.last()).toHaveText(/1-5/);
    await expect(table.getByRole('row', { name: /^Run/ }).getByRole('cell').first()).toHaveText(
      '–',
    );
    await table.getByRole('button', { name: /^See it.*new to it$/ }).click();
    await expect(page.getByRole('radio', { name: 'new to it' })).toBeChecked();
    await expect(takes(page)).not.toHaveText(all);
    await table.getByRole('button', { name: /^See it.*strong$/ }).click();
    await expect(takes(page)).toHaveText(all);
  });

  const kept = group(page, 'Chorus').getByRole('listitem').filter({ hasText: 'Move, ' });
  const [move] = await kept.first().getByRole('checkbox').all();
  const name = await kept.first().locator('b').innerText();
  await test.step('two choices stay and one is left out, whatever one asks for next', async () => {
    expect(move).toBeDefined();
    await kept.first().getByRole('button', { name: /^Keep/ }).click();
    await group(page, 'Before the song').getByRole('button', { name: /^Keep/ }).click();
    const intro = (await group(page, 'Before the song').getByRole('listitem').innerText()).split(
      '\n',
    )[0]!;
    await group(page, 'Behind the song').getByText('✓').click();
    await expect(takes(page)).toHaveText(/^Take \d+ of \d+$/);
    await page.getByLabel('Style').selectOption({ label: 'Driving' });
    await ask(page);
    await expect(page.getByText('One that you left out stays out')).toBeVisible();
    await expect(group(page, 'Behind the song')).toHaveCount(0);
    await expect(group(page, 'Chorus')).toContainText(name);
    await expect(group(page, 'Before the song')).toContainText(intro);
    await expect(page.getByRole('button', { name: /^Kept/ })).toHaveCount(2);
  });

  await test.step('it is heard as arranged, as it stands, and as it was proposed before', async () => {
    await page.getByLabel('Hear it from').selectOption({ label: 'Chorus, 2nd time' });
    for (const what of ['As arranged', 'As it stands', 'As proposed before']) {
      await page.getByRole('button', { name: what, exact: true }).click();
      const stop = page.getByRole('button', { name: `Stop: ${what}` });
      await expect(stop).toBeVisible();
    }
    await page.getByRole('button', { name: 'Stop: As proposed before' }).click();
    await expect(
      page.getByRole('button', { name: 'As proposed before', exact: true }),
    ).toBeVisible();
  });

  await test.step('a section is taken alone, and one undo takes it back', async () => {
    await group(page, 'Chorus')
      .getByRole('button', { name: /^Take only this/ })
      .click();
    await expect(page.getByText(/choices stand in the song\.$/).first()).toBeVisible();
    await expect(page.getByText('The chart has changed since this was proposed.')).toBeVisible();
    const taken = await songText(page);
    expect(taken).toMatch(/Chorus:\n {2}right: [\s\S]*\d(nd|rd) time bar \d: /);
    expect(taken).not.toContain('Intro');
    await page.getByRole('button', { name: 'Undo' }).first().click();
    expect(await songText(page)).toBe(text);
  });

  await test.step('all of it is taken, and stands after reloading', async () => {
    await fromMenu(page, 'Arrange the whole song');
    await ask(page);
    await takes(page).click();
    await expect(page.getByText(/choices stand in the song\.$/).first()).toBeVisible();
    const taken = await songText(page);
    expect(taken).toMatch(/^road: Intro, Verse 1.*, Ending$/m);
    expect(taken.match(/^ {2}> /gm)).toHaveLength(text.match(/^ {2}> /gm)!.length);
    await page.reload();
    await expect(page.getByRole('region', { name: 'Ending', exact: true })).toBeVisible();
  });
});

test('a chart without chords says so, and a long search is stopped', async ({ page }) => {
  await writeSong(page, 'title: Nothing yet for Herons\nmeter: 4/4\n\nVerse:\n  _ | _\n');
  await fromMenu(page, 'Arrange the whole song');
  await ask(page);
  await expect(
    page.getByText('There is no chord in this chart yet. Write some, then arrange them.'),
  ).toBeVisible();
  const many = Array.from({ length: 150 }, (_, at) => `Part ${at + 1} x2:\n  1 | 4 | 5 | 6m\n`);
  await writeSong(page, `title: Herons without End\nmeter: 4/4\n\n${many.join('\n')}`);
  await fromMenu(page, 'Arrange the whole song');
  await ask(page);
  await expect(page.getByRole('progressbar', { name: 'Arranging the song' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Arrange the song' })).toBeVisible();
  await expect(takes(page)).toHaveCount(0);
});

test('a hymn from a typed tune: heard, written for both hands, on two staves, and read by a link', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(
    page,
    `title: Evening under the Herons
key: F
meter: 4/4
tempo: 240

Stanza x2:
  _ | _ | _ | _
  tune: 1 1 2 3 | 4 3 2 . | 3 4 5 6 | 5 . . _
  > Low the | reeds are | bend-ing in the | light
  _ | _ | _ | _
  tune: 5 3 4 5 | 6 5 4 3 | 2 1 7, 2 | 1 . . _
  > slow the | wa-ter takes the | ves-sels to the | night
`,
  );
  await fromMenu(page, 'Arrange the whole song');
  await page.getByText('A hymn from its tune').click();
  await page.getByText('with passing chords').click();
  await page.getByRole('button', { name: 'Harmonise the tune' }).click();
  const phrases = page.getByRole('list', { name: 'Phrases' }).getByRole('listitem');
  await expect(phrases).toHaveCount(2);
  await expect(phrases.first()).toContainText('open, on the five');
  await expect(phrases.last()).toContainText('home from the five');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Write it' }).click();
  await expect(page.getByText('The stanza stands in the chart')).toBeVisible();
  await expect(page.getByRole('slider')).toHaveCount(0);
  const staved = page.getByRole('link', { name: 'On two staves' });
  await expect(staved).toHaveAttribute('href', /\/print\?what=staves$/);
  const written = await songText(page);
  expect(written).toContain('tune: 1 1 2 3 | 4 3 2 .');
  expect(written).toMatch(/play right: 1 1 2 3 & \S/);
  expect(written).toMatch(/play left: \S+ \S+ \S+ \S+ & \S/);
  const [, id] = /\/songs\/([^/?]+)/.exec(page.url())!;

  await test.step('its last line is its introduction and leads to the last stanza, which is higher; one undo takes it all back', async () => {
    await page.goto(`/songs/${id}/arrange`);
    const around = group(page, 'Around the stanzas');
    await around.getByText('a whole step higher').click();
    await around.getByRole('button', { name: 'Write them around it' }).click();
    await expect(around).toHaveCount(0);
    const whole = await songText(page);
    expect(whole).toMatch(
      /^road: Introduction, Stanza x1, Interlude, up 2 by 57, Stanza x1, Amen$/m,
    );
    expect(whole.match(/^ {2}play right: /gm)).toHaveLength(4);
    await page.getByRole('button', { name: 'Undo' }).first().click();
    expect(await songText(page)).toBe(written);
  });

  await page.goto(`/songs/${id}/print?what=staves`);
  const staves = page.getByRole('img', { name: /bars? on two staves$/ });
  await expect(staves.first().locator('svg')).toBeVisible();
  await expect(page.getByText('2 pages')).toBeVisible();

  const opened = await page.request.post('/api/shares', { data: { kind: 'song', id } });
  const { token } = (await opened.json()) as { token: string };
  await page.goto(`/s/${token}`);
  await expect(
    page.getByRole('heading', { level: 1, name: 'Evening under the Herons' }),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Stanza', exact: true })).toContainText('4');
});
