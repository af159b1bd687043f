import { expect, test, type Page } from '@playwright/test';
import { section, writeSong } from './pages.ts';

/** What a page has given to its sound device: when each string of the piano and each click begins, in seconds. */
interface Given {
  readonly notes: number[];
  readonly clicks: number[];
}

/** Before a page is opened: whatever is given to the sound device is noted down. */
async function listen(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const given: { notes: number[]; clicks: number[] } = { notes: [], clicks: [] };
    Object.assign(window, { given });
    const noted = (node: { prototype: { start: (when?: number) => void } }, into: number[]) => {
      const { start } = node.prototype;
      node.prototype.start = function (...how: (number | undefined)[]) {
        // Without a time that can be, it is the sound library trying out what the browser can.
        const [when = 0] = how;
        if (when > 0) into.push(when);
        return Reflect.apply(start, this, how);
      };
    };
    noted(AudioBufferSourceNode as never, given.notes);
    noted(OscillatorNode as never, given.clicks);
  });
}

const given = (page: Page) =>
  page.evaluate(() => structuredClone((window as unknown as { given: Given }).given));

/**
 * The times at which something begins, from the first on, and how much begins at each; to 1/8 of a second, the finest that
 * is struck here: on a busy machine a note comes some hundredths late.
 */
function together(times: readonly number[]): [after: number, count: number][] {
  const first = Math.min(...times);
  const counted = new Map<number, number>();
  for (const time of times) {
    const after = Math.round((time - first) * 8) / 8;
    counted.set(after, (counted.get(after) ?? 0) + 1);
  }
  return [...counted].sort(([one], [other]) => one - other);
}

/** Plays from the first bar to the end. */
async function playAll(page: Page): Promise<Given> {
  await section(page, 'Verse').getByRole('listitem').first().click();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop playing' })).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByRole('button', { name: 'Play from here' })).toBeVisible({
    timeout: 30_000,
  });
  return given(page);
}

// At 240 a quarter takes a quarter of a second; the arithmetic is by hand.
test('what is written sounds when it is due: a chord at its beat, a pushed one before it, a silence never', async ({
  page,
}) => {
  await listen(page);
  await writeSong(
    page,
    'title: Heard\nkey: C\ntempo: 240\nmeter: 4/4\n\nVerse:\n  1 | <4 . 5 . | _ . 1 . | 1\n',
  );
  const { notes, clicks } = await playAll(page);
  const struck = together(notes);
  expect(struck.map(([after]) => after)).toEqual([0, 0.875, 1.5, 2.5, 3]);
  // Two hands: at least a bass and a triad, at most ten fingers.
  for (const [, count] of struck) {
    expect(count).toBeGreaterThanOrEqual(3);
    expect(count).toBeLessThanOrEqual(10);
  }
  expect(clicks).toEqual([]);
});

test('at twice the tempo, counted in and with clicks, the left hand alone is heard where it is struck', async ({
  page,
}) => {
  await listen(page);
  await writeSong(
    page,
    'title: Heard\nkey: C\ntempo: 120\nmeter: 4/4\n\nVerse:\n  left: fifth on the offbeats\n  1 | 4 . 5 .\n',
  );
  await page.getByRole('button', { name: 'How it is played' }).click();
  const how = page.getByRole('dialog', { name: 'How it is played' });
  await how.getByRole('button', { name: /Tempo$/ }).click();
  await page.getByRole('option', { name: '200 %' }).click();
  await how.getByText('Count in before a section').click();
  await how.getByText('Click', { exact: true }).click();
  await how.getByRole('button', { name: /Hands that are heard$/ }).click();
  await page.getByRole('option', { name: 'left only' }).click();
  await page.keyboard.press('Escape');
  const { notes, clicks } = await playAll(page);
  const each = (seconds: number, count: number) =>
    Array.from({ length: count }, (_, index) => [index * seconds, 1]);
  // A bar before the song, then its two bars; in those each eighth is struck by one finger.
  expect(together(clicks)).toEqual(each(1 / 4, 12));
  expect(together(notes)).toEqual(each(1 / 8, 16));
  expect(Math.min(...notes) - Math.min(...clicks)).toBeCloseTo(1, 3);
});
