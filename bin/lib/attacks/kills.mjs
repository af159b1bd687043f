import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fetchAs } from '../demoCookie.mjs';

/**
 * Ends the server or its database with `kill -9` at moments of chance while an editor saves without a pause, starts them
 * again, and looks whether every save that was answered with yes is there: the text that stands is the last one that was
 * acknowledged, or one that was sent after it.
 * @param {import('../attack.mjs').World} world
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export async function kills({ url, folder, isQuick, begin, end }) {
  const fetch = await fetchAs(url);
  const most = isQuick ? 4 : 60;
  const json = { 'Content-Type': 'application/json' };
  const made = await fetch(`${url}/api/songs`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ text: 'title: Save 0\n' }),
  });
  const { id } = /** @type {{ id: string }} */ (await made.json());
  let acknowledged = 0;
  let sent = 0;
  let answered = 0;
  let missing = 0;
  for (let kill = 0; kill < most; kill += 1) {
    let goesOn = true;
    const before = acknowledged;
    const editor = (async () => {
      let { revision } = await standing(fetch, url, id);
      while (goesOn) {
        sent += 1;
        const number = sent;
        const body = JSON.stringify({ text: `title: Save ${number}\n` });
        const headers = { ...json, 'If-Match': `"${revision}"` };
        const answer = await fetch(`${url}/api/songs/${id}`, {
          method: 'PUT',
          headers,
          body,
        }).catch(() => null);
        if (answer?.status !== 200) break;
        ({ revision } = /** @type {{ revision: number }} */ (
          await answer.json().catch(() => ({ revision: -1 }))
        ));
        if (revision < 0) break;
        acknowledged = number;
        answered += 1;
      }
    })();
    // The first save of a server that was just started is slow: the kill comes among those after it.
    for (let tries = 0; acknowledged === before && tries < 500; tries += 1) await wait(10);
    await wait(Math.random() * 300);
    const database = Number(
      readFileSync(join(folder, 'cluster/postmaster.pid'), 'utf8').split('\n')[0],
    );
    const server = serverAt(url);
    process.kill(kill % 2 === 0 && server ? server : database, 'SIGKILL');
    goesOn = false;
    await editor;
    await end();
    await begin();
    const { text } = await standing(fetch, url, id);
    const number = Number(/Save (\d+)/.exec(text)?.[1]);
    if (!(number >= acknowledged && number <= sent)) missing += 1;
  }
  return {
    holds: missing === 0 && answered >= most,
    figure: `${most} kills, ${answered} saves acknowledged, ${missing} missing`,
  };
}

/** @param {typeof globalThis.fetch} fetch @param {string} url @param {string} id */
async function standing(fetch, url, id) {
  const song = await (await fetch(`${url}/api/songs/${id}`)).json();
  return /** @type {{ revision: number, text: string }} */ (song);
}

/** The process that listens at an address; null where none is found. @param {string} url */
function serverAt(url) {
  const { port } = new URL(url);
  const wanted = Number(port).toString(16).toUpperCase().padStart(4, '0');
  const inode = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .map((line) => line.trim().split(/\s+/))
    .find((fields) => fields[1]?.endsWith(`:${wanted}`) && fields[3] === '0A')?.[9];
  if (!inode) return null;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    if (linksOf(`/proc/${pid}/fd`).includes(`socket:[${inode}]`)) return Number(pid);
  }
  return null;
}

/** What the names in a folder lead to; nothing of a process that has just ended. @param {string} folder */
function linksOf(folder) {
  try {
    return readdirSync(folder).map((name) => readlinkSync(join(folder, name)));
  } catch {
    return [];
  }
}
