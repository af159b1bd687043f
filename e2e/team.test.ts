import { expect, test, type Browser, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { bars, editor, expectAccessible, fromMenu, openText, section, writeSong } from './pages.ts';
import { signInAs } from './signIn.ts';

/** A browser of somebody's own, in which nobody is signed in. */
async function browserOf(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  page.setDefaultTimeout(12_000);
  return page;
}

const password = 'two oars and a lantern hook';

async function signIn(page: Page, email: string, said = password): Promise<void> {
  await page.getByLabel('E-mail address').fill(email);
  await page.getByLabel('Password', { exact: true }).fill(said);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
}

/** Opens the link of the latest mail to an address, as the simulated mailbox shows it. */
async function openMail(page: Page, email: string): Promise<void> {
  await page.goto('/mailbox');
  const mail = page.getByRole('article').filter({ hasText: email }).first();
  await mail.getByRole('link').click();
}

test('three people: invited, signed in, each sees what the others write; versions, a link, what changed since, signed out everywhere', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  // A session of its own: other journeys have the demo's team open.
  const page = await browserOf(browser);
  await signInAs(page.request);
  // The owner begins a team of their own: nobody else's songs are in it.
  await page.goto('/account');
  await page.getByRole('button', { name: 'Begin a team' }).click();
  await page.getByLabel('Name of the team').fill('Saltmarsh Chapel');
  await page.getByRole('button', { name: 'Begin the team' }).click();
  await expect(page.getByText('No songs yet')).toBeVisible();
  await writeSong(
    page,
    'title: Reed and Rudder\nkey: G\n\nVerse:\n  1 | 4 | 5 | 1\n\nChorus:\n  4 | 5\n',
  );
  const song = new URL(page.url()).pathname;

  const invite = async (as: 'Leader' | 'Player', name: string) => {
    await page.goto('/team');
    await page.getByRole('button', { name: 'Invite', exact: true }).click();
    await page.getByLabel('Whom it is for').fill(name);
    await page.getByText(as, { exact: true }).last().click();
    await page.getByRole('button', { name: 'Make the link' }).click();
    return page.locator('[data-link]').innerText();
  };

  // One is new, and makes an account by mail.
  const juna = await browserOf(browser);
  await juna.goto(await invite('Leader', 'Juna'));
  await expect(juna.getByRole('heading', { name: 'Saltmarsh Chapel' })).toBeVisible();
  await juna.getByLabel('Your name').fill('Juna Vey');
  await juna.getByLabel('E-mail address').fill('Juna.Vey@Example.org ');
  await juna.getByLabel('Password', { exact: true }).fill('short');
  await juna.getByRole('button', { name: 'Make an account' }).click();
  await expect(juna.getByRole('alert')).toContainText('15 signs at least; this has 5');
  await juna.getByLabel('Password', { exact: true }).fill(password);
  await juna.getByRole('button', { name: 'Make an account' }).click();
  await expect(juna.getByText('A mail is on its way')).toBeVisible();
  await openMail(juna, 'juna.vey@example.org');
  await juna.getByRole('button', { name: 'Yes, it is me' }).click();
  await expect(juna.getByRole('link', { name: 'Reed and Rudder' })).toBeVisible();

  // The other has an account, and is asked for it.
  const link = await invite('Player', 'Wim');
  const wim = await browserOf(browser);
  await wim.goto(link);
  await wim.getByText('I have an account', { exact: true }).click();
  await signIn(wim, 'wim@harbour.example', 'four lanterns, one quay');
  await wim.getByRole('button', { name: 'Join as Wim Aldane' }).click();
  await expect(wim.getByRole('link', { name: 'Reed and Rudder' })).toBeVisible();
  // Taken once.
  await juna.goto(link);
  await expect(juna.getByText('This invitation opens nothing')).toBeVisible();

  // Three screens at one song: who is there, and what each writes, is seen at the others.
  for (const one of [page, juna, wim]) {
    await one.goto(song);
    await openText(one);
    await expect(section(one, 'Verse')).toBeVisible();
  }
  await expect(page.getByText('Also here: Juna Vey, Wim Aldane')).toBeAttached();
  await expect(wim.getByText('Also here: Juna Vey, Odile Farrow')).toBeAttached();
  const write = async (one: Page, line: string, text: string) => {
    await editor(one).getByText(line, { exact: true }).first().click();
    await one.keyboard.press('End');
    await one.keyboard.type(text);
  };
  await write(juna, 'Chorus:', ' ');
  await juna.keyboard.press('ArrowDown');
  await juna.keyboard.press('End');
  await juna.keyboard.type(' | 1');
  await expect(juna.getByText('Saved', { exact: true })).toBeVisible();
  await expect.poll(async () => (await bars(page, 'Chorus')).length).toBe(3);
  await expect.poll(async () => (await bars(wim, 'Chorus')).length).toBe(3);
  // Two at once in different lines: both are in it, and nobody is asked.
  await write(page, 'key: G', '');
  await page.keyboard.press('Enter');
  await page.keyboard.type('tempo: 84');
  await editor(juna).getByText('Verse:', { exact: true }).click();
  await juna.keyboard.press('ArrowDown');
  await juna.keyboard.press('End');
  await juna.keyboard.type(' | 6m');
  for (const one of [page, juna, wim]) {
    await expect.poll(async () => (await bars(one, 'Verse')).length).toBe(5);
    await expect(editor(one)).toContainText('tempo: 84');
    await expect(one.getByRole('alertdialog', { name: 'Saved from somewhere else' })).toHaveCount(
      0,
    );
  }
  // Versions say who; one is compared and put back.
  await fromMenu(page, 'Earlier versions');
  const versions = page.getByRole('listbox', { name: 'Versions' });
  await expect(versions.getByRole('option').filter({ hasText: 'Juna Vey' }).first()).toBeVisible();
  await versions.getByRole('option').last().click();
  await page.getByRole('button', { name: 'Put this one back' }).click();
  await expect.poll(async () => (await bars(wim, 'Verse')).length).toBe(4);

  // A link, noted as sent; what changes then is told here and there.
  await page.goto(song);
  await fromMenu(page, 'Share');
  await page.getByRole('button', { name: 'Make a link' }).click();
  const shared = await page.getByText(/\/s\/[\w-]{32}$/).innerText();
  await page.getByLabel('To whom, for what (may be left empty)').fill('for Friday');
  await page.getByRole('button', { name: 'Note as sent now' }).click();
  await expect(page.getByText('nothing changed since')).toBeVisible();
  await page.keyboard.press('Escape');
  const reader = await browserOf(browser);
  await reader.goto(shared);
  await expect(reader.getByText(/^Sent on .*, and the same since$/)).toBeVisible();
  await editor(wim).getByText('Verse:', { exact: true }).click();
  await wim.keyboard.press('ArrowDown');
  await wim.keyboard.press('End');
  await wim.keyboard.type(' | 2m');
  await expect(wim.getByText('Saved', { exact: true })).toBeVisible();
  await reader.reload();
  await expect(reader.getByText(/^Changed since it was sent on/)).toBeVisible();
  await reader.getByText(/^Changed since it was sent on/).click();
  // It is told twice: since it was sent, and since this reader looked.
  const sinceSent = reader.getByRole('group').filter({ hasText: 'Changed since it was sent on' });
  const sinceLooked = reader.getByRole('region', { name: 'Changed since you looked' });
  for (const note of [sinceSent, sinceLooked])
    await expect(note.getByRole('list', { name: 'What differs' })).toContainText(
      'Verse: 1 bar more',
    );
  await fromMenu(page, 'Share');
  await expect(page.getByText(/^changed since: .*Verse/)).toBeVisible();
  await page.getByText(/for Friday/).click();
  await page.getByRole('link', { name: 'As it was sent' }).click();
  await expect(page.getByText(/^As it was sent on/)).toBeVisible();
  expect((await bars(page, 'Verse')).length).toBe(4);

  // Signed out everywhere: what is written meanwhile is kept, and saved after signing in again.
  const phone = await browserOf(browser);
  await phone.goto('/account');
  await signIn(phone, 'juna.vey@example.org');
  await phone.getByRole('button', { name: 'Sign out everywhere else' }).click();
  await expect(phone.getByRole('listitem').filter({ hasText: 'here, now' })).toBeVisible();
  await editor(juna).getByText('Chorus:', { exact: true }).click();
  await juna.keyboard.press('ArrowDown');
  await juna.keyboard.press('End');
  await juna.keyboard.type(' | 6m');
  const again = juna.getByRole('alertdialog', { name: 'You are signed out' });
  await again.getByLabel('Password', { exact: true }).fill(password);
  await again.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(again).toHaveCount(0);
  await expect(juna.getByText('Saved', { exact: true })).toBeVisible({ timeout: 20_000 });
  // What was sent stays as it was; the song has it.
  expect((await bars(page, 'Chorus')).length).toBe(2);
  await page.goto(song);
  await expect.poll(async () => (await bars(page, 'Chorus')).length).toBe(3);

  // Removed with a page that is open: told so, and shown nothing more.
  await page.goto('/team');
  await page.getByRole('button', { name: 'Remove Wim Aldane' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('Wim Aldane is no longer in the team')).toBeVisible();
  await wim.keyboard.type(' | 3m');
  await expect(wim.getByRole('alertdialog', { name: 'Another team is open' })).toBeVisible();
  await wim.getByRole('button', { name: 'Load the page anew' }).click();
  await expect(wim.getByRole('link', { name: 'The Ferry Bell' })).toBeVisible();
  await expect(wim.getByRole('link', { name: 'Reed and Rudder' })).toHaveCount(0);

  // The owner's list of what was done.
  await page.getByRole('link', { name: 'What was done, and by whom' }).click();
  const done = page.getByRole('list', { name: 'What was done, and by whom' });
  for (const said of [
    'removed: Wim Aldane',
    'noted as sent: Reed and Rudder, for Friday',
    'joined: leader',
  ])
    await expect(done.getByText(said).first()).toBeVisible();
});

test('a guest reads, plays and prints, and is offered nothing else; a player writes songs and no sets', async ({
  browser,
}) => {
  const page = await browserOf(browser);
  await signInAs(page.request, 'guest');
  await page.goto('/songs');
  await expect(page.getByRole('link', { name: 'The Ferry Bell' })).toBeVisible();
  for (const name of ['New song', 'Import a song', 'Choose several'])
    await expect(page.getByRole('button', { name, exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'More for The Ferry Bell' }).click();
  await expect(page.getByRole('menuitem')).toHaveText(['Open', 'Open at the stand']);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'The Ferry Bell' }).click();
  await expect(section(page, 'Verse')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Menu', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Stand', exact: true }).click();
  await expect(page).toHaveURL(/\/stand$/);
  await page.goto('/sets');
  await expect(page.getByRole('button', { name: 'New set', exact: true })).toHaveCount(0);
  await page.getByRole('link', { name: 'First Sunday in Advent' }).click();
  await expect(page.getByRole('heading', { level: 2 }).first()).toContainText(
    'Lanterns on the Quay',
  );
  await page.goto('/trash');
  await expect(page.getByText('This is for others in the team')).toBeVisible();
  await page.goto('/team');
  await expect(page.getByRole('listitem').filter({ hasText: 'you' })).toContainText('Guest');
  await expect(page.getByText('@harbour.example')).toHaveCount(0);

  await signInAs(page.request, 'player');
  await page.goto('/songs');
  await expect(page.getByRole('button', { name: 'New song', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More for The Ferry Bell' }).click();
  await expect(page.getByRole('menuitem', { name: 'Delete' })).toHaveCount(0);
});

test('a password that was forgotten is chosen anew by mail', async ({ browser, request }) => {
  // Somebody of their own: with another password all sessions end, also those of other journeys.
  const email = 'perrin@harbour.example';
  const invited = await request.post('/api/invitations', {
    data: { role: 'guest', note: 'Perrin' },
  });
  const { token } = (await invited.json()) as { token: string };
  const page = await browserOf(browser);
  const made = await page.request.post('/api/invitation/sign-up', {
    data: { token, name: 'Perrin Ashlow', email, password: 'a first word of passage' },
  });
  expect(made.status()).toBe(202);
  await openMail(page, email);
  await page.getByRole('button', { name: 'Yes, it is me' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Songs' })).toBeVisible();
  await page.request.delete('/api/session');

  await page.goto('/sets');
  await expect(page).toHaveURL(/\/sign-in\?to=%2Fsets$/);
  await signIn(page, email, 'not the password of Perrin');
  await expect(page.getByRole('alert')).toContainText('do not go together');
  await page.getByRole('link', { name: 'Password forgotten?' }).click();
  await expect(page.getByRole('heading', { name: 'A new password' })).toBeVisible();
  await page.getByLabel('E-mail address').fill(email);
  await page.getByRole('button', { name: 'Send a link' }).click();
  await expect(page.getByText(`If ${email} has an account`)).toBeVisible();
  await page.getByRole('link', { name: 'It lies in the simulated mailbox' }).click();
  const mail = page.getByRole('article').filter({ hasText: 'choose a new password' });
  await mail.first().getByRole('link').click();
  await page.getByLabel('New password').fill(password);
  await page.getByRole('button', { name: 'Change the password' }).click();
  await page.getByRole('link', { name: 'Sign in' }).click();
  await signIn(page, email.toUpperCase());
  await expect(page.getByRole('heading', { level: 1, name: 'Songs' })).toBeVisible();
});

test('another player’s hands are looked at beside one’s own, taken, given back; one’s own become the song’s', async ({
  browser,
  page,
}) => {
  await writeSong(page, 'title: Hands Apart\nkey: D\n\nVerse:\n  1 | 4 | 6m7 | 5\n');
  const path = `/api${new URL(page.url()).pathname}`;
  const wim = await browserOf(browser);
  await signInAs(wim.request, 'player');
  type Read = { text: string; part: { revision: number; decisions: Record<string, object> } };
  const schoolOf = async (one: Page) =>
    ((await (await one.request.get(path)).json()) as Read).part.decisions['hands'] as {
      school: string | null;
    };
  const { text, part } = (await (await wim.request.get(path)).json()) as Read;
  const decisions = {
    ...part.decisions,
    hands: { ...part.decisions['hands'], school: 'open and low' },
  };
  const saved = await wim.request.put(path, {
    headers: { 'If-Match': '"1"' },
    data: { text, part: decisions, partRevision: 0 },
  });
  expect(saved.status()).toBe(200);
  // One's own pin is no matter of others.
  expect((await schoolOf(page)).school).toBeNull();

  await fromMenu(page, 'Hands of others');
  const others = page.getByRole('dialog', { name: 'Hands of others' });
  await expect(others.getByText(/They hold \d+ chords? otherwise/)).toBeVisible();
  await expect(others.getByRole('list', { name: 'What differs' })).toContainText(
    /Verse, bar 1: D you .+ \| .+, they .+ \| .+/,
  );
  await expectAccessible(page);
  await others.getByRole('button', { name: 'Take these hands' }).click();
  await expect.poll(async () => (await schoolOf(page)).school).toBe('open and low');
  await fromMenu(page, 'Hands of others');
  await expect(others.getByText('They hold every chord as you do.')).toBeVisible();
  // Who decided nothing goes by the song's own from now on.
  const imre = await browserOf(browser);
  await signInAs(imre.request, 'leader');
  expect((await schoolOf(imre)).school).toBeNull();
  await others.getByRole('button', { name: 'Make mine the song’s own' }).click();
  await expect(page.getByText('Your hands are the song’s own now')).toBeVisible();
  expect((await schoolOf(imre)).school).toBe('open and low');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect.poll(async () => (await schoolOf(page)).school).toBeNull();
});

test('a whole team is saved as a file, refused where it broke off, brought into another one, and once more adds nothing', async ({
  browser,
}) => {
  const page = await browserOf(browser);
  await signInAs(page.request, 'owner');
  await page.goto('/team');
  await page.getByRole('button', { name: 'Save the whole team' }).click();
  await expectAccessible(page);
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save the file' }).click(),
  ]);
  const file = { name: saved.suggestedFilename(), mimeType: 'application/json' };
  expect(file.name).toMatch(/^Harbour Street Parish, Venna Sound .*\.team\.json$/);
  const content = readFileSync(await saved.path());

  await page.goto('/account');
  await page.getByRole('button', { name: 'Begin a team' }).click();
  await page.getByLabel('Name of the team').fill('Over the Water');
  await page.getByRole('dialog').getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/songs$/);
  await expect(page.getByRole('link', { name: 'The Ferry Bell' })).toHaveCount(0);
  await page.goto('/team');
  await page.getByRole('button', { name: 'Bring a team in' }).click();
  const bring = async (buffer: Buffer) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Choose the file' }).click(),
    ]);
    await chooser.setFiles({ ...file, buffer });
  };
  await bring(content.subarray(0, content.length - 900));
  await expect(page.getByRole('alert')).toContainText('it is not whole');
  await bring(content);
  const outcome = page.getByRole('list', { name: 'What came of it' });
  await expect(outcome).toContainText(/Came in: \d+ songs, \d+ sets, \d+ people/);
  await expect(outcome).toContainText('stay as they stand: 1 person.');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: 'Invite Wim Aldane' })).toBeVisible();
  await page.goto('/songs');
  await page.getByRole('link', { name: 'The Ferry Bell' }).click();
  await expect(section(page, 'Verse')).toBeVisible();

  await page.goto('/team');
  await page.getByRole('button', { name: 'Bring a team in' }).click();
  await bring(content);
  await expect(outcome).toContainText('Nothing came that was not here already.');
  await page.goto('/team/done');
  await expect(
    page.getByText('brought a whole team in: Harbour Street Parish, Venna Sound').first(),
  ).toBeVisible();
});
