import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { withoutLive } from './pages.ts';

async function makeSet(page: Page, name: string, titles: string[]): Promise<void> {
  await page.goto('/sets');
  await page.getByRole('button', { name: 'New set', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the set' }).fill(name);
  await page.getByRole('button', { name: 'Add songs' }).first().click();
  // Looked for, as other journeys write songs: the first page of the list need not have these.
  const found = page.getByRole('list', { name: 'Songs to add' }).getByRole('listitem');
  for (const title of titles) {
    // A row that moves under the press, when what is found comes, is not pressed.
    const answered = page.waitForResponse((one) => one.url().includes('search='));
    await page.getByRole('textbox', { name: 'Search songs' }).fill(title);
    await answered;
    const named = found.filter({ has: page.getByText(title, { exact: true }) });
    await named.getByRole('button').click();
    await expect(page.getByText(`“${title}” added`)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
}

const titles = (page: Page) =>
  page.getByRole('grid', { name: 'Songs in this set' }).getByRole('link').allInnerTexts();

test('songs are put in order by keyboard and by mouse, and each step can be undone', async ({
  page,
}) => {
  await makeSet(page, 'Order', ['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);
  expect(await titles(page)).toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);

  await page.getByRole('button', { name: 'Move Winter Wheat', exact: true }).focus();
  await page.keyboard.press('Enter');
  // The places appear a frame after the press, with the focus on the first; arrows before that would move in the list.
  await expect(
    page.getByRole('button', { name: /^Insert / }).and(page.locator(':focus')),
  ).toBeVisible();
  // One sees where the song would go before one presses again.
  for (const place of [/^Insert between The Ferry Bell/, /^Insert after Every Window Lit/]) {
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('button', { name: place })).toBeFocused();
  }
  await page.keyboard.press('Enter');
  await expect
    .poll(() => titles(page))
    .toEqual(['The Ferry Bell', 'Every Window Lit', 'Winter Wheat']);

  await page
    .getByRole('row', { name: 'Winter Wheat' })
    .dragTo(page.getByRole('row', { name: 'The Ferry Bell' }), {
      sourcePosition: { x: 15, y: 30 },
      targetPosition: { x: 200, y: 3 },
    });
  await expect
    .poll(() => titles(page))
    .toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(() => titles(page))
    .toEqual(['The Ferry Bell', 'Every Window Lit', 'Winter Wheat']);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect
    .poll(() => titles(page))
    .toEqual(['Winter Wheat', 'The Ferry Bell', 'Every Window Lit']);
});

test('each song has a key and a note of its own, and opens in that key', async ({ page }) => {
  await makeSet(page, 'Keys', ['The Ferry Bell']);
  await page.getByRole('button', { name: /Key of The Ferry Bell/ }).click();
  await page.getByRole('option', { name: 'G♭' }).click();
  await page.getByRole('textbox', { name: 'Note for The Ferry Bell' }).fill('Stamp it');
  await expect(page.getByText('written in D')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Note for The Ferry Bell' })).toHaveValue(
    'Stamp it',
  );
  await page.getByRole('link', { name: 'The Ferry Bell' }).click();
  await expect(page).toHaveURL(/key=Gb/);
  await expect(
    page.getByRole('region', { name: 'Chorus' }).getByRole('listitem').first(),
  ).toHaveText(/C♭/);
});

test('two screens on one set: both versions are offered', async ({ page, browser }) => {
  await withoutLive(page);
  await makeSet(page, 'Both', ['The Ferry Bell']);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await other.getByRole('textbox', { name: 'Led by' }).fill('Odile Farrow');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: 'Led by' }).fill('Bram Okell');
  const choice = page.getByRole('alertdialog', { name: 'Saved from somewhere else' });
  await expect(choice).toContainText('Odile Farrow');
  await choice.getByRole('button', { name: 'Take the other version' }).click();
  await expect(page.getByRole('textbox', { name: 'Led by' })).toHaveValue('Odile Farrow');
});

test('what a set was is looked at, put back with its songs, and taken back again', async ({
  page,
}) => {
  await makeSet(page, 'Harvest', ['The Ferry Bell']);
  const name = page.getByRole('textbox', { name: 'Name of the set' });
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const versions = page.getByRole('dialog', { name: 'Earlier versions' });
  await expect(versions.getByRole('region', { name: 'What it was' })).toContainText('Ferry Bell');
  await expect(versions.getByRole('option')).toHaveCount(2);
  await expect(versions.getByRole('list', { name: 'What differs' })).toHaveText(
    /name from New set to Harvest.*The Ferry Bell is new/,
  );
  await versions.getByRole('option').last().click();
  await expect(versions.getByRole('region', { name: 'What it was' })).toContainText('New set');
  await versions.getByRole('button', { name: 'Put this one back' }).click();
  await expect(name).toHaveValue('New set');
  await expect(page.getByText('No songs in this set')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(name).toHaveValue('Harvest');
  expect(await titles(page)).toEqual(['The Ferry Bell']);
});

test('the key of the last time is offered, and what was sung is listed with its rights', async ({
  page,
}) => {
  const { id: songId } = await (async () => {
    const text =
      'title: Sung Before\nkey: G\nby: Noor Amsel\nrights: Words and music Noor Amsel 2026.\n\nVerse:\n  1\n';
    const made = await page.request.post('/api/songs', { data: { text } });
    return (await made.json()) as { id: string };
  })();
  const make = async (name: string, date: string, leader: string, key: string | null) => {
    const items = [{ id: crypto.randomUUID(), songId, key, notes: '' }];
    const made = await page.request.post('/api/sets', {
      data: { name, date, leader, notes: '', items },
    });
    return ((await made.json()) as { id: string }).id;
  };
  await make('In May', '2024-05-05', 'Imre Solt', 'A');
  await make('In June', '2024-06-02', 'Odile Farrow', 'F');
  const now = await make('To come', '2027-01-03', 'Imre Solt', null);
  await page.goto(`/sets/${now}`);
  const key = page.getByRole('button', { name: /Key of Sung Before/ });
  const offer = page.getByRole('button', { name: 'Last time A: take it for Sung Before' });
  await test.step('of who leads now, else of anybody', async () => {
    await expect(offer).toBeVisible();
    await page.getByRole('textbox', { name: 'Led by' }).fill('Somebody New');
    await expect(page.getByRole('button', { name: /^Last time F/ })).toBeVisible();
    await page.getByRole('textbox', { name: 'Led by' }).fill('Imre Solt');
    await offer.click();
    await expect(key).toHaveText('A');
    await expect(offer).toBeHidden();
    await expect(key).toBeFocused();
  });
  await test.step('the list of keys says where each was sung', async () => {
    await key.click();
    await expect(page.getByRole('option', { name: /^F(?!♯)/ })).toContainText(
      'sung with Odile Farrow on 2 Jun 2024',
    );
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(key).toHaveText('G');
  });
  await test.step('what was sung, from one day to another', async () => {
    await page.getByRole('link', { name: 'Sets' }).click();
    await page.getByRole('button', { name: 'What was sung' }).click();
    await page.getByLabel('From').fill('2024-05-01');
    await page.getByLabel('To', { exact: true }).fill('2024-06-30');
    const row = page.getByRole('row', { name: /Sung Before/ });
    await expect(row).toHaveText(/by Noor Amsel.*Words and music Noor Amsel 2026\..*2.*2 Jun 2024/);
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Download as CSV' }).click();
    const file = await (await saving).createReadStream();
    const lines = (await new Response(file as unknown as ReadableStream).text()).split('\r\n');
    expect(lines[0]).toBe('date,set,leader,title,by,rights,key');
    expect(lines).toContain(
      '2024-06-02,In June,Odile Farrow,Sung Before,Noor Amsel,Words and music Noor Amsel 2026.,F',
    );
    await page.reload();
    await expect(row).toBeVisible();
    await page.getByLabel('To', { exact: true }).fill('2024-04-01');
    await expect(page.getByText('The first day is after the last one')).toBeVisible();
  });
});

test('a set has songs in three languages and scripts: on its page, on the stand, on paper', async ({
  page,
}) => {
  const words = {
    'Ao Pé do Cais': ['Lan-|ter-|nas no|cais', 'Verso'],
    'Über den Hügeln': ['Ü-|ber den|Hü-|geln', 'Strophe'],
    'Κάτω απ’ το φως': ['Κά-|τω απ’|το|φως', 'Στροφή'],
  };
  const ids: string[] = [];
  for (const [title, [sung, section]] of Object.entries(words)) {
    const text = `title: ${title}\nkey: E\n\n${section}:\n  1 | 4 | 5 | 1\n  > ${sung!.replaceAll('|', ' | ')}\n`;
    const made = await page.request.post('/api/songs', { data: { text } });
    ids.push(((await made.json()) as { id: string }).id);
  }
  const items = ids.map((songId) => ({ id: randomUUID(), songId, key: null, notes: '' }));
  const made = await page.request.post('/api/sets', {
    data: { name: 'Três línguas, drei Sprachen', date: null, leader: 'Żaneta', notes: '', items },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/sets/${id}`);
  await expect(page.getByRole('grid').getByRole('link')).toHaveText(Object.keys(words));
  await page.goto(`/sets/${id}/print`);
  for (const title of Object.keys(words))
    await expect(page.getByRole('heading', { name: title }).first()).toBeVisible();
  await page.goto(`/sets/${id}/stand`);
  for (const [title, [, section]] of Object.entries(words)) {
    await expect(page.getByRole('heading', { name: title })).toBeVisible();
    await expect(page.getByRole('region', { name: section!, exact: true })).toBeVisible();
    // A pedal that sends two keys at once is one press: the next one comes a moment later.
    await page.waitForTimeout(200);
    await page.keyboard.press('PageDown');
  }
});
