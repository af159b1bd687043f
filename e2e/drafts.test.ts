import { expect, test, type Page } from '@playwright/test';
import { editor, expectAccessible, section, writeSong } from './pages.ts';

const chart = (title: string) => `title: ${title}\nkey: D\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n`;
const saved = (page: Page) => page.getByText('Saved', { exact: true });

/** Lets no save of this page reach the server until what is given back is called. */
async function withoutSaving(page: Page): Promise<() => Promise<void>> {
  const path = /\/api\/(songs|sets)\/[^/]+$/;
  await page.route(path, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  return () => page.unroute(path);
}

async function typeAtEnd(page: Page, text: string): Promise<void> {
  await editor(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(text);
}

const draftOf = (page: Page, title: string) =>
  page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: title }) });

/** What a page is told of a song, as the server has it now, is not told it before what is given back is called. */
async function withLateAnswer(page: Page): Promise<() => void> {
  let answer = () => {};
  const isTime = new Promise<void>((resolve) => (answer = resolve));
  await page.route(
    /\/api\/songs\/[^/]+$/,
    async (route) => {
      const response = await route.fetch();
      await isTime;
      await route.fulfill({ response });
    },
    { times: 1 },
  );
  return answer;
}

test('what one tab saves the other has, and goes on from there', async ({ page, context }) => {
  await writeSong(page, chart('Side by Side'));
  const other = await context.newPage();
  // What is saved while the other tab opens the song is not lost to it.
  const asked = other.waitForRequest(/\/api\/songs\/[^/]+$/);
  const answer = await withLateAnswer(other);
  await other.goto(page.url());
  await asked;
  await typeAtEnd(page, 'Tag:\n  6m');
  await expect(saved(page)).toBeVisible();
  await expect(section(page, 'Tag')).toBeVisible();
  answer();
  await expect(section(other, 'Tag')).toBeVisible();
  await typeAtEnd(other, ' | 4');
  await expect(saved(other)).toBeVisible();
  await expect(section(page, 'Tag').getByRole('listitem')).toHaveCount(2);
  // Undo takes back what was done here, and nothing of the other tab.
  await expect(async () => {
    await page.keyboard.press('Control+z');
    await expect(editor(page)).not.toContainText('Tag', { timeout: 100 });
  }).toPass();
  await expect(editor(page)).toContainText('| 4');
});

test('two tabs in an outage: both are kept, one is saved, the other one is asked about', async ({
  page,
  context,
}) => {
  await writeSong(page, chart('Two in the Dark'));
  const address = page.url();
  const other = await context.newPage();
  await other.goto(address);
  await expect(section(other, 'Verse')).toBeVisible();
  await context.setOffline(true);
  await typeAtEnd(page, 'First:\n  2m');
  await typeAtEnd(other, 'Second:\n  3m');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(other.getByText('The server does not answer.')).toBeVisible();
  await page.close();
  await context.setOffline(false);
  await expect(saved(other)).toBeVisible({ timeout: 20_000 });

  // The one that was closed is there, beside what was saved meanwhile.
  const third = await context.newPage();
  await third.goto('/songs');
  await third.getByRole('link', { name: 'Look at what was not saved' }).click();
  const kept = draftOf(third, 'Two in the Dark');
  await kept.getByText('What it says').click();
  await expect(kept).toContainText('First:');
  await kept.getByRole('button', { name: 'Open it in its song' }).click();
  const choice = third.getByRole('alertdialog', { name: 'Saved from somewhere else' });
  await expect(choice).toContainText('First');
  await expect(choice).toContainText('Second');
  await choice.getByRole('button', { name: 'Keep mine' }).click();
  await expect(saved(third)).toBeVisible();
  await third.goto('/drafts');
  await expect(draftOf(third, 'Two in the Dark')).toHaveCount(0);
});

test('a tab that saves does not forget what another one could not', async ({ page, context }) => {
  await writeSong(page, chart('Kept Apart'));
  const other = await context.newPage();
  await other.goto(page.url());
  await withoutSaving(page);
  await typeAtEnd(page, 'Alone:\n  6m');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await typeAtEnd(other, 'Together:\n  4');
  await expect(saved(other)).toBeVisible();
  await page.close();
  await other.goto('/drafts');
  await draftOf(other, 'Kept Apart').getByRole('button', { name: 'Save as a new song' }).click();
  await expect(section(other, 'Alone')).toBeVisible();
  await expect(saved(other)).toBeVisible();
});

test('what two closed tabs left unsaved: one goes on, the other one is told of, and the chart has its room', async ({
  page,
  context,
}) => {
  await writeSong(page, chart('Left Twice'));
  const tabs = [await context.newPage(), await context.newPage()];
  for (const [place, tab] of tabs.entries()) {
    await tab.goto(page.url());
    await withoutSaving(tab);
    await typeAtEnd(tab, `Tab ${place}:\n  4`);
    await expect(tab.getByText('The server does not answer.')).toBeVisible();
  }
  for (const tab of tabs) await tab.close();
  const again = await context.newPage();
  await again.goto(page.url());
  await expect(again.getByText('1 more draft of this song was never saved.')).toBeVisible();
  const room = await again.getByRole('application', { name: 'Chart', exact: true }).boundingBox();
  expect(room!.width).toBeGreaterThan(600);
  expect(room!.height).toBeGreaterThan(400);
});

test('a question in one tab stays while another one types on', async ({ page, context }) => {
  await writeSong(page, chart('Asked Once'));
  const other = await context.newPage();
  await other.goto(page.url());
  const plugIn = await withoutSaving(other);
  await typeAtEnd(other, 'Asked:\n  3m');
  await expect(other.getByText('The server does not answer.')).toBeVisible();
  await typeAtEnd(page, 'Typed:\n  4');
  await expect(saved(page)).toBeVisible();
  await plugIn();
  await expect(other.getByRole('alertdialog')).toBeVisible({ timeout: 20_000 });
  await typeAtEnd(page, ' | 5');
  await expect(saved(page)).toBeVisible();
  await other.close();
  await page.goto('/drafts');
  await expect(draftOf(page, 'Asked Once')).toContainText('typed');
});

test('who leaves a song in an outage and comes back finds it as it was, and in nobody’s way', async ({
  page,
}) => {
  await writeSong(page, chart('Out and Back'));
  const plugIn = await withoutSaving(page);
  await typeAtEnd(page, 'Before:\n  6m');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await page.getByRole('link', { name: 'Songs' }).click();
  await expect(page.getByText('1 draft of this browser was never saved.')).toBeVisible();
  await page.getByRole('link', { name: 'Out and Back' }).click();
  await typeAtEnd(page, ' | 4');
  await plugIn();
  await expect(saved(page)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('alertdialog')).toHaveCount(0);
  await expect(async () => {
    await page.keyboard.press('Control+z');
    await expect(editor(page)).not.toContainText('Before', { timeout: 100 });
  }).toPass();
});

test('what was typed into a song that somebody deleted can be had again', async ({ page }) => {
  await writeSong(page, chart('Gone Tomorrow'));
  const address = page.url();
  await withoutSaving(page);
  await typeAtEnd(page, 'Last:\n  6m');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  const id = new URL(address).pathname.split('/')[2]!;
  expect((await page.request.delete(`/api/songs/${id}`)).status()).toBe(204);
  await page.goto(address);
  await expect(page.getByText('kept in this browser')).toBeVisible();
  await page.getByRole('link', { name: 'Look at what was not saved' }).click();
  const kept = draftOf(page, 'Gone Tomorrow');
  await expect(kept).toContainText('the song was deleted');
  await expectAccessible(page);
  await kept.getByRole('button', { name: 'Throw away' }).click();
  await expect(page.getByText('Everything is saved')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await kept.getByRole('button', { name: 'Save as a new song' }).click();
  await expect(section(page, 'Last')).toBeVisible();
  expect(page.url()).not.toContain(id);
});

test('a set whose name was just cleared stays as it stood', async ({ page }) => {
  await page.goto('/sets');
  await page.getByRole('button', { name: 'New set' }).click();
  const leader = page.getByLabel('Led by');
  await page.getByLabel('Name of the set').fill('');
  await expect(page.getByText('Not saved: A set needs a name.')).toBeVisible();
  await leader.fill('Ines');
  await page.reload();
  await expect(leader).toHaveValue('Ines');
  await expect(page.getByLabel('Name of the set')).toHaveValue('');
  await page.getByLabel('Name of the set').fill('Advent ');
  await expect(saved(page)).toBeVisible();
});
