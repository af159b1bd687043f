import { expect, test, type Page } from '@playwright/test';
import { Client } from 'pg';
import { withOwnServer } from './ownServer.ts';
import { expectAccessible, fromRow, writeSong } from './pages.ts';

/** Makes so many more of each song. */
async function multiply(databaseUrl: string, copies: number): Promise<void> {
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `insert into songs (team_id, id, title, title_key, sung, text, summary, saved_at)
     select team_id, gen_random_uuid(), title || ' ' || n, title_key || ' ' || lpad(n::text, 10, '0'), sung,
       replace(text, 'title: ' || title, 'title: ' || title || ' ' || n),
       jsonb_set(jsonb_set(summary, '{title}', to_jsonb(title || ' ' || n)), '{tempo}', to_jsonb(50 + n % 100)),
       now() - interval '1 day'
     from songs, generate_series(1, $1::integer) n`,
    [copies],
  );
  await client.query('analyze songs');
  await client.end();
}

const songs = (page: Page) => page.getByRole('list', { name: 'Songs' }).getByRole('link');

// Ten thousand are asked for in the deep test; how long they take is measured by `bin/bench`.
const copies = process.env['DEEP'] === '1' ? 1_250 : 250;
const total = `${8 * (copies + 1)} songs`;

test('thousands of songs: scrolled, filtered, put in order, searched, and found again by Back', async ({
  page,
}) => {
  await withOwnServer(page.request, async ({ url, databaseUrl }) => {
    await multiply(databaseUrl, copies);
    await page.goto(`${url}/songs`);
    await expect(page.getByText(total, { exact: true })).toBeVisible();

    // Scrolled over some pages: what is on the page stays little, what is in sight is never empty.
    await expect(async () => {
      await page.mouse.move(640, 500);
      for (let turn = 0; turn < 8; turn += 1) await page.mouse.wheel(0, 2_500);
      const last = page
        .getByRole('listitem')
        .filter({
          has: page.getByRole('checkbox').or(page.getByRole('button', { name: /^Keep / })),
        })
        .last();
      expect(Number(await last.getAttribute('aria-posinset'))).toBeGreaterThan(500);
    }).toPass({ timeout: 60_000 });
    await expect(page.getByText('Fetching more …')).toHaveCount(0);
    expect(await songs(page).count()).toBeLessThan(60);
    const inSight = () =>
      page.evaluate(() =>
        [120, 400, 760].map((y) =>
          document.elementFromPoint(400, y)?.closest('li')?.getAttribute('aria-posinset'),
        ),
      );
    await expect.poll(inSight).not.toContain(undefined);

    // Back from a song one is where one was.
    const places = await inSight();
    const title = await page.evaluate(
      () => document.elementFromPoint(400, 400)?.closest('li')?.querySelector('a')?.textContent,
    );
    await page.getByRole('link', { name: title!, exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: title! })).toBeVisible();
    await page.goBack();
    await expect(page.getByRole('link', { name: title!, exact: true })).toBeInViewport();
    expect(await inSight()).toEqual(places);

    await page.getByRole('button', { name: 'Filter' }).click();
    await page.getByRole('combobox', { name: 'Key' }).selectOption({ label: 'E minor' });
    await page.getByRole('spinbutton', { name: 'Tempo from, beats in a minute' }).fill('148');
    // Their tempi go round from 50 to 149.
    const fast = 2 * Math.floor(copies / 100);
    await expect(page.getByText(`${fast} songs`, { exact: true })).toBeVisible();
    await page.getByRole('combobox', { name: 'Order' }).selectOption({ label: 'Tempo' });
    await expect(songs(page).first()).toHaveText('Winter Wheat 98');
    await expect(songs(page).last()).toHaveText(`Winter Wheat ${50 * fast - 1}`);
    await page.getByRole('searchbox').fill('wheat 19');
    await expect(songs(page)).toHaveText(['Winter Wheat 198', 'Winter Wheat 199']);
    await songs(page).first().click();
    await expect(page.getByRole('heading', { level: 1, name: 'Winter Wheat 198' })).toBeVisible();
    await page.getByRole('link', { name: 'Songs' }).click();
    await expect(songs(page)).toHaveText(['Winter Wheat 198', 'Winter Wheat 199']);
    await expect(page.getByRole('searchbox')).toHaveValue('wheat 19');
    await page.getByRole('button', { name: 'Leave out the filter: key of E minor' }).click();
    await page.getByRole('button', { name: /^Leave out the filter: tempo 148/ }).click();
    await expect(page.getByText('11 songs', { exact: true })).toBeVisible();

    // What was opened on this device, the last one first.
    await page.getByRole('searchbox').fill('');
    await page.getByRole('button', { name: 'Opened lately' }).click();
    await expect(songs(page)).toHaveText(['Winter Wheat 198', title!]);
    await page.getByRole('link', { name: 'Songs' }).first().click();
    await expect(page.getByText(total, { exact: true })).toBeVisible();
  });
});

test('a song has a menu in its row: kept at hand, tagged, duplicated, deleted with a word on the sets that need it', async ({
  page,
}) => {
  await page.goto('/songs');
  const row = page.getByRole('listitem').filter({ hasText: 'Slow River, Carry' });
  const star = row.getByRole('button', { name: 'Keep Slow River, Carry at hand' });
  await expect(star).toHaveAttribute('aria-pressed', 'true');
  await star.click();
  await expect(star).toHaveAttribute('aria-pressed', 'false');
  await star.click();
  await page.getByRole('button', { name: 'At hand', exact: true }).click();
  await expect(songs(page)).toHaveText(['Lanterns on the Quay', 'Slow River, Carry']);

  await page.getByRole('button', { name: 'More for Slow River, Carry' }).click();
  await page.getByRole('menuitem', { name: 'Tags' }).click();
  const tags = page.getByRole('dialog', { name: 'Tags of “Slow River, Carry”' });
  await expect(tags.getByRole('checkbox', { name: 'quiet' })).toBeChecked();
  await tags.getByRole('textbox', { name: /^A new tag/ }).fill('  by the  sea ');
  await page.keyboard.press('Enter');
  await expect(tags.getByRole('checkbox', { name: 'by the sea' })).toBeChecked();
  await page.keyboard.press('Escape');
  // The focus is back where the menu was opened.
  await expect(page.getByRole('button', { name: 'More for Slow River, Carry' })).toBeFocused();
  await page.goto('/songs?tag=by+the+sea');
  await expect(songs(page)).toHaveText(['Slow River, Carry']);
  await fromRow(page, 'Slow River, Carry', 'Tags');
  const sea = tags.getByRole('checkbox', { name: 'by the sea' });
  // The list of tags in use is fetched anew; a tag that no song has any more keeps its place, and the focus.
  const inUse = page.waitForResponse(/songs.choices/);
  await sea.click();
  await inUse;
  await expect(sea).not.toBeChecked();
  await expect(sea).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(tags).toBeHidden();
  await page.getByRole('button', { name: 'Leave out the filter: tag by the sea' }).click();

  // Chords in a row are searched for as music, whatever their qualities; the place is said.
  await writeSong(page, 'title: Heron Steps\nkey: F\n\nVerse:\n  1 | 7m7b5 37#5#9 | 6m9\n');
  await page.goto('/songs');
  await page.getByRole('searchbox').fill('7 3 6');
  await expect(songs(page).filter({ hasText: 'Heron Steps' })).toHaveCount(1);
  await expect(page.getByText('Verse, from bar 2').first()).toBeVisible();

  await writeSong(page, 'title: Row of Poplars\nkey: F\n\nVerse:\n  1 | 4 | 5\n');
  await page.goto('/songs?search=poplars');
  await fromRow(page, 'Row of Poplars', 'Duplicate');
  await expect(songs(page)).toHaveText(['Row of Poplars', 'Row of Poplars (copy)']);

  await page.getByRole('button', { name: 'Choose several' }).click();
  for (const box of await page.getByRole('checkbox', { name: /^Choose Row/ }).all())
    await box.click();
  const chosen = page.getByRole('toolbar', { name: 'The songs that are chosen' });
  await expect(chosen).toContainText('2 chosen');
  await expectAccessible(page);
  await chosen.getByRole('button', { name: 'Add to a set' }).click();
  await page.getByRole('button', { name: 'Add to a new set' }).click();
  const set = page.getByRole('grid', { name: 'Songs in this set' }).getByRole('row');
  await expect(set).toHaveCount(2);

  await page.goto('/songs?search=poplars');
  await page.getByRole('button', { name: 'Choose several' }).click();
  for (const box of await page.getByRole('checkbox', { name: /^Choose Row/ }).all())
    await box.click();
  await chosen.getByRole('button', { name: 'Delete' }).click();
  const asked = page.getByRole('alertdialog', { name: 'Sets to come need some of these songs' });
  await expect(asked).toContainText('“Row of Poplars”: New set');
  await expectAccessible(page);
  await asked.getByRole('button', { name: 'Keep them' }).click();
  await expect(songs(page)).toHaveCount(2);
  await chosen.getByRole('button', { name: 'Delete' }).click();
  await asked.getByRole('button', { name: 'Delete all 2' }).click();
  await expect(page.getByText('2 songs deleted')).toBeVisible();
  await expect(songs(page)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(songs(page)).toHaveText(['Row of Poplars', 'Row of Poplars (copy)']);
});
