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
await page.goto(`${base}/songs/${long}`);
const editor = page.getByRole('textbox', { name: 'Chart text' });
await editor.waitFor();
await page.getByRole('listitem').nth(100).waitFor();

/** Types digits at the end of the chart; the time from each key press to the first frame that shows it on the chart. */
const times = await page.evaluate(async () => {
  const text = /** @type {HTMLElement} */ (document.querySelector('[aria-label="Chart text"]'));
  text.focus();
  const chart = /** @type {HTMLElement} */ (document.querySelector('[aria-label="Chart"]'));
  const selection = /** @type {Selection} */ (getSelection());
  selection.selectAllChildren(text);
  selection.collapseToEnd();
  /** @type {number[]} */
  const found = [];
  for (let key = 0; key < 24; key += 1) {
    const start = performance.now();
    const drawn = new Promise((resolve) => {
      const observer = new MutationObserver(() => {
        observer.disconnect();
        requestAnimationFrame(() => setTimeout(resolve, 0));
      });
      observer.observe(chart, { subtree: true, childList: true, characterData: true });
    });
    document.execCommand('insertText', false, key % 2 ? ' | 4' : ' | 2m7');
    await Promise.race([drawn, new Promise((resolve) => setTimeout(resolve, 3_000))]);
    found.push(performance.now() - start);
    await new Promise((resolve) => setTimeout(resolve, 600));
  }
  return found.slice(4);
});
const frame = await page.evaluate(async () => {
  /** @type {number[]} */
  const found = [];
  for (let count = 0; count < 20; count += 1) {
    const start = performance.now();
    await new Promise((resolve) => requestAnimationFrame(resolve));
    found.push(performance.now() - start);
  }
  return found.toSorted((one, other) => one - other)[10] ?? 16.7;
});
const painted = median(times);
console.log(
  `a key press on the chart of 200 bars: median ${painted.toFixed(0)} ms (aim 50 ms: ${painted <= 50 ? 'met' : 'MISSED'}), ` +
    `slowest ${Math.max(...times).toFixed(0)} ms, ${(painted / frame).toFixed(1)} times an empty frame`,
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
