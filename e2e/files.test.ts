import { expect, test, type Page } from '@playwright/test';
import { fromMenu, section, writeSong } from './pages.ts';
import { silentSound } from './soundFile.mjs';

const sound = (name: string, seconds = 30) => ({
  name,
  mimeType: 'audio/wav',
  buffer: silentSound(seconds),
});
const paper = (name: string, text = '%PDF-1.7\n') => ({
  name,
  mimeType: 'application/pdf',
  buffer: Buffer.from(text),
});

const choose = (page: Page, files: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0]) =>
  page.locator('input[type=file]').setInputFiles(files);
const filesOf = (page: Page) => page.getByRole('list', { name: 'Files of this song' });
async function song(page: Page, title: string): Promise<void> {
  await writeSong(page, `title: ${title}\nkey: F\ntempo: 60\n\nVerse:\n  1 | 4 | 5 | 1\n`);
  await fromMenu(page, 'Recordings and papers');
}

test('a song carries files: added, refused with the reason, named, opened, deleted, taken back, ended', async ({
  page,
}) => {
  await song(page, 'Carries Much');
  const files = filesOf(page);
  await choose(page, [
    sound('Rehearsal.wav'),
    paper('horns.pdf'),
    paper('page.pdf', '<html>'),
    paper('empty.pdf', ''),
  ]);
  await expect(files.getByText('Rehearsal.wav')).toBeVisible();
  await expect(files.getByText(/whatever its name says/)).toBeVisible();
  await expect(files.getByText('There is nothing in this file.')).toBeVisible();
  for (const name of ['page.pdf', 'empty.pdf'])
    await files.getByRole('button', { name: `Leave out ${name}` }).click();
  await expect(files.getByRole('listitem')).toHaveCount(2);
  await expect(files.getByRole('listitem').first()).toContainText(/Recording · 0\.2 MB · /);

  await files.getByRole('button', { name: 'horns.pdf', exact: true }).click();
  await files.getByRole('textbox').fill('For the horns');
  await page.keyboard.press('Enter');
  await expect(files.getByText('For the horns.pdf')).toBeVisible();
  const saving = page.waitForEvent('download');
  await files.getByRole('link', { name: 'Save For the horns.pdf' }).click();
  expect((await saving).suggestedFilename()).toBe('For the horns.pdf');
  const opens = files.getByRole('link', { name: 'Open For the horns.pdf in a new tab' });
  await expect(opens).toHaveAttribute('href', /\/api\/attachments\/[\w-]+\/content$/);
  const opening = page.waitForEvent('popup');
  await opens.click();
  await (await opening).close();

  await files.getByRole('button', { name: 'Delete For the horns.pdf' }).click();
  await expect(files.getByRole('listitem')).toHaveCount(1);
  // What had the focus is gone; the focus stays in the window.
  await expect(page.getByRole('dialog').locator(':focus')).toHaveCount(1);
  await page.getByText('Undo', { exact: true }).click();
  await expect(files.getByRole('listitem')).toHaveCount(2);
  await files.getByRole('button', { name: 'Delete For the horns.pdf' }).click();
  await expect(files.getByRole('listitem')).toHaveCount(1);

  await page.goto('/trash');
  const trash = page.getByRole('list', { name: 'What was deleted' });
  const row = trash.getByRole('listitem').filter({ hasText: 'For the horns.pdf' });
  await expect(row).toContainText('File of “Carries Much”');
  await row.getByRole('button', { name: 'Take back' }).click();
  await expect(row).toHaveCount(0);
  await page.goBack();
  await fromMenu(page, 'Recordings and papers');
  await files.getByRole('button', { name: 'Delete For the horns.pdf' }).click();
  await expect(files.getByRole('listitem')).toHaveCount(1);
  await page.goto('/trash');
  await row.getByRole('button', { name: 'Delete for good' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('is deleted for good')).toBeVisible();
  await expect(row).toHaveCount(0);
});

test('a recording is listened to over the chart; one sound ends the other', async ({ page }) => {
  await song(page, 'Heard');
  await choose(page, [sound('Sunday.wav')]);
  await page.getByRole('button', { name: 'Listen to Sunday.wav' }).click();
  const desk = page.getByRole('region', { name: 'Listening desk' });
  await expect(desk).toContainText('Sunday.wav');
  const pause = desk.getByRole('button', { name: 'Pause the recording' });
  await expect(pause).toBeFocused();
  await expect(desk.getByText('Nothing sounds in this recording.')).toBeVisible();
  // To a place far on, which is fetched as a part.
  const place = desk.getByRole('slider', { name: 'Place in the recording' });
  await place.focus();
  for (let pages = 0; pages < 4; pages += 1) await page.keyboard.press('PageUp');
  await expect(desk.getByText(/^0:1\d \/ 0:30$/)).toBeVisible();

  await section(page, 'Verse').getByRole('listitem').first().click();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop playing' })).toBeVisible();
  await expect(pause).toHaveCount(0);
  await desk.getByRole('button', { name: 'Play the recording' }).click();
  await expect(page.getByRole('button', { name: 'Play from here' })).toBeVisible();
  await desk.getByRole('button', { name: 'Close the recording' }).click();
  await expect(desk).toHaveCount(0);
});

test('on a slow line one sees how far it is, stops it, or closes the window meanwhile; without a line it is sent again', async ({
  page,
}) => {
  await song(page, 'Slow Line');
  const network = await page.context().newCDPSession(page);
  const upload = (bytesASecond: number, offline = false) =>
    network.send('Network.emulateNetworkConditions', {
      offline,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: bytesASecond,
    });
  await network.send('Network.enable');
  await upload(100_000);
  const files = filesOf(page);
  await choose(page, [sound('First.wav', 60), sound('Second.wav', 40)]);
  const first = page.getByRole('progressbar', { name: 'First.wav on its way' });
  await expect
    .poll(() => first.evaluate((bar) => (bar as HTMLProgressElement).value))
    .toBeGreaterThan(0);
  await files.getByRole('button', { name: 'Stop sending First.wav' }).click();
  await expect(files.getByText('First.wav')).toHaveCount(0);
  await expect(files.getByRole('progressbar', { name: 'Second.wav on its way' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await upload(-1);
  await fromMenu(page, 'Recordings and papers');
  await expect(files.getByRole('button', { name: 'Listen to Second.wav' })).toBeVisible();
  await expect(files.getByText('First.wav')).toHaveCount(0);

  await upload(-1, true);
  await choose(page, [sound('Third.wav', 1)]);
  await expect(files.getByText('The server does not answer.')).toBeVisible();
  await upload(-1);
  await files.getByRole('button', { name: 'Try again: Third.wav' }).click();
  await expect(files.getByRole('button', { name: 'Listen to Third.wav' })).toBeVisible();
});
