import { chromium } from '@playwright/test';
import { fetchAs } from '../demoCookie.mjs';
import { chromiumPath } from '../packages.mjs';

/**
 * A page of a foreign name that was bound to this machine, as a rebound name is after its first answer ran out, tries in a
 * real browser to read and change.
 * @param {import('../attack.mjs').World} world
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export async function foreignName({ url }) {
  const { port } = new URL(url);
  const browser = await chromium.launch({
    executablePath: chromiumPath,
    args: ['--no-sandbox', '--host-resolver-rules=MAP rebound.example.net 127.0.0.1'],
  });
  try {
    const page = await browser.newPage();
    await page.goto(`http://rebound.example.net:${port}/`);
    const statuses = await page.evaluate(async () => {
      const json = { 'Content-Type': 'application/json' };
      const body = JSON.stringify({ text: 'title: Rebound\n' });
      const answers = await Promise.all([
        fetch('/api/songs'),
        fetch('/api/sets'),
        fetch('/healthz'),
        fetch('/s/xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx'),
        fetch('/api/songs', { method: 'POST', headers: json, body }),
        fetch('/api/songs', { method: 'POST', headers: { 'Content-Type': 'text/plain' }, body }),
      ]);
      return answers.map(({ status }) => status);
    });
    const asOwner = await fetchAs(url);
    const found = await (await asOwner(`${url}/api/songs?search=Rebound`)).json();
    const { total } = /** @type {{ total: number }} */ (found);
    const answered = statuses.filter((status) => status !== 421).length;
    return {
      holds: answered === 0 && total === 0,
      figure: `${answered} of ${statuses.length} requests answered, ${total} songs made`,
    };
  } finally {
    await browser.close();
  }
}
