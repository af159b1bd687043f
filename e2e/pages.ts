import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { expect, type Locator, type Page } from '@playwright/test';

/** The chart's text, where it is edited. */
export const editor = (page: Page): Locator => page.getByRole('textbox', { name: 'Chart text' });

/** A section of the chart by its name. */
export const section = (page: Page, name: string): Locator =>
  page.getByRole('region', { name, exact: true });

/** What stands on the rails of a section, as it is read aloud: numbers, then letters. */
export async function bars(page: Page, name: string): Promise<string[]> {
  return section(page, name)
    .getByRole('listitem')
    .allInnerTexts()
    .then((texts) => texts.map((text) => text.replace(/\s+/g, ' ').trim()));
}

/** Another size of the window, which a screen that fills the display does not have. */
export async function resize(page: Page, width: number, height: number): Promise<void> {
  await page.evaluate(() => document.fullscreenElement && document.exitFullscreen());
  await page.setViewportSize({ width, height });
}

/** The id of a song. It is searched for: a list of thousands comes in pages. */
export async function songNamed(page: Page, title: string): Promise<string> {
  const asked = `/api/songs?${new URLSearchParams({ search: title })}`;
  const { songs } = (await (await page.request.get(asked)).json()) as {
    songs: { id: string; summary: { title: string } }[];
  };
  return songs.find(({ summary }) => summary.title === title)!.id;
}

/** Opens a song, with its text beside the chart. */
export async function openSong(page: Page, title: string): Promise<void> {
  const id = await songNamed(page, title);
  await page.goto(`/songs/${id}`);
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  await openText(page);
}

/** Opens a set from the list. @returns the titles of its songs */
export async function openSet(page: Page, name: string): Promise<string[]> {
  await page.goto('/sets');
  await page.getByRole('link', { name }).click();
  const songs = page.getByRole('grid').getByRole('link');
  await expect(songs.first()).toBeVisible();
  return songs.allInnerTexts();
}

/** Opens the text beside the chart, where it is not. */
export async function openText(page: Page): Promise<void> {
  // On a phone it would stand in the chart's place.
  if ((page.viewportSize()?.width ?? 1280) <= 640) return;
  const shows = page.getByRole('button', { name: /^(Show|Hide) the text$/ });
  if ((await shows.getAttribute('aria-label')) === 'Show the text') await shows.click();
}

/** Does what stands in the menu of a song. */
export async function fromMenu(page: Page, item: string): Promise<void> {
  await page.getByRole('button', { name: 'Menu', exact: true }).click();
  await page.getByRole('menuitem', { name: item, exact: true }).click();
}

/** Downloads the open song as one of the files in its menu. */
export async function download(
  page: Page,
  item: string,
): Promise<{ name: string; content: Buffer; text: string }> {
  await fromMenu(page, 'Download');
  const waiting = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: item }).click();
  const file = await waiting;
  const content = await readFile(await file.path());
  return { name: file.suggestedFilename(), content, text: content.toString('utf8') };
}

/** Does what stands in the menu of a song's row in the list. */
export async function fromRow(page: Page, title: string, item: string): Promise<void> {
  await page.getByRole('button', { name: `More for ${title}`, exact: true }).click();
  await page.getByRole('menuitem', { name: item, exact: true }).click();
}

/**
 * Makes a song with this text and opens it, its text beside the chart with the cursor at its end. That a song is begun and written on the screen is for journeys
 * of writing: there it takes its time, here it would take that of every other.
 */
export async function writeSong(page: Page, text: string): Promise<void> {
  const made = await page.request.post('/api/songs', { data: { text } });
  expect(made.status()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/songs/${id}`);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 30_000 });
  await openText(page);
  if ((page.viewportSize()?.width ?? 1280) <= 640) return;
  // One goes on where the text ends, as who wrote it.
  await editor(page).focus();
  await page.keyboard.press('Control+End');
}

/** The whole text of the open song as the server has it, under the chart lens; an editor draws only what is seen of it. */
export async function songText(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const id = /\/songs\/([^/?]+)/.exec(page.url())![1]!;
  const { text } = (await (await page.request.get(`/api/songs/${id}`)).json()) as { text: string };
  return text;
}

/** Pastes a text over the whole of the chart's. */
export async function replaceText(page: Page, text: string): Promise<void> {
  await openText(page);
  await editor(page).click();
  await page.keyboard.press('Control+a');
  await editor(page).evaluate((element, pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    const paste = { clipboardData, bubbles: true, cancelable: true };
    element.dispatchEvent(new ClipboardEvent('paste', paste));
  }, text);
}

/** What sounds now on the chart, as it is read aloud; empty while nothing does. */
export async function playing(page: Page): Promise<string> {
  const cell = page.locator('[data-playing]');
  return (await cell.count()) === 0 ? '' : (await cell.innerText()).replace(/\s+/g, ' ');
}

/** Before a page is opened: it hears nothing of what others save, as over a line that is broken. */
export async function withoutLive(page: Page): Promise<void> {
  await page.route('**/api/events*', (route) => route.abort());
}

/** Before a page is opened: it has no sound, and keeps the same times by its clock, which the test turns. */
export async function withoutSound(page: Page): Promise<void> {
  await page.addInitScript(() => {
    Reflect.deleteProperty(window, 'AudioContext');
  });
}

const axe = readFileSync(new URL(import.meta.resolve('axe-core/axe.min.js')), 'utf8');

/** Fails with every WCAG 2.2 AA rule that axe finds broken on the page. */
export async function expectAccessible(page: Page, only: 'colours' | null = null): Promise<void> {
  await page.evaluate(axe);
  // A colour that is on its way to another one is neither.
  await page.evaluate(() =>
    Promise.all(
      document
        .getAnimations()
        .filter((one) => one instanceof CSSTransition)
        .map((one) => one.finished.catch(() => null)),
    ),
  );
  const violations = await page.evaluate(async (asked) => {
    type Axe = {
      run: (
        context: Document,
        options: object,
      ) => Promise<{
        violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
      }>;
    };
    const { axe: runner } = window as unknown as { axe: Axe };
    const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
    const found = await runner.run(document, {
      runOnly: asked
        ? { type: 'rule', values: ['color-contrast', 'link-in-text-block'] }
        : { type: 'tag', values: tags },
      // Only what is wrong is told in full.
      resultTypes: ['violations'],
      iframes: false,
    });
    return found.violations.map(({ id, nodes }) => ({
      id,
      where: nodes
        .slice(0, 5)
        .map(({ html, failureSummary }) => `${html.slice(0, 200)} ${failureSummary ?? ''}`),
    }));
  }, only);
  expect(violations).toEqual([]);
}
