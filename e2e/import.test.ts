import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import {
  bars,
  editor,
  expectAccessible,
  fromMenu,
  openSong,
  openText,
  section,
  writeSong,
} from './pages.ts';

const review = (page: Page) => page.getByRole('region', { name: 'What was understood' });

type Brought = readonly [name: string, content: string | Uint8Array];

async function bringAll(page: Page, files: readonly Brought[]): Promise<void> {
  await page.goto('/songs/import');
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose files' }).click();
  await (
    await choosing
  ).setFiles(
    files.map(([name, content]) => ({
      name,
      mimeType: 'application/octet-stream',
      buffer: typeof content === 'string' ? Buffer.from(content) : Buffer.from(content),
    })),
  );
}

const bring = (page: Page, ...file: Brought) => bringAll(page, [file]);

test('a text is pasted, its key recognised and changed, and only then kept', async ({ page }) => {
  await page.goto('/songs');
  await page.getByRole('button', { name: 'Import a song' }).click();
  await page
    .getByLabel('Or paste a text')
    .fill(
      'Low Tide Song\nCapo 2\n\nVerse\nG      D/F#   Em7   C\nLow the water, slow the tide\nG  D  C  G\n',
    );
  await expect(review(page)).toContainText('Low Tide Song');
  await expect(review(page)).toContainText('The key is not said; by its chords it is A.');
  await expect(review(page)).toContainText(
    'Capo 2: the chords are the shapes of G; they sound in A.',
  );
  await expect(review(page).getByRole('radio', { name: /^A \d+ %/ })).toBeChecked();
  expect(await bars(page, 'Verse')).toContain('5 /7 E/G♯ water,');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Half step up' }).click();
  await expect(review(page).getByRole('radio', { name: /^A \d+ %/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page).toHaveURL(/\/songs\/[0-9a-f-]{36}$/);
  await openText(page);
  await expect(editor(page)).toContainText('title: Low Tide Song');
});

test('an untidy sheet with slashes, labels beside chords and words is pasted, reviewed, kept, repaired and played', async ({
  page,
}) => {
  await page.goto('/songs/import');
  await page.getByLabel('Or paste a text').fill(`Cold Harbour Light
Key of E  Capo 2  72 bpm

Intro: E A2 C#m7 Bsus B (x2)

VERSE 1
E / A /   B / / /
Low the water, slow the tide
E   A   Bsus3x   C#m
Every lamp is lit again

||: A | B4 B :||

TAG: E A/E E
`);
  await expect(review(page)).toContainText('Capo 2: the chords are written as they sound, in E');
  await expect(section(page, 'Intro')).toBeVisible();
  expect(await bars(page, 'TAG')).toEqual(['1 E', '4 /1 A/E', '1 E']);
  await expectAccessible(page);
  // Each line stands beside what it was read from; one of them is read otherwise, all of them, and one is played.
  const lineOf = (typed: string) => review(page).locator('pre', { hasText: typed }).locator('..');
  await expect(lineOf('Every lamp is lit again')).toContainText('Lines 9 to 10');
  const ofAll = page.getByLabel('Chords where no bar lines stand', { exact: true });
  await lineOf('Every lamp').getByRole('combobox').selectOption('2 to a bar');
  await expect.poll(() => bars(page, 'VERSE 1')).toHaveLength(8);
  await ofAll.selectOption('4 to a bar');
  await expect.poll(() => bars(page, 'VERSE 1')).toHaveLength(7);
  await ofAll.selectOption('A bar for each');
  await expect.poll(() => bars(page, 'VERSE 1')).toHaveLength(10);
  await review(page).getByRole('button', { name: 'VERSE 1' }).click();
  await page.getByLabel('Name of the section').fill('Verse 1');
  await page.keyboard.press('Enter');
  await expect(section(page, 'Verse 1')).toBeVisible();
  await lineOf('TAG: E A/E E').getByRole('button', { name: 'Play from this line' }).click();
  await expect(section(page, 'TAG').locator('[data-playing=""]')).toBeVisible();
  await lineOf('TAG: E A/E E').getByRole('button', { name: 'Stop playing' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page).toHaveURL(/\/songs\/[0-9a-f-]{36}$/);
  await openText(page);
  // The one chord that could not be read is a problem where it stands.
  await expect(page.getByRole('heading', { name: '1 problem' })).toBeVisible();
  await page.getByRole('button', { name: /^Keep “Bsus3x” as a direction/ }).click();
  await expect(page.getByRole('heading', { name: /problem/ })).toHaveCount(0);
  await expect(editor(page)).toContainText('* Bsus3x');
  await expect(editor(page)).toContainText('1 4 | 5');
  await page.getByRole('button', { name: 'Play from here' }).click();
  await expect(page.locator('[data-playing=""]').first()).toBeVisible();
});

test('a song goes out as MusicXML, MIDI and JSON, and each comes back', async ({ page }) => {
  await openSong(page, 'Every Window Lit');
  const chart = await editor(page).innerText();
  const files = new Map<string, { name: string; content: Buffer }>();
  for (const item of ['Lead sheet, MusicXML', 'MIDI of both hands', 'The whole song, JSON']) {
    await fromMenu(page, 'Download');
    const waiting = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    const file = await waiting;
    files.set(item, { name: file.suggestedFilename(), content: await readFile(await file.path()) });
  }
  const back = async (item: string) => {
    const { name, content } = files.get(item)!;
    await bring(page, name, content);
    await expect(review(page).getByRole('heading', { name: 'Every Window Lit' })).toBeVisible();
  };
  await back('Lead sheet, MusicXML');
  await expect(review(page).getByText('1st ending', { exact: true })).toBeVisible();
  await back('MIDI of both hands');
  await expect(review(page)).toContainText('The chords are named by the notes that sound');
  // Under a name of its own, so that the demo song is there once.
  const { name, content } = files.get('The whole song, JSON')!;
  await bring(page, name, content.toString('utf8').replace('Every Window Lit', 'Brought Back'));
  await expect(review(page).getByRole('heading', { name: 'Brought Back' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page).toHaveURL(/\/songs\/[0-9a-f-]{36}$/);
  await expect
    .poll(() => editor(page).innerText())
    .toBe(chart.replace('Every Window Lit', 'Brought Back'));
});

test('a list of songs becomes songs; a compressed score is unpacked', async ({ page }) => {
  await bring(page, 'list.csv', 'title,key,tempo\nCopper Tide,Bb,72\nGrey Morning,F#,96\n');
  await page.getByRole('button', { name: 'Keep 2 songs' }).click();
  await expect(page.getByRole('link', { name: 'Copper Tide' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Grey Morning' })).toBeVisible();

  const score =
    '<score-partwise><movement-title>Packed</movement-title><part id="P1"><measure><attributes><divisions>1</divisions></attributes><harmony><root><root-step>C</root-step></root><kind>major</kind></harmony><note><rest/><duration>4</duration></note></measure></part></score-partwise>';
  await bring(page, 'packed.mxl', zipSync({ 'score.xml': new TextEncoder().encode(score) }));
  await expect(review(page).getByRole('heading', { name: 'Packed' })).toBeVisible();
  expect(await bars(page, 'Song')).toEqual(['1 C']);
});

test('files of a folder become songs, one that is there a new version of it; the same once more is left out', async ({
  page,
}) => {
  await writeSong(page, 'title: Wharf Lamp\nkey: D\n\nVerse:\n  1 | 4 | 5 | 1');
  const files: readonly Brought[] = [
    ['lamp.txt', 'Wharf Lamp\n\nVerse\nG  C  D7  G\nLow the lamp is burning\n'],
    ['ropes.txt', 'Ropes and Rain\nKey: A\n\nVerse\n| A | D | E | A |\n'],
    ['broken.mid', 'MThd'],
  ];
  await bringAll(page, files);
  const row = (name: string) => review(page).getByRole('listitem').filter({ hasText: name });
  await expect(review(page).getByRole('heading', { name: '3 files' })).toBeVisible();
  await expect(row('broken.mid')).toContainText('cut off');
  await expect(row('lamp.txt')).toContainText('The library has another song of this title.');
  await expectAccessible(page);

  await review(page).getByRole('button', { name: 'Wharf Lamp' }).click();
  await expect(review(page)).toContainText('There is a “Wharf Lamp” in the library');
  await expect(review(page).locator('pre')).toHaveText(/^G {2}C {2}D7 {2}G\s+Low the lamp/);
  await review(page)
    .getByLabel('What becomes of it')
    .selectOption('A new version of it (the old one stays in its history)');
  await page.getByRole('button', { name: 'All 3 files' }).click();
  await page.getByRole('button', { name: 'Keep 2 songs' }).click();
  await expect(page).toHaveURL(/\/songs$/);
  await openSong(page, 'Wharf Lamp');
  await expect(editor(page)).toContainText('1 | 4 | 57 | 1');
  await fromMenu(page, 'Earlier versions');
  const versions = page.getByRole('dialog', { name: 'Earlier versions' });
  await expect(versions.getByRole('option')).toHaveCount(2);

  await bringAll(page, files.slice(0, 2));
  await expect(row('lamp.txt')).toContainText('In the library already, exactly so.');
  await expect(row('ropes.txt')).toContainText('In the library already, exactly so.');
  await expect(page.getByRole('button', { name: 'Keep 0 songs' })).toBeDisabled();
});

test('broken, hostile and huge files get a sentence, and the page stays up', async ({ page }) => {
  const bomb = zipSync({ 'score.xml': new Uint8Array(30_000_000) });
  const cases: readonly (readonly [string, string | Uint8Array, string])[] = [
    ['huge.musicxml', new Uint8Array(6_000_000).fill(32), 'up to 5 MB; this has 6.0 MB'],
    ['bomb.mxl', bomb, 'larger than a score can be'],
    ['cut.mxl', bomb.slice(0, 200), 'cut off or broken'],
    [
      'entities.xml',
      '<!DOCTYPE a [<!ENTITY b "&c;&c;"><!ENTITY c "lol">]><a>&b;</a>',
      'entities of its own',
    ],
    ['cut.mid', Uint8Array.from([77, 84, 104, 100, 0, 0]), 'cut off'],
    ['picture.png', Uint8Array.from([137, 80, 78, 71, 0, 0]), 'neither text nor a format'],
    ['broken.json', '{"format": ', 'no JSON'],
    ['words.txt', 'only words', 'no chords in this text'],
  ];
  for (const [name, content, why] of cases) {
    await bring(page, name, content);
    await expect(review(page).getByRole('alert')).toContainText(why);
    await expect(page.getByRole('button', { name: 'Keep it' })).toHaveCount(0);
  }
  expect(await section(page, 'Verse').count()).toBe(0);
});

test('a program that only draws scores draws ours: the lead sheet with its chords, the piano part on two staves', async ({
  page,
}) => {
  await openSong(page, 'Lanterns on the Quay');
  const drawer = await page.context().newPage();
  const library = new URL(
    import.meta.resolve('opensheetmusicdisplay/build/opensheetmusicdisplay.min.js'),
  );
  await drawer.setContent('<div id="score" style="width: 1000px"></div>');
  await drawer.addScriptTag({ path: library.pathname });
  const draw = async (item: string) => {
    await fromMenu(page, 'Download');
    const waiting = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    const score = await readFile(await (await waiting).path(), 'utf8');
    return drawer.evaluate(async (xml) => {
      type Display = { load: (xml: string) => Promise<unknown>; render: () => void };
      const { opensheetmusicdisplay } = window as unknown as {
        opensheetmusicdisplay: {
          OpenSheetMusicDisplay: new (id: string, options: object) => Display;
        };
      };
      document.querySelector('#score')!.replaceChildren();
      const display = new opensheetmusicdisplay.OpenSheetMusicDisplay('score', { backend: 'svg' });
      await display.load(xml);
      display.render();
      const texts = [...document.querySelectorAll('#score text')].map(
        (one) => one.textContent ?? '',
      );
      return { text: texts.join('\n'), notes: document.querySelectorAll('.vf-notehead').length };
    }, score);
  };
  const lead = await draw('Lead sheet, MusicXML');
  for (const text of ['Lanterns on the Quay', 'Verse 1', 'Cm7', 'Lanterns on the'])
    expect(lead.text).toContain(text);
  // With a tune the lead sheet has its notes, and the syllables under them.
  await openSong(page, 'The Ferry Bell');
  const tune = await draw('Lead sheet, MusicXML');
  expect(tune.text).toContain('ring');
  expect(tune.text).toContain('Em7');
  expect(tune.notes).toBeGreaterThan(50);
  // Three hundred notes take their time to draw.
  if (process.env['DEEP'] !== '1') return;
  const patterned = await draw('Piano part, MusicXML');
  expect(patterned.text).toContain('Em7');
  expect(patterned.notes).toBeGreaterThan(300);
});
