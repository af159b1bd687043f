import { expect, test, type Page } from '@playwright/test';
import {
  expectAccessible,
  fromMenu,
  fromRow,
  openSet,
  openSong,
  openText,
  section,
} from './pages.ts';

/** A screen, and what is open on it. */
interface State {
  readonly name: string;
  readonly come: (page: Page) => Promise<void>;
  /** What it is called in the help; null where something is open over it. */
  readonly help: string | null;
}

const at =
  (path: string) =>
  async (page: Page): Promise<void> => {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  };

const song = 'Lanterns on the Quay';
const set = 'First Sunday in Advent';

/** Opens something over a screen. */
const over = (
  name: string,
  come: (page: Page) => Promise<void>,
  open: (page: Page) => Promise<void>,
): State => ({
  name,
  help: null,
  come: async (page) => {
    await come(page);
    await open(page);
  },
});

const songDesk = (page: Page) => openSong(page, song);
const setDesk = async (page: Page) => void (await openSet(page, set));
const press = (name: string) => (page: Page) => page.getByRole('button', { name }).first().click();
const pressed = (come: (page: Page) => Promise<void>, name: string) =>
  over(name, come, press(name));
const item = (name: string) => over(name, songDesk, (page) => fromMenu(page, name));

async function hands(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('link', { name: 'Hands' }).click();
  await section(page, 'Verse 1').getByRole('listitem').nth(2).click();
  await expect(page.getByRole('button', { name: 'Pin', exact: true })).toBeEnabled();
}

async function link(page: Page): Promise<void> {
  await page.goto('/songs');
  const { songs } = (await (await page.request.get('/api/songs')).json()) as {
    songs: { id: string; summary: { title: string } }[];
  };
  const { id } = songs.find(({ summary }) => summary.title === song)!;
  const opened = await page.request.post('/api/shares', { data: { kind: 'song', id } });
  const { token } = (await opened.json()) as { token: string };
  await page.goto(`/s/${token}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
}

const states: readonly State[] = [
  { name: 'Songs', come: at('/songs'), help: 'Songs' },
  pressed(at('/songs'), 'Filter'),
  over('Menu of a song', at('/songs'), (page) =>
    page.getByRole('button', { name: `More for ${song}` }).click(),
  ),
  over('Tags', at('/songs'), (page) => fromRow(page, song, 'Tags')),
  over('Add to a set', at('/songs'), (page) => fromRow(page, song, 'Add to a set')),
  pressed(at('/songs'), 'Choose several'),
  { name: 'Sets', come: at('/sets'), help: 'Sets' },
  { name: 'Set', come: setDesk, help: 'Set' },
  pressed(setDesk, 'Add songs'),
  pressed(setDesk, 'Share'),
  over('Earlier versions of a set', setDesk, press('Earlier versions')),
  { name: 'Chart', come: songDesk, help: 'Chart' },
  over('Menu', songDesk, press('Menu')),
  item('Title, tempo, singer, rights'),
  item('Roadmap'),
  item('Earlier versions'),
  item('View'),
  item('Show the piano'),
  over('Text', songDesk, openText),
  over('How it is played', songDesk, press('How it is played')),
  { name: 'Hands', come: hands, help: 'Hands' },
  over('How the hands play', hands, press('How they play this section')),
  {
    name: 'Music stand',
    come: async (page) => {
      await songDesk(page);
      await page.getByRole('button', { name: 'Stand' }).click();
      await expect(page.getByRole('region', { name: 'Chart', exact: true })).toBeFocused();
    },
    help: 'Music stand',
  },
  {
    name: 'Paper',
    come: async (page) => {
      await songDesk(page);
      await fromMenu(page, 'Print');
      await expect(page.getByText(/^One page|pages$/)).toBeVisible();
    },
    help: 'Paper',
  },
  { name: 'Link', come: link, help: 'Charts by a link' },
  over('More of a link', link, (page) => page.getByText('More', { exact: true }).click()),
  { name: 'Import', come: at('/songs/import'), help: 'Import a song' },
  { name: 'What was sung', come: at('/sung'), help: 'What was sung' },
  { name: 'Trash', come: at('/trash'), help: 'Trash' },
  { name: 'Drafts', come: at('/drafts'), help: 'Drafts' },
  { name: 'Settings', come: at('/settings'), help: 'Settings' },
];

/**
 * Where something to press is smaller than 24 by 24 CSS pixels and nearer to another one than that (WCAG 2.2, 2.5.8:
 * target size, minimum, with its exception for spacing). Links within sentences and the keys of a drawn piano are left
 * out: the first are excepted there, the others are as near to each other as on a piano.
 */
async function smallTargets(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const targets = [
      ...document.querySelectorAll<HTMLElement>(
        'button, a[href], input, select, textarea, summary, [role="menuitem"], [role="option"], [role="switch"]',
      ),
    ].filter((target) => {
      const { left, top, width, height } = target.getBoundingClientRect();
      const found = document.elementFromPoint(left + width / 2, top + height / 2);
      const isInText = getComputedStyle(target).display === 'inline' && target.closest('p');
      return (
        found && (target.contains(found) || target.closest('label')?.contains(found)) && !isInText
      );
    });
    const boxOf = (target: HTMLElement) => {
      // What is chosen by its words is as large as its words.
      const place = target.matches('input') ? (target.closest('label') ?? target) : target;
      return place.getBoundingClientRect();
    };
    const boxes = targets.map((target) => ({ target, box: boxOf(target) }));
    const small = boxes.filter(({ box }) => box.width > 2 && (box.width < 24 || box.height < 24));
    return small
      .filter(({ box, target }) => {
        const x = box.left + box.width / 2;
        const y = box.top + box.height / 2;
        return boxes.some(({ target: other, box: its }) => {
          if (other === target || other.contains(target) || target.contains(other)) return false;
          const dx = Math.max(its.left - x, 0, x - its.right);
          const dy = Math.max(its.top - y, 0, y - its.bottom);
          return Math.hypot(dx, dy) < 12;
        });
      })
      .map(({ target, box }) => `${target.outerHTML.slice(0, 90)} ${box.width} x ${box.height}`);
  });
}

/** How far the page is wider than its window, in CSS pixels. */
const beyond = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** What a reader may ask for without losing anything (WCAG 2.2, 1.4.12: text spacing). */
const spacing = `* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; }
  p { margin-bottom: 2em !important; }`;

/** Texts of which a part is cut off by what holds them; those of a chart are fitted to its bars by their measures. */
const cutOff = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('body *')]
      .filter((element) => {
        const own = [...element.childNodes].some(
          (child) => child.nodeType === Node.TEXT_NODE && child.textContent?.trim(),
        );
        const { left, top, width, height } = element.getBoundingClientRect();
        if (!own || width < 4 || height < 4) return false;
        // A song's title ends in dots where it is long; the window of its facts has all of it.
        if (element.closest('[aria-label="Chart"], h1, svg, .cm-editor, option, select'))
          return false;
        const style = getComputedStyle(element);
        if (style.visibility === 'hidden' || style.clipPath !== 'none') return false;
        const hides = /hidden|clip/;
        return (
          (hides.test(style.overflowX) && element.scrollWidth > element.clientWidth + 1) ||
          (hides.test(style.overflowY) && element.scrollHeight > element.clientHeight + 2) ||
          // A button's words run out of it.
          (element.closest('button') !== null &&
            (left + element.scrollWidth >
              element.closest('button')!.getBoundingClientRect().right + 2 ||
              top + element.scrollHeight >
                element.closest('button')!.getBoundingClientRect().bottom + 2))
        );
      })
      .map((element) => `${element.tagName} ${element.textContent?.slice(0, 60)}`),
  );

/** What is to be pressed and stands partly beyond the window, where no part of the page scrolls to it. */
const pressedBeyond = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, a[href], label, select, input')]
      .filter((target) => {
        const { left, right, width, height } = target.getBoundingClientRect();
        // For those who listen only.
        if (target.closest('[style*="clip"]')) return false;
        if (width < 4 || height < 4 || (left >= 0 && right <= innerWidth + 1)) return false;
        for (let at = target.parentElement; at; at = at.parentElement)
          if (/auto|scroll/.test(getComputedStyle(at).overflowX)) {
            const scrolls = at.scrollWidth > at.clientWidth && at.dataset['pad'] === undefined;
            if (scrolls) return false;
          }
        return true;
      })
      .map((target) => target.outerHTML.slice(0, 90)),
  );

for (const { name, come, help } of states) {
  test(`${name}: nothing for axe, in light and dark; targets, help, small windows`, async ({
    page,
  }) => {
    await come(page);
    await expectAccessible(page);
    expect(await smallTargets(page)).toEqual([]);
    await page.emulateMedia({ colorScheme: 'dark' });
    // Buttons go over to their other colours.
    await page.waitForTimeout(200);
    await expectAccessible(page);
    if (help !== null) {
      await page.keyboard.press('?');
      const window = page.getByRole('dialog', { name: `Help: ${help}` });
      await expect(window.getByRole('listitem').nth(5)).toBeVisible();
      await page.keyboard.press('Escape');
      await expect(window).toBeHidden();
    }
    const before = await cutOff(page);
    const style = await page.addStyleTag({ content: spacing });
    const after = await cutOff(page);
    expect(after.filter((one) => !before.includes(one))).toEqual([]);
    await style.evaluate((element) => (element as Element).remove());
    await page.setViewportSize({ width: 320, height: 256 });
    await page.waitForTimeout(300);
    expect(await beyond(page)).toBeLessThanOrEqual(0);
    expect(await pressedBeyond(page)).toEqual([]);
  });
}
