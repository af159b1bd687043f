import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './pages.ts';

/** English that no Portuguese sentence has; names of songs, sections and people are the band's own. */
const english =
  /(?<!\p{L})(the|of|and|is|are|with|from|this|that|not|songs?|sets?|chart|hands|section|bars?|words|show|hide|add|take|keep|help|close|your)(?!\p{L})/iu;

/** Words that stand on a part of the page, in sight or for those who listen, and are English. */
async function englishIn(page: Page, where: string): Promise<string[]> {
  const said = await page.locator(where).evaluateAll((parts) =>
    parts.flatMap((part) =>
      [...part.querySelectorAll<HTMLElement>('*')].flatMap((element) => {
        // What the band wrote, and what core says of chords and hands, which has its own tongue.
        if (
          element.closest(
            '[data-printed], [role=img], i, code, kbd, option, li:has(a[href^="/songs/"])',
          )
        )
          return [];
        const own = [...element.childNodes]
          .filter((child) => child.nodeType === Node.TEXT_NODE)
          .map((child) => child.textContent ?? '');
        return [
          ...own,
          element.getAttribute('aria-label') ?? '',
          element.getAttribute('title') ?? '',
        ];
      }),
    ),
  );
  return said.filter((text) => english.test(text.replace(/“[^”]*”/g, '')));
}

test('the pages speak Portuguese once that is chosen, keep it, and come back to English', async ({
  page,
}) => {
  await page.goto('/settings');
  await page.getByText('Português', { exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ajustes' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'pt');
  await expect(page).toHaveTitle('Ajustes · Intervallum');
  expect(await englishIn(page, 'body')).toEqual([]);
  await expectAccessible(page);

  await test.step('the names of notes are offered in the same language', async () => {
    const offered = page.getByRole('button', { name: /nomes das notas/ });
    await offered.click();
    await expect(offered).toBeHidden();
    await expect(page.getByRole('img', { name: /Alguns compassos/ })).toContainText('Mi♭add9');
  });

  await test.step('lists, counts, dates', async () => {
    await page.getByRole('link', { name: 'Músicas' }).click();
    await expect(page.getByText(/^\d+ músicas$/)).toBeVisible();
    await page.getByRole('button', { name: 'Filtrar' }).click();
    expect(await englishIn(page, 'body')).toEqual([]);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Ajuda: Músicas' })).toBeVisible();
    expect(await englishIn(page, '[role=dialog]')).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Repertórios' }).click();
    await expect(page.getByText(/\d+ de \p{L}+ de 20\d\d/u).first()).toBeVisible();
    await expect(page.getByText(/dirigido por/).first()).toBeVisible();
  });

  await test.step('a chart is written, and says what was done', async () => {
    await page.goto('/songs');
    await page.getByRole('link', { name: 'Lanterns on the Quay' }).click();
    const chart = page.getByRole('application', { name: 'Cifra' });
    await expect(chart).toContainText('duas vezes');
    expect(await englishIn(page, '[role=toolbar], header')).toEqual([]);
    const said = page.locator('[data-announcer]');
    // The title of the page is said a moment after it has come: what is said next is not to be covered by it.
    await expect(said).toContainText('Lanterns on the Quay');
    await chart.focus();
    const spoken = page.locator('[id^="chart-cursor-"]');
    await expect(spoken).toHaveAccessibleName(/^compasso 1 de 4, Intro: 1 add 9/);
    await page.keyboard.press('>');
    await expect(said).toContainText('acentuado');
    await page.keyboard.press('Control+z');
    await expect(said).toContainText('1 add 9, Mi bemol add 9');
    await page.getByRole('button', { name: 'Menu' }).click();
    expect(await englishIn(page, '[role=menu]')).toEqual([]);
    await page.getByRole('menuitem', { name: 'Gravações e papéis' }).click();
    await expect(page.getByText(/ Ficam com a equipe/)).toBeVisible();
    expect(await englishIn(page, '[role=dialog]')).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Menu' }).click();
    await page.getByRole('menuitem', { name: 'Exibição' }).click();
    expect(await englishIn(page, '[role=dialog]')).toEqual([]);
  });

  await test.step('back', async () => {
    await page.goto('/settings');
    await page.getByText('English', { exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Settings' })).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('lang', 'en');
  });
});

test.describe('a browser that asks for Portuguese', () => {
  test.use({ locale: 'pt-BR' });

  test('gets it at the first visit, on a link as well', async ({ page }) => {
    await page.goto('/songs');
    await expect(page.getByRole('button', { name: 'Nova música' })).toBeVisible();
    await page.goto('/s/nothing-is-here');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Este link não abre nada');
  });
});
