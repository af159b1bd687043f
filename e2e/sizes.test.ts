import { expect, test, type Page } from '@playwright/test';
import { troubleOnChart } from './geometry.ts';
import { spacing, weakLines } from './measures.ts';
import { songNamed } from './pages.ts';

const isDeep = process.env['DEEP'] === '1';

/** The sizes that a reader can choose, as `settings/reader.ts` has them. */
const chartSizes = ['smallest', 'small', 'usual', 'large', 'largest'] as const;

const sizes = [
  { width: 1280, height: 800, share: 0.6 },
  { width: 1024, height: 768, share: 0.55 },
  { width: 768, height: 1024, share: 0.6 },
  { width: 844, height: 390, share: 0.45 },
  { width: 390, height: 844, share: 0.65 },
] as const;

/** Every song of the demo, with its address. */
async function demoSongs(page: Page): Promise<{ id: string; title: string }[]> {
  const names = [
    'Bread at the Long Table',
    'Every Window Lit',
    'Lanterns on the Quay',
    'Long Way Down to Morning',
    'Slow River, Carry',
    'The Ferry Bell',
    'Under the Quince Tree',
    'Winter Wheat',
  ];
  return Promise.all(names.map(async (title) => ({ id: await songNamed(page, title), title })));
}

/** On the desk it takes keys, at the stand it is read. */
const chart = (page: Page) =>
  page
    .getByRole('application', { name: 'Chart', exact: true })
    .or(page.getByRole('region', { name: 'Chart', exact: true }));

/** The chart is there, in the faces that it is set in, and its rows no longer move. */
async function settled(page: Page): Promise<void> {
  await expect(chart(page).locator('[data-row]').first()).toBeVisible();
  await page.evaluate(async () => {
    await document.fonts.ready;
    let before = '';
    for (let same = 0; same < 2;) {
      await new Promise((done) => setTimeout(done, 50));
      const now = [...document.querySelectorAll('[data-row]')]
        .map((row) => row.getBoundingClientRect())
        .map(({ left, top, width, height }) => `${left} ${top} ${width} ${height}`)
        .join();
      same = now === before ? same + 1 : 0;
      before = now;
    }
  });
}

/** How much of the window's height is chart, and how many bars are seen whole. */
function seen(page: Page): Promise<{ share: number; whole: number; all: number }> {
  return chart(page).evaluate((region) => {
    const room = region.getBoundingClientRect();
    const bars = [...region.querySelectorAll('section li')].map((bar) =>
      bar.getBoundingClientRect(),
    );
    return {
      share: room.height / window.innerHeight,
      whole: bars.filter(({ top, bottom }) => top >= room.top - 1 && bottom <= room.bottom + 1)
        .length,
      all: bars.length,
    };
  });
}

test('a demo song has most of the screen on the desk, and stands whole on the page of a stand', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const rows: string[] = [];
  for (const [place, { id, title }] of (await demoSongs(page)).entries()) {
    // Every other song, on one screen that it must fit and on one of the others by turns; `bin/test deep` takes all of them.
    if (!isDeep && place % 2 === 1) continue;
    const turn = place / 2;
    const screens = isDeep ? sizes : [sizes[turn % 2]!, sizes[2 + (turn % 3)]!];
    await page.goto(`/songs/${id}`);
    for (const { width, height, share } of screens) {
      await page.setViewportSize({ width, height });
      await settled(page);
      const desk = await seen(page);
      rows.push(`${title}|${width}x${height}|${desk.share}|${desk.whole} of ${desk.all}`);
      expect(desk.share, `${title} at ${width} x ${height}`).toBeGreaterThanOrEqual(share);
    }
    await page.goto(`/songs/${id}/stand`);
    for (const [place, { width, height }] of screens.entries()) {
      await page.setViewportSize({ width, height });
      await settled(page);
      const pages = await page.getByRole('status').first().innerText();
      const numeral = Number(await chart(page).getAttribute('data-numeral'));
      const index = rows.length - screens.length + place;
      rows[index] += `|${pages}|${numeral}`;
      if (place < (isDeep ? 2 : 1)) {
        expect(pages, `${title} at ${width} x ${height}`).toBe('The whole song on one page');
        expect(numeral).toBeGreaterThanOrEqual(28);
        const { whole, all } = await seen(page);
        expect(whole).toBe(all);
      }
    }
  }
  console.log(table(rows.map((row) => row.split('|'))));
});

function table(rows: readonly (readonly string[])[]): string {
  const head = ['song', 'screen', 'chart', 'bars seen whole', 'at the stand', 'numeral'];
  const lines = [
    head,
    ...rows.map((row) =>
      row.map((cell, column) => (column === 2 ? `${Math.round(Number(cell) * 100)} %` : cell)),
    ),
  ];
  const widths = head.map((_, column) => Math.max(...lines.map((line) => line[column]!.length)));
  return lines
    .map((line) => line.map((cell, column) => cell.padEnd(widths[column]!)).join('  '))
    .join('\n');
}

/** As if another page of this browser had chosen it. */
async function choose(page: Page, settings: object): Promise<void> {
  await page.evaluate((chosen) => {
    const key = 'intervallum-reader';
    const { state } = JSON.parse(localStorage.getItem(key) ?? '{"state":{}}') as { state: object };
    localStorage.setItem(key, JSON.stringify({ state: { ...state, ...chosen }, version: 1 }));
    window.dispatchEvent(new StorageEvent('storage', { key }));
  }, settings);
}

/**
 * Names of notes are letters, letters with endings, and syllables, which the songs have by turns here; `bin/test deep` looks at
 * every song in all of them.
 */
const byTurns = ['english', 'portuguese', 'german'];
const languages: readonly (readonly string[])[] = isDeep
  ? ['english', 'german', 'portuguese', 'spanish', 'french', 'italian'].map((one) => [one])
  : [byTurns];

/** On which screens a size is looked at: `bin/test deep` takes all of them. */
function screensOf(size: (typeof chartSizes)[number]) {
  if (isDeep) return sizes;
  const [wide, , upright, , phone] = sizes;
  return size === 'usual' ? [wide, upright, phone] : [size === 'largest' ? phone : wide];
}

for (const turns of languages)
  test(`no text meets another or a line, on any demo song, in any size: notes in ${turns.join(', ')}`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    const found: string[] = [];
    const look = async (where: string) => {
      await settled(page);
      found.push(...(await troubleOnChart(page)).map((what) => `${where}: ${what}`));
    };
    for (const [place, { id, title }] of (await demoSongs(page)).entries()) {
      await page.emulateMedia({ colorScheme: place % 2 === 0 ? 'light' : 'dark' });
      await page.goto(`/songs/${id}`);
      await settled(page);
      await choose(page, { language: turns[place % turns.length]! });
      // The ends of the scale by turns as well.
      const end = place % 2 === 0 ? ('smallest' as const) : ('largest' as const);
      const wanted = place % 2 === 0 ? (['usual', end] as const) : [end];
      for (const size of isDeep ? chartSizes : wanted)
        for (const { width, height } of screensOf(size)) {
          await choose(page, { size });
          await page.setViewportSize({ width, height });
          await look(`${title}, ${size}, ${width} x ${height}`);
        }
      // At the stand every other song each run; its rows are laid out by the same plan.
      if (!isDeep && place % 2 === 1) continue;
      await page.goto(`/songs/${id}/stand`);
      for (const { width, height } of isDeep ? sizes : [sizes[place % 4 === 0 ? 1 : 4]]) {
        await page.setViewportSize({ width, height });
        await look(`${title}, stand, ${width} x ${height}`);
      }
    }
    expect(found).toEqual([]);
  });

/** What stands under the chart and beside it leaves less room, and something stands over the numbers. */
test('nor under the other lenses', async ({ page }) => {
  test.setTimeout(240_000);
  const found: string[] = [];
  const all = await demoSongs(page);
  const [first, second] = isDeep ? [all, all] : [all.slice(1, 3), all.slice(0, 1)];
  for (const [lens, songs, over] of [
    // The hands are found, and the note on top stands over each chord.
    ['hands', first, /^[A-G][♭♯]?$/],
    ['moves', second, /^\d+$/],
    // Where nobody sings, over each chord.
    ['fills', second, /beats? free$/],
  ] as const)
    for (const { id, title } of songs) {
      await page.goto(`/songs/${id}/${lens}`);
      await settled(page);
      await expect(chart(page).locator('li span').filter({ hasText: over }).first()).toBeVisible();
      for (const { width, height } of isDeep ? sizes : [sizes[0], sizes[2], sizes[4]]) {
        await page.setViewportSize({ width, height });
        await settled(page);
        const trouble = await troubleOnChart(page);
        found.push(...trouble.map((what) => `${lens}, ${title}, ${width} x ${height}: ${what}`));
      }
    }
  expect(found).toEqual([]);
});

const words = 'Hippopotomonstrosesquippedaliophobia and antidisestablishmentarianism';
const songs: Readonly<Record<string, string>> = {
  'a title of two hundred letters, a section of sixty': `title: ${'A title that never ends '.repeat(9).slice(0, 200)}\nsinger: ${'Somebody With a Long Name '.repeat(3)}\nkey: C\n\n${'A section with a name that goes on for sixty letters at least'.slice(0, 60)}:\n  * ${'as softly as can be, '.repeat(6)}\n  1 | 4 | 5 | 1\n  > ${words} | b | c | d\n`,
  'a bar that is wider than the page':
    'title: Wide\nkey: Gb\n\nA:\n  1maj7 2m7b5 #4m7b5 b7(13) 57#9#5 3m7b5/b7 6m(maj7)/#5 2(13#11) | 1\n',
  'three hundred sections': `title: Many\nkey: C\n\n${Array.from({ length: 300 }, (_, at) => `S${at}:\n  1 | 4\n`).join('\n')}`,
  'a thousand bars': `title: Thousand\nkey: C\n\nA:\n${'  1 | 4 | 5 | 6m7\n'.repeat(250)}`,
};

test('what no song should be is shown whole, on a screen of any width', async ({ page }) => {
  test.setTimeout(120_000);
  const found: string[] = [];
  for (const [turn, [what, text]] of Object.entries(songs).entries()) {
    const made = await page.request.post('/api/songs', { data: { text } });
    const { id } = (await made.json()) as { id: string };
    const screens = [
      [`/songs/${id}`, 320],
      [`/songs/${id}/stand`, 1280],
    ] as const;
    // The desk and the stand take turns; `bin/test deep` looks at both.
    for (const [path, every] of isDeep ? screens : [screens[turn % 2]!])
      for (const width of isDeep ? [1280, 390, 320] : [every]) {
        await page.setViewportSize({ width, height: 700 });
        await page.goto(path);
        await settled(page);
        const trouble = await troubleOnChart(page);
        const sideways = await page.evaluate(
          () => document.documentElement.scrollWidth - window.innerWidth,
        );
        if (sideways > 0) trouble.push('the page scrolls sideways');
        found.push(...trouble.map((is) => `${what}, ${path.slice(44)} ${width}: ${is}`));
      }
    await page.request.delete(`/api/songs/${id}`);
  }
  expect(found).toEqual([]);
});

test('letters and words that a reader spaces wider have their room, whenever the reader begins to', async ({
  page,
}) => {
  const text = `title: Dense\nkey: Gb\n\nVerse:\n  1maj7 2m7b5 #4m7b5 b7(13) | 57#9#5 3m7b5/b7 6m(maj7)/#5 2(13#11)\n  play right: {b3 2}3+5+1'@5 (2 3) 4 b3^3@2> | 5'' . 3, . & #4+1 .\n  > a long evening comes | over hills we knew before\n`;
  const made = await page.request.post('/api/songs', { data: { text } });
  const { id } = (await made.json()) as { id: string };
  const found: string[] = [];
  const look = async (where: string) => {
    await settled(page);
    let trouble = await troubleOnChart(page);
    // A busy browser may take a moment until it hears that letters stand wider.
    for (let times = 0; times < 20 && trouble.length > 0; times += 1) {
      await page.waitForTimeout(150);
      trouble = await troubleOnChart(page);
    }
    found.push(...trouble.map((what) => `${where}: ${what}`));
  };
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/songs/${id}`);
  await look('as it is');
  await page.addStyleTag({ content: spacing });
  await look('after it was opened');
  await page.addInitScript((content) => {
    document.addEventListener('DOMContentLoaded', () => {
      document.head.append(
        Object.assign(document.createElement('style'), { textContent: content }),
      );
    });
  }, spacing);
  for (const path of ['', '/stand']) {
    await page.goto(`/songs/${id}${path}`);
    await look(`from the beginning${path}`);
  }
  await page.request.delete(`/api/songs/${id}`);
  expect(found).toEqual([]);
});

test('what looks for texts that meet finds them, and lines that are too faint', async ({
  page,
}) => {
  const [song] = await demoSongs(page);
  await page.goto(`/songs/${song!.id}`);
  await settled(page);
  expect(await troubleOnChart(page)).toEqual([]);
  await page.addStyleTag({
    content: '[aria-label="Chart"] sup { margin-left: -0.6em !important; }',
  });
  expect((await troubleOnChart(page)).join()).toContain('meets');
  await page.addStyleTag({ content: '[aria-label="Chart"] li { text-indent: -14px; }' });
  expect((await troubleOnChart(page)).join()).toContain('a bar line runs through');
  expect(await weakLines(page)).toEqual([]);
  await page.addStyleTag({ content: ':root { --rail: #d9d0c0 !important; }' });
  expect((await weakLines(page)).join()).toMatch(/Bottom [12]\..*(Left|Right) [12]\./);
});

test('a reader’s own colours keep what is drawn on the rails, and which choice is taken', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active' });
  const lanterns = (await demoSongs(page))[2]!;
  await page.goto(`/songs/${lanterns.id}`);
  await settled(page);
  await page.setViewportSize({ width: 640, height: 700 });
  const colours = await page.evaluate(() => {
    const paper = getComputedStyle(document.documentElement).backgroundColor;
    const ring = [...document.querySelectorAll('[aria-label="Chart"] li i')].map(
      (mark) => getComputedStyle(mark).backgroundColor,
    );
    const taken = document.querySelector('[role="radio"][aria-checked="true"]');
    return { paper, ring, taken: taken && getComputedStyle(taken).backgroundColor };
  });
  expect(colours.ring.filter((colour) => colour === 'rgb(0, 0, 0)').length).toBeGreaterThan(2);
  expect(colours.paper).toBe('rgb(255, 255, 255)');
  expect(colours.taken).not.toBe(colours.paper);
});
