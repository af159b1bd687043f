// Measures the server on a database with many teams: search while typing, pages of a list, a large save while others ask.
// Run by bin/bench, which starts the server and says where it and its database are.
import { Client } from 'pg';
import { demoCookie } from '../bin/lib/demoCookie.mjs';

const base = process.env['BASE_URL'];
const asked = { Cookie: await demoCookie(base) };
const owner = new Client({ connectionString: process.env['OWNER_URL'] });
await owner.connect();

const words = [
  'lantern',
  'river',
  'quince',
  'harbour',
  'morning',
  'table',
  'winter',
  'bell',
  'window',
  'bread',
  'hollow',
  'cedar',
];
/** A lyric of our own making, long enough to be like one. @param {number} seed */
const lyric = (seed) =>
  Array.from({ length: 16 }, (_, line) =>
    Array.from(
      { length: 7 },
      (_, word) => words[(seed * 7 + line * 5 + word * 3) % words.length],
    ).join(' '),
  );
/** @param {number} seed */
const textOf = (seed) =>
  `title: ${words[seed % words.length]} ${seed}\nkey: C\n\nVerse:\n${lyric(seed)
    .map((line) => `  1 | 4 | 57 | 1\n  > ${line}`)
    .join('\n')}\n`;

const { rows } = await owner.query('select id from teams order by created_at limit 1');
const summary = JSON.stringify({
  title: 'x',
  key: 'C',
  meter: '4/4',
  reading: 'as written',
  minor: 'relative',
  tempo: null,
  singer: '',
  opening: [],
  problems: 0,
});
/** @param {string} team @param {number} count */
async function fill(team, count) {
  for (let from = 0; from < count; from += 500) {
    const seeds = Array.from({ length: Math.min(500, count - from) }, (_, index) => from + index);
    await owner.query(
      `insert into songs (team_id, id, title, title_key, sung, text, summary)
       select $1, gen_random_uuid(), title, lower(title), sung, text, $5::jsonb from unnest($2::text[], $3::text[], $4::text[]) as x(title, sung, text)`,
      [
        team,
        seeds.map((seed) => `${words[seed % words.length]} ${seed}`),
        seeds.map((seed) => lyric(seed).join('\n')),
        seeds.map(textOf),
        summary,
      ],
    );
  }
}
await fill(rows[0].id, 10_000);
for (let count = 0; count < 200; count += 1) {
  const made = await owner.query("insert into teams (name) values ('Bench') returning id");
  await fill(made.rows[0].id, 100);
}
// As the database's own housekeeping leaves it a minute after so much was written.
await owner.query('vacuum analyze songs');
await owner.query('checkpoint');
await owner.end();

/** @param {readonly number[]} times @param {number} share */
const at = (times, share) =>
  times.toSorted((one, other) => one - other)[Math.floor(times.length * share)] ?? 0;

/** @param {string} path */
async function timed(path) {
  const start = performance.now();
  const response = await fetch(base + path, { headers: asked });
  await response.arrayBuffer();
  if (!response.ok) throw new Error(`${path} answers ${response.status}.`);
  return performance.now() - start;
}
for (let count = 0; count < 20; count += 1) await timed('/healthz');
const empty = at(await Promise.all([timed('/healthz')]), 0.5);

/** The time of each letter. @param {readonly string[]} words */
async function typed(words) {
  /** @type {number[]} */
  const letters = [];
  for (const word of words)
    for (let length = 1; length <= word.length; length += 1)
      letters.push(await timed(`/api/songs?search=${encodeURIComponent(word.slice(0, length))}`));
  return letters;
}
// A server that has been asked before.
await typed(['bread window', 'harbour 12']);
const letters = await typed([
  'lantern river',
  'quince table',
  'morning',
  'w',
  'winter wheat',
  'the lantern',
  'cedar 99',
  'hollow bell',
]);
console.log(
  `search while typing, 10,000 songs among 200 teams: p95 ${at(letters, 0.95).toFixed(0)} ms a letter, median ${at(letters, 0.5).toFixed(0)} ms ` +
    `(aim p95 60 ms: ${at(letters, 0.95) <= 60 ? 'met' : 'MISSED'}); an empty answer takes ${empty.toFixed(1)} ms`,
);
/** @type {number[]} */
const pages = [];
let next = '';
for (let count = 0; count < 30; count += 1) {
  const start = performance.now();
  const page = await (await fetch(`${base}/api/songs?${next}`, { headers: asked })).json();
  pages.push(performance.now() - start);
  next = page.next ? `after=${page.next}` : '';
}
console.log(
  `a page of the list of songs: p95 ${at(pages, 0.95).toFixed(0)} ms, median ${at(pages, 0.5).toFixed(0)} ms (aim 60 ms: ${at(pages, 0.95) <= 60 ? 'met' : 'MISSED'})`,
);

let seed = 1;
/** Any number below another (Park and Miller's generator, 1988). @param {number} below */
const any = (below) => {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed % below;
};
let count = 0;
/** A chart of 40 kB, never the same one, of lines that are all different. @param {readonly string[]} chords */
const large = (chords) => {
  const line = () => Array.from({ length: 16 }, () => chords[any(chords.length)]).join(' | ');
  return `title: Large ${(count += 1)}\n\nA:\n${Array.from({ length: 480 }, () => `  ${line()}\n`).join('')}`;
};
const headers = { ...asked, 'Content-Type': 'application/json' };
const hands = {
  school: 'block and plain',
  pins: [],
  palette: [],
  registers: [{ slot: 900, octaves: 1 }],
  walks: [],
};
/** @type {number[]} */
const saves = [];
/** @type {number[]} */
const health = [];
for (let round = 0; round < 7; round += 1) {
  const made = await fetch(`${base}/api/songs`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ text: large(['1', '4', '57']), part: { hands } }),
  });
  const { id } = await made.json();
  const start = performance.now();
  let done = false;
  const saving = fetch(`${base}/api/songs/${id}`, {
    method: 'PUT',
    headers: { ...headers, 'If-Match': '"1"' },
    body: JSON.stringify({ text: large(['2m', '3m', '6m7', 'b7']) }),
  }).then((response) => {
    done = true;
    saves.push(performance.now() - start);
    if (!response.ok) throw new Error(`The save answers ${response.status}.`);
  });
  // Asked again and again, but not as fast as can be: asking takes the save's own time.
  while (!done) {
    health.push(await timed('/healthz'));
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  await saving;
}
// The first two warm the server up.
saves.splice(0, 2);
console.log(
  `saving a chart of ${(large(['2m', '3m', '6m7', 'b7']).length / 1000).toFixed(0)} kB with a decision, without hands: median ${at(saves, 0.5).toFixed(0)} ms, slowest ${Math.max(...saves).toFixed(0)} ms ` +
    `(aim 250 ms: ${at(saves, 0.5) <= 250 ? 'met' : 'MISSED'}); /healthz meanwhile slowest ${Math.max(...health).toFixed(0)} ms (aim 50 ms: ${Math.max(...health) <= 50 ? 'met' : 'MISSED'})`,
);
