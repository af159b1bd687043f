// Measures how soon what is said on a stage is on the last phone, by two processes and one database, beside how soon an empty answer
// comes; and how many readers of one link are answered. Run by bin/bench.
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { EventSource } from 'eventsource';
import { childrenOf } from '../../bin/lib/processes.mjs';
import { fetchAs } from '../../bin/lib/demoCookie.mjs';

const base = process.env['BASE_URL'];
if (!base) throw new Error('BASE_URL says where the application runs.');
const ask = await fetchAs(base);
const followers = 300;
const count = 200;

/** @param {string} path @param {unknown} body @returns {Promise<any>} */
async function post(path, body) {
  const answer = await ask(base + path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
  return answer.json();
}

/** @param {readonly number[]} times @param {number} share */
function quantile(times, share) {
  return times.toSorted((one, other) => one - other)[Math.floor((times.length - 1) * share)] ?? 0;
}
/** @param {number} ms */
const said = (ms) => `${ms.toFixed(1)} ms`;

/** @type {any} */
const { sets } = await (await ask(`${base}/api/sets`)).json();
const set = sets[0].id;
const { token } = await post('/api/shares', { kind: 'set', id: set });
const screen = randomUUID();
await post(`/api/sets/${set}/stage`, { screen });

/** When each cue was sent, and when each phone heard it. @type {number[]} */
const sent = [];
/** @type {number[]} */
const late = [];
let heard = 0;
const joining = performance.now();
const phones = await Promise.all(
  Array.from({ length: followers }, async () => {
    const source = new EventSource(`${base}/api/shared/${token}/stage/events`);
    let next = 1;
    source.addEventListener('message', ({ data }) => {
      const event = JSON.parse(data);
      if (event.kind !== 'cue') return;
      if (event.taken.number !== next) throw new Error(`${event.taken.number} came for ${next}.`);
      late.push(performance.now() - (sent[next - 1] ?? 0));
      next += 1;
      heard += 1;
    });
    await new Promise((resolve) => source.addEventListener('message', resolve, { once: true }));
    return source;
  }),
);
const joined = performance.now() - joining;

for (let said = 0; said < count; said += 1) {
  sent.push(performance.now());
  await post(`/api/sets/${set}/stage/cues`, { id: randomUUID(), screen, cue: { kind: 'on' } });
  await new Promise((resolve) => setTimeout(resolve, 50));
}
for (let waits = 0; heard < followers * count && waits < 200; waits += 1)
  await new Promise((resolve) => setTimeout(resolve, 50));
for (const phone of phones) phone.close();

/** @type {number[]} */
const empty = [];
for (let asked = 0; asked < 200; asked += 1) {
  const from = performance.now();
  await (await fetch(`${base}/livez`)).text();
  empty.push(performance.now() - from);
}
const peer = quantile(empty, 0.5);
console.log(`${followers} phones join in ${said(joined)}: all hear the show`);
console.log(
  `a cue on ${followers} phones: half after ${said(quantile(late, 0.5))}, p99 ${said(quantile(late, 0.99))} (aim 300), the slowest ${said(Math.max(...late))}; ${(quantile(late, 0.99) / peer).toFixed(0)} empty answers; ${followers * count - heard} lost of ${followers * count}`,
);

/** How many are answered in a time, by so many who ask again at once. */
const readers = 20;
const until = performance.now() + 10_000;
let reads = 0;
await Promise.all(
  Array.from({ length: readers }, async () => {
    while (performance.now() < until) {
      const answer = await fetch(`${base}/api/shared/${token}`);
      await answer.text();
      if (!answer.ok) throw new Error(`A reader was answered ${answer.status}.`);
      reads += 1;
    }
  }),
);
/** What a process holds in memory, in megabytes (proc(5), status). @param {number} pid */
const memory = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1_024;
const processes = childrenOf(Number(process.env['SERVER_PID']));
console.log(
  `readers of one link: ${(reads / 10).toFixed(0)} a second on this machine, this measure among them; memory of each process ${processes.map((pid) => `${memory(pid).toFixed(0)} MB`).join(', ')}`,
);
