// Measures what only a browser can tell: how soon a key press is on the chart, what paper takes. Run by bin/bench.
import { chromium } from '@playwright/test';
import { fetchAs, stateAs } from '../bin/lib/demoCookie.mjs';
import { chromiumPath } from '../bin/lib/packages.mjs';
import { benchRecording } from './recordingBench.mjs';

const base = process.env['BASE_URL'];
if (!base) throw new Error('BASE_URL says where the application runs.');
const asOwner = await fetchAs(base);
/** Every browser is that of the demo's owner. */
const storageState = await stateAs(base);
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox', '--disable-gpu'],
});

/** @param {readonly number[]} times */
const median = (times) =>
  times.toSorted((one, other) => one - other)[Math.floor(times.length / 2)] ?? 0;

/** @param {string} text @returns {Promise<string>} */
async function makeSong(text) {
  const response = await asOwner(`${base}/api/songs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ text }),
  });
  return (await response.json()).id;
}

const verse = '  1 | 6m7 | 4maj7 . 5sus4 5 | 1\n'.repeat(50);
const long = await makeSong(`title: Two hundred bars\nkey: Eb\nmeter: 4/4\n\nVerse:\n${verse}`);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, storageState });

/** Frames in which nothing happens, in milliseconds. */
const emptyFrames = () =>
  page.evaluate(async () => {
    /** @type {number[]} */
    const empty = [];
    for (let count = 0; count < 30; count += 1) {
      const start = performance.now();
      await new Promise((resolve) => requestAnimationFrame(resolve));
      empty.push(performance.now() - start);
    }
    return empty;
  });

/**
 * The times from real key presses, as the browser stamps them, to the end of the first frame that shows each on the chart.
 * @param {readonly string[]} keys each changes something on the chart
 */
async function keyPresses(keys) {
  /** @type {number[]} */
  const times = [];
  for (const key of keys) {
    await page.evaluate(() => {
      const chart = /** @type {HTMLElement} */ (document.querySelector('[aria-label="Chart"]'));
      const all = { attributes: true, subtree: true, childList: true, characterData: true };
      const pressed = new Promise((resolve) =>
        window.addEventListener('keydown', (event) => resolve(event.timeStamp), {
          capture: true,
          once: true,
        }),
      );
      const painted = new Promise((resolve, reject) => {
        setTimeout(() => reject(new Error('The key changed nothing on the chart.')), 5_000);
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now()), 0));
        });
        observer.observe(chart, all);
      });
      Object.assign(window, { measured: Promise.all([pressed, painted]) });
    });
    await page.keyboard.press(key);
    const measured = /** @returns {Promise<number>} */ async () => {
      const [pressed, painted] = await /** @type {any} */ (window).measured;
      return painted - pressed;
    };
    times.push(await page.evaluate(measured));
    await page.waitForTimeout(400);
  }
  // The first few are slower: the browser has not met this code yet.
  return times.slice(4);
}

const lenses = /** @type {const} */ ([
  // In the text: a chord becomes another one and back.
  ['Chart', '', Array.from({ length: 7 }, () => ['m', '7', 'Backspace', 'Backspace']).flat()],
  // With the hands: from chord to chord.
  ['Hands', '/hands', Array.from({ length: 28 }, () => 'ArrowRight')],
]);
for (const [name, path, keys] of lenses) {
  await page.goto(`${base}/songs/${long}${path}`);
  await page.getByRole('listitem').nth(100).waitFor();
  if (name === 'Chart') {
    await page.getByRole('button', { name: 'Show the text' }).click();
    const text = page.getByRole('textbox', { name: 'Chart text' });
    await text.click();
    // In the middle of the chart, behind the last chord of a line.
    await page.keyboard.press('Control+Home');
    for (let line = 0; line < 25; line += 1) await page.keyboard.press('ArrowDown');
    await page.keyboard.press('End');
  } else {
    await page
      .getByRole('status', { name: 'What both hands hold' })
      .getByText('E♭')
      .first()
      .waitFor();
    await page.getByRole('application', { name: 'Chart' }).focus();
  }
  await page.waitForTimeout(1_500);
  const empty = await emptyFrames();
  const times = await keyPresses(keys);
  const ratio = median(times) / median(empty);
  console.log(
    `a key press in ${name} on 200 bars: median ${median(times).toFixed(0)} ms, ` +
      `slowest ${Math.max(...times).toFixed(0)} ms, ${ratio.toFixed(2)} times an empty frame of ${median(empty).toFixed(0)} ms ` +
      `(aim 1.6: ${ratio <= 1.6 ? 'met' : 'MISSED'})`,
  );
}

/** From a wrong key to the mark that says so on the screen: the times of some keys, each while a chord is waited for. */
async function wrongKeys() {
  const id = await makeSong('title: To be called\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n');
  await page.goto(`${base}/songs/${id}/practice`);
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.getByText('bar 1 · 0 of 4').waitFor();
  const strip = page.getByRole('region', { name: 'What is called' });
  await strip.getByRole('group', { name: 'Piano' }).focus();
  return strip.evaluate(async (node) => {
    /** @type {number[]} */
    const times = [];
    // Keys of the computer that are none of C, E and G: a sharp each time, down and up.
    for (let count = 0; count < 20; count += 1) {
      const key = 'wetyu'[count % 5];
      const shown = new Promise((resolve) => {
        const seen = new MutationObserver(() => {
          if (!node.querySelector('.mark.right')) return;
          seen.disconnect();
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => resolve(performance.now());
            port2.postMessage(null);
          });
        });
        seen.observe(node, { subtree: true, childList: true, attributes: true });
      });
      const target = /** @type {Element} */ (node.querySelector('[aria-label="Piano"]'));
      const start = performance.now();
      target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      times.push(/** @type {number} */ (await shown) - start);
      target.dispatchEvent(new KeyboardEvent('keyup', { key, bubbles: true }));
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return times;
  });
}

{
  const times = await wrongKeys();
  const empty = median(await emptyFrames());
  const ratio = median(times) / empty;
  console.log(
    `from a wrong key to its mark: median ${median(times).toFixed(0)} ms, slowest ${Math.max(...times).toFixed(0)} ms ` +
      `(aim 50: ${Math.max(...times) < 50 ? 'met' : 'MISSED'}), ${ratio.toFixed(2)} times an empty frame`,
  );
}

{
  const id = await makeSong('title: To be heard\nkey: F\nmeter: 4/4\n\nVerse:\n  1 | 4 | 5 | 1\n');
  const listener = await browser.newPage({ viewport: { width: 1280, height: 800 }, storageState });
  await benchRecording(listener, `${base}/songs/${id}`);
  await listener.close();
}

/** What a first visit fetches, as it comes over the wire. @param {string} path @param {(page: import('@playwright/test').Page) => Promise<unknown>} shown */
async function firstLoad(path, shown) {
  const context = await browser.newContext({ storageState });
  const visitor = await context.newPage();
  const session = await context.newCDPSession(visitor);
  await session.send('Network.enable');
  let wire = 0;
  // What a script carries in itself came with the script.
  const inside = new Set();
  session.on('Network.requestWillBeSent', ({ requestId, request }) => {
    if (request.url.startsWith('data:')) inside.add(requestId);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (!inside.has(requestId)) wire += encodedDataLength;
  });
  await visitor.goto(base + path);
  await shown(visitor);
  await visitor.waitForLoadState('networkidle');
  await context.close();
  return wire / 1000;
}
const share = await (
  await asOwner(`${base}/api/shares`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ kind: 'song', id: long }),
  })
).json();
const listLoad = await firstLoad('/songs', (visitor) =>
  visitor.getByRole('link', { name: 'Two hundred bars' }).first().waitFor(),
);
const linkLoad = await firstLoad(`/s/${share.token}`, (visitor) =>
  visitor.getByRole('listitem').first().waitFor(),
);
console.log(
  `first load, compressed, fonts and all: Songs ${listLoad.toFixed(0)} kB, a link ${linkLoad.toFixed(0)} kB`,
);

/**
 * A first visit on a phone of the middle range over a slow network: four times slower than this machine, 1.6 Mbit/s with
 * 150 ms there and back (the figures that audits of pages use; from memory). Read from the browser's own trace: when the
 * first words are painted, when the song or list is there, and how long the page would not have answered in between, that
 * is what tasks took over 50 ms each (W3C Long Tasks).
 * @param {string} path @param {(page: import('@playwright/test').Page) => Promise<unknown>} shown
 */
async function slowVisit(path, shown) {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState,
  });
  const visitor = await context.newPage();
  const session = await context.newCDPSession(visitor);
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 150,
    downloadThroughput: 200_000,
    uploadThroughput: 90_000,
  });
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await browser.startTracing(visitor, {
    categories: ['loading', 'devtools.timeline', 'disabled-by-default-devtools.timeline'],
  });
  const begun = performance.now();
  await visitor.goto(base + path);
  await shown(visitor);
  const there = performance.now() - begun;
  await visitor.waitForTimeout(3_000);
  const trace = JSON.parse((await browser.stopTracing()).toString('utf8'));
  await context.close();
  /** @type {{ name: string, ph: string, ts: number, dur?: number, pid: number, tid: number }[]} */
  const events = trace.traceEvents;
  const from = events.find(
    ({ name }) => name === 'navigationStart' || name === 'ResourceSendRequest',
  );
  const paint = events.find(({ name }) => name === 'firstContentfulPaint');
  if (!from || !paint) throw new Error('The trace does not say when something was painted.');
  const blocked = events
    .filter(({ name, pid, tid, dur = 0, ts }) => {
      const isMain = pid === paint.pid && tid === paint.tid;
      return name === 'RunTask' && isMain && dur > 50_000 && ts > from.ts;
    })
    .reduce((sum, { dur = 0 }) => sum + dur - 50_000, 0);
  return {
    painted: (paint.ts - from.ts) / 1000,
    there,
    blocked: blocked / 1000,
  };
}
for (const [name, path, what] of /** @type {const} */ ([
  ['Songs', '/songs', 'link'],
  ['a link', `/s/${share.token}`, 'listitem'],
])) {
  const { painted, there, blocked } = await slowVisit(path, (visitor) =>
    visitor.locator('main').getByRole(what).first().waitFor(),
  );
  console.log(
    `a first visit to ${name} on a slow phone: first words after ${(painted / 1000).toFixed(1)} s, ` +
      `what it is about after ${(there / 1000).toFixed(1)} s, blocked for ${blocked.toFixed(0)} ms`,
  );
}

const { songs } = await (await asOwner(`${base}/api/songs`)).json();
const list = Array.from({ length: 20 }, (_, index) => songs[index % songs.length]);
let bytes = 0;
let pages = 0;
const start = performance.now();
for (const { id } of list) {
  await page.goto(`${base}/songs/${id}/print`);
  await page.getByText(/^(?:One page|\d+ pages)$/).waitFor();
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  bytes += pdf.length;
  pages += [...pdf.toString('latin1').matchAll(/\/Type\s*\/Page\b(?!s)/g)].length;
}
const seconds = (performance.now() - start) / 1000;
console.log(
  `PDF of ${list.length} songs through the browser: ${seconds.toFixed(1)} s, ${pages} pages, ` +
    `${(bytes / 1_000_000).toFixed(1)} MB; ${((1000 * seconds) / pages).toFixed(0)} ms and ${(bytes / pages / 1000).toFixed(0)} kB a page`,
);
await browser.close();
