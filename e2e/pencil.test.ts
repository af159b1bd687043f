import { expect, test } from '@playwright/test';
import { expectAccessible, songNamed } from './pages.ts';

const title = 'Ash on the Sill';
const text = `title: ${title}
key: G
rights: Free to sing.

Verse:
| 1 | 5 | 6m | 4 |
> Ash on the | sill and | smoke in the | rain

Chorus:
| 4maj7 | % | 1 | 57 |
> Burn | | low |
`;

test('a player pencils into a chart by a link; it stays on its bars through edits of others, at the stand and on stage too, and is never lost', async ({
  page,
  browser,
}) => {
  const { request } = page;
  expect((await request.post('/api/songs', { data: { text } })).status()).toBe(201);
  const songId = await songNamed(page, title);
  const set = crypto.randomUUID();
  const item = { id: crypto.randomUUID(), songId, key: null, notes: '' };
  const draft = { id: set, name: 'Sill evening', date: null, leader: '', notes: '' };
  await request.post('/api/sets', { data: { ...draft, items: [item] } });
  const made = await request.post('/api/shares', { data: { kind: 'set', id: set, role: 'bass' } });
  const { token } = (await made.json()) as { token: string };
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: { cookies: [], origins: [] },
  });
  const reader = await context.newPage();
  await reader.goto(`/s/${token}`);
  const pencil = reader.getByRole('region', { name: 'Pencil' });
  const bar = (section: string, place: number) =>
    reader.getByRole('region', { name: section }).getByRole('listitem').nth(place);

  await test.step('chosen by a finger and by keys, written, highlighted, left out, undone', async () => {
    await reader.getByRole('button', { name: 'Pencil' }).click();
    await bar('Verse', 2).click();
    await expect(pencil.getByText('Verse, bar 3')).toBeVisible();
    await pencil.getByRole('textbox', { name: 'Words at this bar' }).fill('watch Tavia');
    await pencil.getByRole('textbox').press('Enter');
    await expect(bar('Verse', 2)).toContainText('watch Tavia');
    await pencil.getByRole('button', { name: 'Bar after' }).press('Enter');
    await pencil.getByRole('button', { name: 'Highlight' }).press('Enter');
    await expect(bar('Verse', 3)).toContainText('highlighted:');
    await bar('Chorus', 1).click();
    await expect(pencil.getByText('Chorus, bar 2')).toBeVisible();
    await pencil.getByRole('button', { name: 'Not I' }).click();
    await expect(bar('Chorus', 1)).toContainText('not I');
    await pencil.getByRole('button', { name: 'Undo' }).click();
    await expect(bar('Chorus', 1)).not.toContainText('not I');
    await pencil.getByRole('button', { name: 'Not I' }).click();
    await expectAccessible(reader);
  });

  await test.step('two pages of one browser write over nothing of each other', async () => {
    const twin = await context.newPage();
    await twin.goto(`/s/${token}`);
    await twin.getByRole('button', { name: 'Pencil' }).click();
    const first = (page: typeof twin) =>
      page.getByRole('region', { name: 'Verse' }).getByRole('listitem').nth(0);
    await first(twin).click();
    await twin.getByRole('button', { name: 'Not I' }).click();
    await expect(first(reader)).toContainText('not I');
    await bar('Verse', 1).click();
    await pencil.getByRole('button', { name: 'Highlight' }).click();
    for (const page of [reader, twin]) {
      await expect(first(page)).toContainText('not I');
      await expect(page.getByText('highlighted:')).toHaveCount(2);
      await expect(page.getByText('watch Tavia').first()).toBeVisible();
    }
    await twin.close();
  });

  /** The song as somebody of the team writes it, somewhere else. */
  const save = async (other: string) => {
    const { revision } = (await (await request.get(`/api/songs/${songId}`)).json()) as {
      revision: number;
    };
    const saved = await request.put(`/api/songs/${songId}`, {
      data: { text: other },
      headers: { 'If-Match': `"${revision}"` },
    });
    expect(saved.status()).toBe(200);
    await reader.reload();
  };

  await test.step('through an edit of other bars and a section before it', async () => {
    const intro = text.replace('Verse:', 'Intro:\n| 1 | 4 |\n\nVerse:');
    await save(intro.replace('| 1 | 5 | 6m |', '| 1/3 | 5sus4 5 | 6m |'));
    await expect(bar('Verse', 2)).toContainText('watch Tavia');
    await expect(bar('Verse', 3)).toContainText('highlighted:');
    await expect(bar('Chorus', 1)).toContainText('not I');
  });

  await test.step('at the music stand it has its room', async () => {
    await reader.goto(`/s/${token}/stand?at=1`);
    const music = reader.getByRole('region', { name: 'Chart' });
    await expect(music).toBeVisible();
    await music.focus();
    await reader.keyboard.press('PageDown');
    const there = music.getByText('watch Tavia');
    await expect(there).toBeInViewport({ ratio: 1 });
    await expect(music.getByText('highlighted:')).toHaveCount(2);
    await expectAccessible(reader);
    await reader.goto(`/s/${token}`);
  });

  await test.step('a singer has it at the line, whoever leads the song on stage too', async () => {
    await reader.getByRole('combobox', { name: 'I play' }).selectOption({ label: 'Singer' });
    await expect(reader.getByRole('list', { name: 'Words' })).toContainText('watch Tavia');
    const screen = crypto.randomUUID();
    const stage = `/api/sets/${set}/stage`;
    await request.post(stage, { data: { screen } });
    const goTo = (section: string) => {
      const cue = { kind: 'to', item: item.id, part: { section, pass: 1, place: 1 } };
      const data = { screen, id: crypto.randomUUID(), cue };
      return request.post(`${stage}/cues`, { data });
    };
    await goTo('Verse');
    await reader.goto(`/s/${token}/stage`);
    await expect(reader.getByRole('region', { name: 'Now: Verse' })).toContainText('watch Tavia');

    // The words on a wall go on with the band.
    await reader.goto(`/s/${token}`);
    await reader.getByRole('combobox', { name: 'I play' }).selectOption({ label: 'Projector' });
    await reader.goto(`/s/${token}/stage`);
    await reader.getByRole('button', { name: 'On the wall' }).click();
    const wall = reader.getByRole('region', { name: 'Words on the wall' });
    await expect(wall).toContainText('Ash on the sill and smoke in the rain');
    await expect(wall).toContainText('Free to sing.');
    await goTo('Chorus');
    await expect(wall).toContainText('Burn low');
    await expect(wall).not.toContainText('smoke');
    await reader.keyboard.press('b');
    await expect(wall).not.toContainText('Burn');
    await reader.keyboard.press('b');
    await expect(wall).toContainText('Burn low');
    await expectAccessible(reader);
    await reader.keyboard.press('Escape');
    await expect(reader.getByRole('region', { name: 'Now: Chorus' })).toContainText('Burn');
    await request.post(`${stage}/end`, { data: { screen, played: [] } });
  });

  await test.step('words of a bar that is gone are told, until they are put away', async () => {
    await reader.goto(`/s/${token}`);
    await reader.getByRole('combobox', { name: 'I play' }).selectOption({ label: 'Bass' });
    await save(
      text.replace('| 1 | 5 | 6m | 4 |', '| 1 | 5 |').replace('| smoke in the | rain', ''),
    );
    await expect(reader.getByText('Pencilled at bars that are gone: watch Tavia')).toBeVisible();
  });
  await context.close();
});
