import { expect, type Locator, type Page } from '@playwright/test';
import { section } from './pages.ts';

/* The Hands lens as journeys go through it. */

export const piano = (page: Page): Locator => page.getByRole('region', { name: 'Piano' });
export const panel = (page: Page): Locator => page.getByRole('region', { name: 'Hands' });
export const chord = (page: Page, part: string, place: number): Locator =>
  section(page, part).getByRole('listitem').nth(place);

export async function openHands(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Hands', exact: true }).click();
  await expect(piano(page).getByRole('button', { pressed: true }).first()).toBeVisible();
}

/** The panel has three parts: what is decided of the chord, of its section, of the song. */
export async function about(
  page: Page,
  what: 'This chord' | 'This section' | 'The song',
): Promise<void> {
  await panel(page).getByRole('radio', { name: what, exact: true }).check({ force: true });
}

/** Says something of the section of the chosen chord. */
export async function say(page: Page, what: RegExp, option: string): Promise<void> {
  await about(page, 'This section');
  const told = panel(page).getByRole('group', { name: 'This section' });
  await told.getByRole('button', { name: what }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

export async function choose(page: Page, part: string, place: number): Promise<void> {
  await chord(page, part, place).click({ position: { x: 20, y: 45 } });
}

const letters: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** What each hand holds on the keys, as MIDI numbers. */
export async function held(page: Page): Promise<{ left: number[]; right: number[] }> {
  const names = await piano(page)
    .getByRole('button', { pressed: true })
    .evaluateAll((keys) => keys.map((key) => key.getAttribute('aria-label') ?? ''));
  const hands: { left: number[]; right: number[] } = { left: [], right: [] };
  for (const name of names) {
    const [, letter, sign, octave, hand] =
      /^([A-G])([♭♯]?)(\d), (left|right) hand$/.exec(name) ?? [];
    if (!letter) continue;
    const alter = sign === '♭' ? -1 : sign === '♯' ? 1 : 0;
    hands[hand as 'left' | 'right'].push(12 * (Number(octave) + 1) + letters[letter]! + alter);
  }
  hands.left.sort((one, other) => one - other);
  hands.right.sort((one, other) => one - other);
  return hands;
}

/** The hands of the first chords of the song, one after the other by the arrow key. */
export async function walkThrough(page: Page, part: string, count: number) {
  await choose(page, part, 0);
  const all: Awaited<ReturnType<typeof held>>[] = [];
  for (let place = 0; place < count; place += 1) {
    all.push(await held(page));
    await page.keyboard.press('ArrowRight');
  }
  return all;
}
