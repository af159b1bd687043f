import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, fromMenu, section, writeSong } from './pages.ts';
import { silentSound, soundOfChords } from './soundFile.mjs';

/** 1, 4, 5, 6m in F, over the bass: what was recorded, twice. */
const recorded = [
  [41, 60, 65, 69],
  [46, 62, 65, 70],
  [48, 60, 64, 67],
  [50, 62, 65, 69],
];
/** Two seconds a bar of four beats: 120 a minute. */
const song = soundOfChords([...recorded, ...recorded], { seconds: 2, beats: 4 });

/** What was made to sound, and at which pitch it sounds: by the browser's own player, and by what goes to the loudspeaker. */
async function withEars(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const players: HTMLAudioElement[] = [];
    Object.assign(window, {
      players,
      Audio: class extends Audio {
        constructor() {
          super();
          players.push(this);
        }
      },
    });
    const { connect } = AudioNode.prototype as {
      connect: (this: AudioNode, to: AudioNode) => AudioNode;
    };
    AudioNode.prototype.connect = function listened(this: AudioNode, to: AudioNode) {
      if (to === to.context.destination) {
        const analyser = to.context.createAnalyser();
        analyser.fftSize = 32_768;
        connect.call(this, analyser);
        Object.assign(window, { analyser });
      }
      return connect.call(this, to);
    } as typeof AudioNode.prototype.connect;
  });
}

/** The loudest frequency between two of them, in hertz, of what goes to the loudspeaker. */
const loudest = (page: Page, low: number, high: number) =>
  page.evaluate(
    ([from, to]) => {
      const { analyser } = window as unknown as { analyser?: AnalyserNode };
      if (!analyser) return 0;
      const loud = new Float32Array(analyser.frequencyBinCount);
      analyser.getFloatFrequencyData(loud);
      const step = analyser.context.sampleRate / analyser.fftSize;
      let best = Math.ceil(from / step);
      for (let bin = best; bin * step < to; bin += 1) if (loud[bin]! > loud[best]!) best = bin;
      return loud[best]! > -60 ? best * step : 0;
    },
    [low, high] as const,
  );

const deskOf = (page: Page) => page.getByRole('region', { name: 'Listening desk' });

async function choose(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'audio/wav', buffer });
}

test('a recording of this device is slowed, marked along the road, moved to another key; a bar is heard and numbered', async ({
  page,
}) => {
  await withEars(page);
  const sent: number[] = [];
  page.on('request', (request) => sent.push(request.postDataBuffer()?.length ?? 0));
  await writeSong(
    page,
    'title: By Ear Alone\nkey: F\n\nVerse:\n  1 | 1 | 1 | 1\n\nChorus:\n  1 | 1 | 1 | 1\n',
  );
  await fromMenu(page, 'Listen to a recording');
  const desk = deskOf(page);
  await choose(page, 'Thursday.wav', song);
  const place = desk.getByRole('slider', { name: 'Place in the recording' });
  const bar = desk.getByRole('group', { name: 'Chosen bar' });
  const guessed = desk.getByRole('group', { name: 'What sounds here' });

  await test.step('it is known how fast it goes, and in which key', async () => {
    await expect(desk.getByText('about 120 a minute')).toBeVisible();
    await expect(desk.getByLabel('Recorded in')).toHaveValue('F');
    await desk.getByRole('button', { name: 'Write 120 in the chart' }).click();
    await expect(desk.getByRole('button', { name: 'Write 120 in the chart' })).toHaveCount(0);
  });

  await test.step('where it begins is marked by a key, and from there on all bars are known', async () => {
    await place.focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('m');
    await bar.getByRole('button', { name: 'heard: Verse, bar 1' }).click();
    await expect(bar).toContainText('heard now');
    await place.focus();
    await page.keyboard.press('End');
    await page.keyboard.press('PageDown');
    await page.keyboard.press('PageDown');
    await expect(bar).toContainText('heard: Chorus, bar 3');
    await expectAccessible(page);
  });

  await test.step('slow, in its pitch, one bar goes round', async () => {
    await desk.getByLabel('Speed').selectOption('50');
    await desk.getByLabel('Repeat').selectOption({ label: 'this bar' });
    await bar.getByRole('button', { name: 'Next bar' }).click();
    await desk.getByRole('button', { name: 'Play the recording' }).click();
    await expect(bar).toContainText('heard now');
    const player = await page.evaluate(() => {
      const [first] = (window as unknown as { players: HTMLAudioElement[] }).players.slice(-1);
      return { speed: first!.playbackRate, isTrue: first!.preservesPitch };
    });
    expect(player).toEqual({ speed: 0.5, isTrue: true });
    // Four seconds of it and more: it has not gone on to the next one.
    await page.waitForTimeout(4_500);
    await expect(bar).toContainText('Verse, bar 2heard now');
  });

  await test.step('what sounds in it is guessed, and written into the chart', async () => {
    const best = guessed.getByRole('button').first();
    await expect(best).toHaveAccessibleName(/^Write 4, .*: \d+ % sure$|^Write 4: \d+ % sure$/);
    await best.click();
    await expect(section(page, 'Verse').getByRole('listitem').nth(1)).toContainText('4');
    await bar.getByRole('button', { name: 'Next bar' }).click();
    await expect(bar).toContainText('Verse, bar 3heard now');
    await expect(guessed.getByRole('button').first()).toHaveAccessibleName(/^Write 5/);
  });

  await test.step('in another key: what sounds is a half step higher', async () => {
    await desk.getByLabel('Repeat').selectOption({ label: 'nothing' });
    await desk.getByLabel('Speed').selectOption('100');
    await bar.getByRole('button', { name: 'Previous bar' }).click();
    await desk.getByLabel('Repeat').selectOption({ label: 'this bar' });
    await desk
      .getByRole('group', { name: 'Key that it is heard in' })
      .getByRole('button', { name: 'Half step up' })
      .click();
    // Its lowest note, 46, is 116.5 Hz; a half step higher 123.5.
    await expect.poll(() => loudest(page, 100, 140)).toBeGreaterThan(121);
    expect(await loudest(page, 100, 140)).toBeLessThan(126);
    await desk.getByRole('button', { name: 'Pause the recording' }).click();
  });

  await test.step('who comes back finds the recording and the marks; nothing of it was sent', async () => {
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await fromMenu(page, 'Listen to a recording');
    await desk.getByRole('button', { name: 'Thursday.wav' }).click();
    await expect(desk.getByRole('button', { name: 'Take its mark away' })).toBeVisible();
    await expect(desk.getByRole('button', { name: 'Undo mark' })).toBeDisabled();
    await desk.getByRole('button', { name: 'Take its mark away' }).click();
    await expect(desk.getByText('Mark where a bar begins', { exact: false })).toBeVisible();
    await desk.getByRole('button', { name: 'Undo mark' }).click();
    await expect(guessed).toBeVisible();
    await desk.getByRole('button', { name: 'Do not keep it in this browser' }).click();
    await fromMenu(page, 'Listen to a recording');
    await expect(desk.getByRole('button', { name: 'A recording of this device' })).toBeVisible();
    await expect(desk.getByRole('button', { name: 'Thursday.wav' })).toHaveCount(0);
    expect(Math.max(...sent)).toBeLessThan(20_000);
  });
});

test('a recording of an hour, of silence, of an unknown format: what can be done with it is said', async ({
  page,
}) => {
  await writeSong(page, 'title: Hard to Hear\nkey: F\ntempo: 60\n\nVerse:\n  1 | 4 | 5 | 1\n');
  await fromMenu(page, 'Listen to a recording');
  const desk = deskOf(page);
  const another = desk.getByRole('button', { name: 'Another recording' });

  await choose(page, 'minutes.wav', Buffer.from('These are no sounds.'));
  await expect(desk.getByRole('alert')).toContainText('This browser cannot play it.');
  await another.click();
  await choose(page, 'silence.wav', silentSound(20));
  await expect(desk.getByText('Nothing sounds in this recording.')).toBeVisible();
  await another.click();
  await choose(page, 'service.wav', silentSound(3_600));
  await expect(desk.getByText('Longer than 15 minutes', { exact: false })).toBeVisible();
  await expect(desk.getByText('0:00 / 60:00')).toBeVisible();
  await expect(desk.getByRole('group', { name: 'Key that it is heard in' })).toHaveCount(0);
  // Played and marked it is all the same.
  await desk.getByRole('button', { name: 'Play the recording' }).click();
  await desk.getByRole('button', { name: 'Mark a bar' }).click();
  await expect(desk.getByText('heard: Verse, bar 1')).toBeVisible();
});
