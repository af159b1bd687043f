// Measures what only a browser can tell: how soon a key press is on the chart, what paper takes. Run by bin/bench.
import { chromium } from '@playwright/test';

const base = process.env['BASE_URL'];
if (!base) throw new Error('BASE_URL says where the application runs.');
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});

/** @param {readonly number[]} times */
const median = (times) =>
  times.toSorted((one, other) => one - other)[Math.floor(times.length / 2)] ?? 0;

/** @param {string} text @returns {Promise<string>} */
async function makeSong(text) {
  const response = await fetch(`${base}/api/songs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ text }),
  });
  return (await response.json()).id;
}

const verse = '  1 | 6m7 | 4maj7 . 5sus4 5 | 1\n'.repeat(50);
const long = await makeSong(`title: Two hundred bars\nkey: Eb\nmeter: 4/4\n\nVerse:\n${verse}`);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

/** The time from key press to the first frame that shows it on the chart, against frames in which nothing happens. */
async function keyPresses() {
  return page.evaluate(async () => {
    const chart = /** @type {HTMLElement} */ (document.querySelector('[aria-label="Chart"]'));
    /** @param {() => void} act */
    const painted = async (act) => {
      const start = performance.now();
      const drawn = new Promise((resolve) => {
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => setTimeout(resolve, 0));
        });
        observer.observe(chart, {
          attributes: true,
          subtree: true,
          childList: true,
          characterData: true,
        });
      });
      act();
      await Promise.race([drawn, new Promise((resolve) => setTimeout(resolve, 3_000))]);
      return performance.now() - start;
    };
    const rest = () => new Promise((resolve) => setTimeout(resolve, 600));
    /** From one frame to the next where nothing happens. @type {number[]} */
    const empty = [];
    for (let count = 0; count < 30; count += 1) {
      const start = performance.now();
      await new Promise((resolve) => requestAnimationFrame(resolve));
      empty.push(performance.now() - start);
    }
    /** @type {number[]} */
    const times = [];
    const text = /** @type {HTMLElement | null} */ (
      document.querySelector('[aria-label="Chart text"]')
    );
    /** @param {number} key */
    const press = (key) => {
      if (text) {
        document.execCommand('insertText', false, key % 2 ? ' | 4' : ' | 2m7');
        return;
      }
      // Without the text the hands are at work: an arrow goes to the next chord.
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
      chart.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    };
    if (text) {
      text.focus();
      const selection = /** @type {Selection} */ (getSelection());
      selection.selectAllChildren(text);
      selection.collapseToEnd();
    } else chart.focus();
    for (let key = 0; key < 24; key += 1) {
      times.push(await painted(() => press(key)));
      await rest();
    }
    return { empty, times: times.slice(4) };
  });
}

for (const lens of ['', '/hands']) {
  await page.goto(`${base}/songs/${long}${lens}`);
  await page.getByRole('listitem').nth(100).waitFor();
  if (lens === '') await page.getByRole('textbox', { name: 'Chart text' }).waitFor();
  else
    await page
      .getByRole('status', { name: 'What both hands hold' })
      .getByText('E♭')
      .first()
      .waitFor();
  await page.waitForTimeout(1_500);
  const { empty, times } = await keyPresses();
  const ratio = median(times) / median(empty);
  console.log(
    `a key press in ${lens === '' ? 'Chart' : 'Hands'} on 200 bars: median ${median(times).toFixed(0)} ms, ` +
      `slowest ${Math.max(...times).toFixed(0)} ms, ${ratio.toFixed(2)} times an empty frame of ${median(empty).toFixed(0)} ms ` +
      `(aim 1.6: ${ratio <= 1.6 ? 'met' : 'MISSED'})`,
  );
}

/** What a first visit fetches, as it comes over the wire. @param {string} path @param {(page: import('@playwright/test').Page) => Promise<unknown>} shown */
async function firstLoad(path, shown) {
  const context = await browser.newContext();
  const visitor = await context.newPage();
  const session = await context.newCDPSession(visitor);
  await session.send('Network.enable');
  let wire = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => {
    wire += encodedDataLength;
  });
  await visitor.goto(base + path);
  await shown(visitor);
  await visitor.waitForLoadState('networkidle');
  await context.close();
  return wire / 1000;
}
const share = await (
  await fetch(`${base}/api/shares`, {
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

const { songs } = await (await fetch(`${base}/api/songs`)).json();
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
