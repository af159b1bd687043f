import { expect, test, type Page } from '@playwright/test';
import {
  beyond,
  cutOff,
  pressedBeyond,
  smallTargets,
  spacing,
  unseenFocus,
  weakLines,
} from './measures.ts';
import {
  expectAccessible,
  fromMenu,
  fromRow,
  openSet,
  openSong,
  openText,
  resize,
  section,
} from './pages.ts';

type Does = (page: Page) => Promise<unknown>;

/** Windows and menus are waited for; the rest opens in the page. */
type Opened = readonly [name: string, open: Does, where?: 'in the page'];

/** A screen, what it is called in the help, and what can be open on it. */
interface Screen {
  readonly name: string;
  readonly help: string;
  readonly come: Does;
  /** Opened one after the other; each is closed by Escape, or by coming anew. */
  readonly over?: readonly Opened[];
}

const at =
  (path: string): Does =>
  async (page) => {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  };

const song = 'Lanterns on the Quay';
const set = 'First Sunday in Advent';
const songDesk: Does = (page) => openSong(page, song);
const press = (name: string) =>
  [name, (page: Page) => page.getByRole('button', { name }).first().click()] as const;
const check = (name: string) =>
  [
    name,
    (page: Page) => page.getByRole('radio', { name, exact: true }).check({ force: true }),
  ] as const;
const item = (name: string) => [name, (page: Page) => fromMenu(page, name)] as const;
const text = (name: string) =>
  [name, (page: Page) => page.getByText(name, { exact: true }).click()] as const;
const inPage = ([name, open]: Opened): Opened => [name, open, 'in the page'];
const row = (name: string) => [name, (page: Page) => fromRow(page, song, name)] as const;

async function hands(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('link', { name: 'Hands' }).click();
  await section(page, 'Verse 1').getByRole('listitem').nth(2).click();
  await expect(page.getByRole('button', { name: 'Pin', exact: true })).toBeEnabled();
}

async function moves(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('link', { name: 'Moves' }).click();
  await expect(page.getByRole('button', { name: /^Take it/ })).toBeVisible();
  await expect(page.getByText(/^The fingers of both hands go/)).toBeVisible();
}

async function fills(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('link', { name: 'Fills' }).click();
  await expect(page.getByRole('button', { name: /^Place it this time/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /on a staff$/ }).locator('svg')).toBeVisible();
}

async function practice(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
}

/** The first drill of the day. */
async function drills(page: Page): Promise<void> {
  await at('/practice/drills')(page);
  await expect(page.getByRole('heading', { level: 1, name: /^Drill 1 of/ })).toBeVisible();
}

/** A link to practise the song by. */
async function learner(page: Page): Promise<void> {
  await page.goto('/songs');
  const { songs } = (await (await page.request.get('/api/songs')).json()) as {
    songs: { id: string; summary: { title: string } }[];
  };
  const { id } = songs.find(({ summary }) => summary.title === song)!;
  const preset = { chords: 'plain', hands: 'right', tempo: 60 };
  const opened = await page.request.post('/api/shares', {
    data: { kind: 'song', id, who: 'Mila', learner: preset },
  });
  const { token } = (await opened.json()) as { token: string };
  await at(`/s/${token}`)(page);
  await expect(page.getByRole('heading', { name: 'The shapes of this song' })).toBeVisible();
}

/** A song with a proposal beside it. */
async function arranged(page: Page): Promise<void> {
  await songDesk(page);
  await fromMenu(page, 'Arrange the whole song');
  await page.getByRole('button', { name: 'Arrange the song' }).click();
  await expect(page.getByRole('button', { name: /^Take all/ })).toBeVisible();
}

async function stand(page: Page): Promise<void> {
  await songDesk(page);
  await page.getByRole('button', { name: 'Stand' }).click();
  await expect(page.getByRole('region', { name: 'Chart', exact: true })).toBeFocused();
}

async function paper(page: Page): Promise<void> {
  await songDesk(page);
  await fromMenu(page, 'Print');
  await expect(page.getByText(/^One page|pages$/)).toBeVisible();
}

async function link(page: Page): Promise<void> {
  await page.goto('/songs');
  const { songs } = (await (await page.request.get('/api/songs')).json()) as {
    songs: { id: string; summary: { title: string } }[];
  };
  const { id } = songs.find(({ summary }) => summary.title === song)!;
  const opened = await page.request.post('/api/shares', { data: { kind: 'song', id } });
  const { token } = (await opened.json()) as { token: string };
  await at(`/s/${token}`)(page);
}

/** A service that is played, led from this page. */
async function lead(page: Page): Promise<void> {
  await page.goto('/songs');
  const { songs } = (await (await page.request.get('/api/songs')).json()) as {
    songs: { id: string; summary: { title: string } }[];
  };
  const songId = songs.find(({ summary }) => summary.title === song)!.id;
  const item = { id: crypto.randomUUID(), songId, key: null, notes: '' };
  const draft = { id: crypto.randomUUID(), name: 'Quay evening', date: null, leader: '' };
  await page.request.post('/api/sets', { data: { ...draft, notes: '', items: [item] } });
  await page.goto(`/sets/${draft.id}/stage`);
  await page.getByRole('button', { name: 'Begin the service' }).click();
  await expect(page.getByRole('region', { name: 'Now: About to begin' })).toBeVisible();
  for (const comes of [/^About to begin: /, /^Now: /]) {
    await page.keyboard.press('Space');
    await expect(page.getByRole('region', { name: comes })).toBeVisible();
  }
}

const screens: readonly Screen[] = [
  {
    name: 'Songs',
    help: 'Songs',
    come: at('/songs'),
    over: [
      ['Menu of a song', (page) => page.getByRole('button', { name: `More for ${song}` }).click()],
      row('Tags'),
      row('Add to a set'),
      inPage(press('Filter')),
      inPage(press('Choose several')),
    ],
  },
  { name: 'Sets', help: 'Sets', come: at('/sets') },
  {
    name: 'Team',
    help: 'Harbour Street Parish, Venna Sound',
    come: at('/team'),
    over: [press('Invite'), press('Name somebody'), press('Leave the team')],
  },
  {
    name: 'What was done',
    help: 'What was done, and by whom',
    come: at('/team/done'),
  },
  {
    name: 'Account',
    help: 'Your account',
    come: at('/account'),
    over: [press('Begin a team'), press('Delete your account')],
  },
  {
    name: 'Set',
    help: 'Set',
    come: (page) => openSet(page, set),
    over: [press('Add songs'), press('Share'), press('Earlier versions')],
  },
  {
    name: 'Chart',
    help: 'Chart',
    come: songDesk,
    over: [
      press('Menu'),
      item('Title, tempo, singer, rights'),
      item('Roadmap'),
      item('Recordings and papers'),
      item('Earlier versions'),
      item('View'),
      press('How it is played'),
    ],
  },
  {
    name: 'Chart, all that stands beside it',
    help: 'Chart',
    come: songDesk,
    over: [
      ['Text', openText, 'in the page'],
      inPage(text('How a chart is typed')),
      inPage(item('Show the piano')),
    ],
  },
  {
    name: 'Hands',
    help: 'Hands',
    come: hands,
    over: [
      inPage(text('One note moves')),
      inPage(check('The song')),
      inPage(check('This section')),
      press('How they play this section'),
    ],
  },
  {
    name: 'Moves',
    help: 'Moves',
    come: moves,
    over: [
      inPage(check('Around')),
      inPage(check('Lifts')),
      inPage(check('Our own')),
      [
        'Make a move',
        async (page) => {
          await page.getByRole('radio', { name: 'Our own', exact: true }).check({ force: true });
          await page.getByRole('button', { name: 'Make a move' }).click();
        },
      ],
    ],
  },
  {
    name: 'Fills',
    help: 'Fills',
    come: fills,
    over: [
      inPage(['Which runs', (page) => page.getByText(/^\d+ runs fit$/).click()]),
      inPage(check('The whole song')),
      press('Make one of our own'),
      inPage(check('Our own')),
    ],
  },
  {
    name: 'Practice',
    help: 'Practice',
    come: practice,
    over: [
      inPage(check('In time')),
      inPage(check('From memory')),
      [
        'Are the keys late?',
        async (page) => {
          await page.getByText('In time', { exact: true }).click();
          await page.getByRole('button', { name: 'Are the keys late?' }).click();
        },
      ],
    ],
  },
  {
    name: 'Arrange',
    help: 'Arrange',
    come: arranged,
    over: [inPage(text('What it is made of'))],
  },
  {
    name: 'What is left of a song',
    help: 'Moves',
    come: async (page) => {
      await moves(page);
      const steps = page.getByRole('region', { name: 'What is left to do' });
      if (!(await steps.isVisible())) await fromMenu(page, 'What is left to do');
      await expect(steps.getByRole('status')).toContainText('Moves: ');
    },
  },
  {
    name: 'What is left for a service',
    help: 'What is left to do',
    come: async (page) => {
      await openSet(page, set);
      await page.getByRole('button', { name: 'What is left to do' }).click();
      await expect(page.getByRole('table')).toBeVisible();
    },
    over: [press('Share')],
  },
  { name: 'What there is to practise', help: 'Practice', come: at('/practice') },
  { name: 'Drills', help: 'Drills', come: drills },
  { name: 'Programme', help: 'Programme', come: at('/practice/programme') },
  { name: 'Learner', help: song, come: learner, over: [inPage(check('In time'))] },
  { name: 'Stand', help: 'Music stand', come: stand, over: [press('How it is shown')] },
  { name: 'Paper', help: 'Paper', come: paper },
  {
    name: 'Link',
    help: 'Charts to read',
    come: link,
    over: [inPage(text('More'))],
  },
  { name: 'On stage', help: 'Leading on stage', come: lead, over: [press('End the service')] },
  {
    name: 'Import',
    help: 'Import a song',
    come: at('/songs/import'),
    over: [
      [
        'What was understood of a text',
        async (page) => {
          await page.getByLabel('Or paste a text').fill('Tide\n\nVerse\nG D Em C\nLow the water\n');
          await expect(page.getByText('Lines 4 to 5')).toBeVisible();
        },
        'in the page',
      ],
    ],
  },
  { name: 'What was sung', help: 'What was sung', come: at('/sung') },
  { name: 'Trash', help: 'Trash', come: at('/trash') },
  { name: 'Drafts', help: 'Drafts', come: at('/drafts') },
  { name: 'Settings', help: 'Settings', come: at('/settings') },
];

/** Nothing for axe in light and dark, targets large enough, nothing lost by spacing or in a window of 320 by 256. */
async function expectForEverybody(page: Page): Promise<void> {
  await expectAccessible(page);
  expect(await smallTargets(page)).toEqual([]);
  expect(await weakLines(page)).toEqual([]);
  // Without motion nothing is on its way from one colour to another.
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  await expectAccessible(page, 'colours');
  expect(await weakLines(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: null });
  const before = await cutOff(page);
  const style = await page.addStyleTag({ content: spacing });
  const after = await cutOff(page);
  expect(after.filter((one) => !before.includes(one))).toEqual([]);
  await style.evaluate((element) => (element as Element).remove());
  // A phone: words that are pressed or chosen are there whole.
  await resize(page, 390, 844);
  await page.waitForTimeout(150);
  expect((await cutOff(page)).filter((one) => !before.includes(one))).toEqual([]);
  await resize(page, 320, 256);
  await page.waitForTimeout(150);
  expect(await beyond(page)).toEqual([]);
  expect(await pressedBeyond(page)).toEqual([]);
  await resize(page, 1280, 800);
}

/** What opens on a screen takes turns: each day every fourth one is opened and looked at, in the deep test all. */
const isDeep = process.env['DEEP'] === '1';

for (const [turn, { name, help, come, over = [] }] of screens.entries())
  test(`${name}: for everybody, with its help and what opens on it`, async ({ page }) => {
    await come(page);
    await expectForEverybody(page);
    await page.keyboard.press('?');
    const window = page.getByRole('dialog', { name: `Help: ${help}` });
    await expect(window.getByRole('listitem').nth(5)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(window).toBeHidden();
    expect(await unseenFocus(page)).toEqual([]);
    const opened = page.getByRole('dialog').or(page.getByRole('menu')).first();
    const looked = over.filter((_, place) => isDeep || place % 4 === turn % 4);
    for (const [what, open, where] of looked)
      await test.step(what, async () => {
        await open(page);
        // A window's code comes when it is first asked for: until then there is nothing to look at, or to close.
        if (!where) await expect(opened).toBeVisible();
        await page.waitForTimeout(150);
        await expectForEverybody(page);
        await page.keyboard.press('Escape');
        if (await opened.isVisible()) await come(page);
      });
  });
