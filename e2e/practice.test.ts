import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, writeSong, withoutSound } from './pages.ts';

const text = `title: Thaw on the Weir
key: C
tempo: 300
rights: Free to sing.

Verse:
  1 | 4

Chorus:
  <5 | 1
`;

const told = (page: Page) => page.getByRole('heading', { name: /^Round/ });
const begin = (page: Page) => page.getByRole('button', { name: 'Begin', exact: true }).click();

/** Plays a round as the simulated keyboard is told to, to its end. */
async function round(page: Page, how: string): Promise<void> {
  await page.getByLabel('It plays').selectOption({ label: how });
  await begin(page);
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(told(page)).toBeVisible();
}

/** A browser with a voice, whose words are noted: the one here has none. */
async function withVoice(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const said: string[] = [];
    const voices = new EventTarget();
    Object.assign(voices, {
      getVoices: () => [{ lang: 'en-GB', name: 'A voice' }],
      cancel: () => undefined,
      speak: ({ text }: { text: string }) => void said.push(text),
    });
    class Utterance {
      readonly text: string;
      constructor(text: string) {
        this.text = text;
      }
    }
    Object.assign(window, { said, SpeechSynthesisUtterance: Utterance });
    Object.defineProperty(window, 'speechSynthesis', { value: voices });
  });
}

test('a section is learned: called and waited for, then in time with faults that are named, then from memory', async ({
  page,
}) => {
  await withoutSound(page);
  await withVoice(page);
  await writeSong(page, text);
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  const card = page.getByRole('region', { name: 'What is called' });
  const step = page.getByLabel('Step', { exact: true });

  await test.step('its steps lead from the right hand alone to what is written', async () => {
    await page.getByLabel('Section').selectOption({ label: 'Verse' });
    await expect(page.getByLabel('Section')).toHaveValue('0');
    await expect(step.getByRole('option')).toHaveText([
      '1. The right hand alone',
      '2. With the roots',
      '3. With what the hands play',
      '4. 1 chord comes early',
      '5. 2 chords come early',
      '6. Early by a sixteenth',
      '7. As it is written',
    ]);
    await expectAccessible(page);
  });

  await test.step('a chord waits for the hands; a wrong key is noted and has to be left', async () => {
    await begin(page);
    await expect(card).toContainText('bar 1 · 0 of 2');
    await page.getByRole('button', { name: /^F♯4/ }).click();
    await page.getByRole('button', { name: 'Play what is called' }).click();
    await expect(card).toContainText('bar 1 · 0 of 2');
    await page.getByRole('button', { name: /^F♯4/ }).click();
    await page.getByRole('button', { name: 'Play what is called' }).click();
    await expect(card).toContainText('bar 2 · 1 of 2');
    await page.getByRole('button', { name: 'Play what is called' }).click();
    await expect(page.getByRole('heading', { name: '2 chords, 1 wrong key' })).toBeVisible();
    await expect(page.getByText(/^bar 1, 1 · .* · 1 wrong key$/)).toBeVisible();
  });

  await test.step('large, to be read from the keys', async () => {
    await page.getByRole('button', { name: 'Large', exact: true }).click();
    const large = page.getByRole('dialog', { name: 'What is called, large' });
    await expect(large.getByRole('heading', { name: '2 chords, 1 wrong key' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(large.getByText('Verse · bar 1')).toBeVisible();
    await expectAccessible(page);
    await large.getByRole('button', { name: 'Stop' }).click();
    await page.keyboard.press('Escape');
    await expect(large).toHaveCount(0);
  });

  const tempo = page.getByRole('group', { name: 'Tempo' });
  await test.step('the bars that were hard are practised alone, again and again, and called aloud', async () => {
    await expect(page.getByRole('button', { name: /alone$/ })).toHaveCount(0);
    await page.getByText('Again and again, until I stop it').click();
    await page.getByText('The chords are said aloud').click();
    await page.getByLabel('From bar').selectOption('2');
    await begin(page);
    const said = () => page.evaluate(() => (window as unknown as { said: string[] }).said);
    for (const times of [1, 2]) {
      await expect(card).toContainText('bar 2 · 0 of 1');
      await expect.poll(said).toHaveLength(times);
      await page.getByRole('button', { name: 'Play what is called' }).click();
      await expect(
        page.getByRole('heading', { name: '1 chord, without a wrong key' }),
      ).toBeVisible();
    }
    expect(new Set(await said())).toEqual(new Set(['4']));
    await page.getByText('Again and again, until I stop it').click();
    await page.getByLabel('From bar').selectOption('1');
    await page.getByText('The chords are said aloud').click();
  });

  await test.step('in time: from three fifths of the tempo, faster after two clean rounds', async () => {
    await page.getByText('In time', { exact: true }).click();
    await expect(tempo).toContainText('180');
    await expect(tempo).toContainText('of 300');
    await round(page, 'a clean round');
    await expect(told(page)).toHaveText('Round 1 at 180: clean');
    await expect(page.getByText('One more clean round, then faster.')).toBeVisible();
    await round(page, 'a clean round');
    await expect(page.getByText('Now at 184.')).toBeVisible();
    await expect(tempo).toContainText('184');
  });

  await test.step('faults are named, the worst first; with one it is slower again', async () => {
    await step.selectOption({ label: '7. As it is written' });
    await round(page, 'one chord late');
    await expect(page.getByText(/bar 2, 4: 1[56]\d ms late/).first()).toBeVisible();
    await round(page, 'one key too few');
    await expect(page.getByText(/bar 2, 4: .* was not played\. In 1 of 2 rounds\./)).toBeVisible();
    await round(page, 'a wrong key');
    await expect(page.getByText(/bar 2, 4: .* instead of .*\. In 1 of 3 rounds\./)).toBeVisible();
    await round(page, 'one hand late');
    await expect(page.getByText(/bar 2, 4: 1[01]\d ms after the other hand/)).toBeVisible();
    // What is not there, or another note, is mended before what is late.
    await expect(page.getByRole('heading', { name: 'Mend first' }).locator('..')).toContainText(
      /instead of|was not played/,
    );
    await expectAccessible(page);
  });

  await test.step('from memory the bars are empty until it has ended', async () => {
    await page.getByText('From memory', { exact: true }).click();
    await page.getByLabel('It plays').selectOption({ label: 'a clean round' });
    const chord = page.getByRole('region', { name: 'Verse' }).getByText('4', { exact: true });
    await expect(chord.first()).toBeVisible();
    await begin(page);
    await expect(chord.first()).toBeHidden();
    await expect(told(page)).toContainText('clean');
    await expect(chord.first()).toBeVisible();
  });

  await test.step('without a keyboard whoever played says how it was; what is broken off counts for nothing', async () => {
    await step.selectOption({ label: '1. The right hand alone' });
    await expect(tempo).toContainText('184');
    await round(page, 'nothing');
    await expect(told(page)).toContainText('no keyboard was heard');
    await page.getByRole('button', { name: 'Not yet' }).click();
    await expect(page.getByText('Once more, slower: at 180.')).toBeVisible();
    await page.getByLabel('It plays').selectOption({ label: 'a clean round' });
    await begin(page);
    await expect(card).toContainText('bar 1 · 1 of 2');
    await page.keyboard.press('r');
    await expect(page.getByText('It was broken off; this is up to there.')).toBeVisible();
    await expect(tempo).toContainText('180');
  });

  await test.step('the delay of a keyboard is found by tapping to clicks, taken, and taken back', async () => {
    await page.getByRole('button', { name: 'Are the keys late?' }).click();
    const game = page.getByRole('dialog', { name: 'How late do keys and sound come?' });
    await expectAccessible(page);
    await game.getByRole('button', { name: 'Let it click' }).click();
    // The simulated keyboard taps 60 ms late; a page that is busy hears it later.
    await expect(game.getByText(/^They come \d+ ms late together/)).toBeVisible();
    const ms = Number(/(\d+) ms/.exec((await game.getByRole('status').textContent())!)![1]);
    expect(ms).toBeGreaterThanOrEqual(58);
    expect(ms).toBeLessThan(160);
    await game.getByRole('button', { name: `Count ${ms} ms` }).click();
    await expect(page.getByRole('button', { name: `Keys: ${ms} ms late` })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'Are the keys late?' })).toBeVisible();
  });

  await test.step('the rhythm alone is tapped on any key', async () => {
    await page.getByText('The rhythm alone').click();
    await round(page, 'a wrong key');
    await expect(told(page)).toContainText('clean');
    await round(page, 'one key too few');
    await expect(page.getByText(/a tap is missing/)).toBeVisible();
    await page.getByText('The rhythm alone').click();
  });

  await test.step('improvising: the section goes round, tones solid, what leads into them hollow; nothing is graded', async () => {
    await page.getByText('Improvise', { exact: true }).click();
    await expect(page.getByText(/^The section goes round and round/)).toBeVisible();
    await begin(page);
    await expect(card).toContainText(/bar \d · \d of 2/);
    const keys = page.getByRole('group', { name: 'Keys' });
    // Over 1 C is solid and D hollow; over 4 F is solid.
    await expect(keys.getByRole('button', { name: /^C5/, pressed: true })).toBeAttached();
    await expect(keys.locator('.ghost').first()).toBeAttached();
    await expect(page.getByText('What goes over this chord')).toBeVisible();
    await expect(card).toContainText('bar 2');
    await expect(card).toContainText('bar 1');
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(told(page)).toHaveCount(0);
    await page.getByText('In time', { exact: true }).click();
  });

  await test.step('another day it goes on where it was', async () => {
    await page.reload();
    await page.getByText('In time', { exact: true }).click();
    await expect(tempo).toContainText('180');
    await page.getByLabel('Section').selectOption({ label: 'Chorus' });
    await expect(step.getByRole('option', { name: '4. 1 chord comes early' })).toBeAttached();
  });
});

/** A MIDI keyboard of the browser that plays and is unplugged when it is told to. */
async function withKeyboard(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const input = Object.assign(new EventTarget(), { id: 'stage', name: 'Stage piano' });
    const access = Object.assign(new EventTarget(), {
      inputs: new Map([[input.id, input]]),
      outputs: new Map(),
    });
    const send = (bytes: number[]) => {
      const event = new Event('midimessage');
      input.dispatchEvent(Object.assign(event, { data: Uint8Array.from(bytes) }));
    };
    const unplug = () => {
      const event = new Event('statechange');
      const port = { id: input.id, state: 'disconnected' };
      access.dispatchEvent(Object.assign(event, { port }));
    };
    Object.assign(window, { send, unplug });
    Object.defineProperty(navigator, 'requestMIDIAccess', { value: () => Promise.resolve(access) });
  });
}

test('a keyboard plays a round until it is unplugged; the round is told up to there', async ({
  page,
}) => {
  await withoutSound(page);
  await withKeyboard(page);
  await writeSong(page, text.replace('Thaw', 'Ice').replace('300', '90'));
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('button', { name: 'Find MIDI keyboards' }).click();
  await expect(page.getByRole('button', { name: /Play on/ })).toContainText('Stage piano');
  await page.getByText('In time', { exact: true }).click();
  await begin(page);
  const card = page.getByRole('region', { name: 'What is called' });
  await expect(card).toContainText('bar 1 · 1 of 2');
  await page.evaluate(() => {
    const { send } = window as unknown as { send: (bytes: number[]) => void };
    for (const note of [67, 71, 74]) send([0x90, note, 80]);
    // A key that hangs never comes up.
    for (const note of [67, 71]) send([0x80, note, 0]);
  });
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  await expect(page.getByText('The keyboard was unplugged.')).toBeVisible();
  await expect(page.getByText('It was broken off; this is up to there.')).toBeVisible();
  await expect(told(page)).toContainText('Round 1 at 54: ');
  await expect(page.getByRole('button', { name: /Play on/ })).toContainText('This screen');
  await expect(page.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
});

test('a browser without a voice of its own says chords and counts out of a recording', async ({
  page,
}) => {
  await writeSong(page, text.replace('Thaw', 'Echo').replace('300', '240'));
  await page.getByRole('link', { name: 'Practice' }).click();
  const fetched = page.waitForResponse(/english-[\w-]+\.mp3$/);
  await page.getByText('The chords are said aloud').click();
  await begin(page);
  expect((await fetched).ok()).toBe(true);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByText('In time', { exact: true }).click();
  await page.getByText('It is counted aloud').click();
  await begin(page);
  await expect(told(page)).toBeVisible();
});

test('runs that are placed are practised by themselves: whole, by halves, a hand alone', async ({
  page,
}) => {
  await withoutSound(page);
  await writeSong(
    page,
    'title: Runs by the Weir\nkey: D\ntempo: 180\n\nVerse x3:\n  1 | 4 | 1/3 | 5\n  > Wade | and | wade a-gain | home\n\nEnding:\n  1\n',
  );
  await page.getByRole('link', { name: 'Fills', exact: true }).click();
  const fills = page.getByRole('region', { name: 'Runs and fills' });
  await fills.getByRole('radio', { name: 'The whole song' }).check({ force: true });
  await fills.getByRole('button', { name: /^Place all/ }).click();
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByLabel('Section', { exact: true }).selectOption({ label: 'Verse' });
  await expect(page.getByLabel('What of it')).toHaveCount(0);
  const steps = page.getByLabel('Step', { exact: true });
  await steps.selectOption(String((await steps.getByRole('option').count()) - 1));
  await page.getByText('In time', { exact: true }).click();
  await page.getByRole('button', { name: /Play on/ }).click();
  await page.getByRole('option', { name: 'Simulated keyboard' }).click();
  const notes = async (how = 'one key too few') => {
    await round(page, how);
    const [, count] = /\d+ of (\d+) notes/.exec(await told(page).innerText())!;
    return Number(count);
  };
  const everything = await notes();
  await page.getByLabel('What of it').selectOption({ label: 'the runs alone' });
  const runs = await notes();
  await page.getByLabel('What of it').selectOption({ label: 'the first half of each run' });
  const half = await notes();
  expect(half).toBeLessThan(runs);
  expect(runs).toBeLessThan(everything);
  await page.getByText('Right hand alone', { exact: true }).click();
  expect(await notes()).toBeLessThanOrEqual(half);
  // Hands apart: what the other one does is not asked for. An octave with one key too few would still be its note.
  await page.getByLabel('What of it').selectOption({ label: 'everything' });
  await page.getByText('Left hand alone', { exact: true }).click();
  expect(await notes('a wrong key')).toBeLessThan(everything);
  await expect(page.getByText(/^Left hand, bar/).first()).toBeVisible();
});
