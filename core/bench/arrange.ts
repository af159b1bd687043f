import {
  arrange,
  expand,
  harmonizeStanza,
  hymnSchools,
  noDecisions,
  parseChart,
  styles,
  takeChoices,
  type Choice,
} from '@intervallum/core';
import { measure } from './measure.ts';

/** Sixty bars, most of them heard three times, with nothing said of how they are played. */
const chords = ['1', '5/7', '6m', '4', '2m', '5', '1/3', '4', '6m', '4', '1', '5'];
const lines = (count: number, from: number) =>
  Array.from({ length: count }, (_, line) => {
    const bars = Array.from({ length: 4 }, (_, bar) => chords[(4 * line + bar + from) % 12]!);
    return `  ${bars.join(' | ')}\n  > words | under | every | bar\n`;
  }).join('');
const sections = `Verse:\n${lines(6, 0)}\nChorus:\n${lines(6, 4)}\nBridge:\n${lines(3, 8)}`;
const road = 'road: Verse, Chorus, Verse, Chorus, Bridge, Chorus, Chorus';
const read = parseChart(`title: Bench\nkey: Eb\nmeter: 4/4\n${road}\n\n${sections}`);
if (!read.ok) throw new Error(read.problems[0]!.message);

const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
const aim = (value: number, most: number) => (value <= most ? 'met' : 'MISSED');

let choices: readonly Choice[] = [];
const before = process.memoryUsage().heapUsed;
const all = measure(5, () => {
  const found = arrange(read, noDecisions, {
    style: styles.at(-1)!,
    level: 'strong',
    busy: 'generous',
  });
  if (!found.ok) throw new Error(found.why);
  ({ choices } = found.arrangement);
});
const megabytes = (process.memoryUsage().heapUsed - before) / 2 ** 20;
console.log(
  `a song of 60 bars, 168 as it is played, arranged: ${show(all.median)}, ${choices.length} choices (aim 3,000 ms ${aim(all.median, 3_000)}); ${megabytes.toFixed(0)} MB more on the heap behind ten of them`,
);
const taken = measure(5, () => takeChoices(read, noDecisions, choices));
console.log(`all of it written: ${show(taken.median)}`);

/** A stanza of four phrases, a chord on each beat. */
const lines4 = [
  '1 1 7, 6, | 5, 1 2 3',
  '3 3 3 2 | 1 4 3 2',
  '1 2 3 2 | 1 6, 7, 1',
  '5 3 1 2 | 4 3 2 1',
];
const tune = lines4.map((line) => `  _ | _\n  tune: ${line}\n`).join('');
const hymn = expand(parseChart(`key: G\nmeter: 4/4\n\nStanza:\n${tune}`).song);
for (const school of hymnSchools) {
  const stanza = measure(5, () => harmonizeStanza(hymn, 0, { school, rate: 'each beat' }));
  console.log(
    `a stanza of 32 chords in four parts, ${school}: ${show(stanza.median)} (aim 500 ms ${aim(stanza.median, 500)})`,
  );
}
