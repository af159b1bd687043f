import { chromium } from '@playwright/test';
const [, , base, out, path, size = '1280x800', ...acts] = process.argv;
const [width, height] = size.split('x').map(Number);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({
  viewport: { width, height },
  colorScheme: process.env.SCHEME ?? 'light',
  deviceScaleFactor: 1,
});
page.on('console', (m) => {
  if (['error', 'warning'].includes(m.type())) console.log('console', m.text().slice(0, 400));
});
page.on('pageerror', (e) => console.log('pageerror', e.message));
let p = path;
if (p.startsWith('song:')) {
  const r = await (await fetch(base + '/api/songs')).json();
  const s = r.songs.find((s) => s.summary.title.startsWith(p.slice(5).split('?')[0]));
  p = '/songs/' + s.id + (p.includes('?') ? '?' + p.split('?')[1] : '');
}
if (p.startsWith('set:')) {
  const r = await (await fetch(base + '/api/sets')).json();
  p = '/sets/' + r.sets.find((s) => s.name.startsWith(p.slice(4))).id;
}
if (p.startsWith('share:')) {
  const r = await (await fetch(base + '/api/sets')).json();
  const id = r.sets.find((s) => s.name.startsWith(p.slice(6))).id;
  const s = await (
    await fetch(base + '/api/shares', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kind: 'set', id }),
    })
  ).json();
  p = '/s/' + s.token;
}
await page.goto(base + p);
await page.waitForLoadState('networkidle');
await page.waitForTimeout(500);
for (const a of acts) {
  const [k, ...v] = a.split('=');
  const val = v.join('=');
  if (k === 'click') await page.getByRole('button', { name: val }).first().click();
  if (k === 'text') await page.getByText(val).first().click();
  if (k === 'type') await page.keyboard.type(val);
  if (k === 'key') await page.keyboard.press(val);
  if (k === 'wait') await page.waitForTimeout(Number(val));
  if (k === 'eval') console.log(JSON.stringify(await page.evaluate(val)));
  if (k === 'print') await page.emulateMedia({ media: 'print' });
  await page.waitForTimeout(150);
}
await page.waitForTimeout(300);
await page.screenshot({ path: out, fullPage: process.env.FULL === '1' });
await browser.close();
