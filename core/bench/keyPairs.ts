import {
  expand,
  fitVoice,
  formatKey,
  isSingable,
  parseChart,
  rankKeys,
  sungRange,
  usualVoices,
  voiceOf,
  type Singer,
} from '@intervallum/core';

/**
 * Forty pairs of an invented song and an invented singer: for how many the first key has every long note in comfort. With
 * TABLES=1 the first three keys of each as well, with the reasons that weigh most.
 */
const isTold = process.env['TABLES'] === '1';
const tunes = [
  ['Harbour Light', 'F', '5, . 1 2 | 3 . . . | 4 3 2 . | 1 . . .'],
  ['Grain and Stone', 'D', "1 . 3 5 | 1' . . . | 7 6 5 . | 3 . . ."],
  ['Evening Ferry', 'A', '3 . 2 1 | 6, . 5, . | 1 2 3 . | 2 . . .'],
  ['Thorn Hedge', 'E', "5 . 5 6 | 1' . 6 . | 5 3 . . | 2 . 1 ."],
  ['Low Door', 'G', "1 2 3 4 | 5 . . . | 6 5 4 3 | 2' . 1' ."],
  ['Salt Road', 'Bb', "5, 1 . 2 | 3 5 . . | 6 1' . 6 | 5 . . ."],
  ['Nine Gates', 'C', "1, . 3, . | 5, . 1 . | 3 . 5 . | 1' . . ."],
  ['Wool and Wax', 'Ab', '3 . . . | 4 . 3 . | 2 . 1 . | 2 . . .'],
] as const;
const singers: readonly Singer[] = [
  ...usualVoices.slice(0, 4),
  { name: 'a small voice', low: 57, high: 67, extremeLow: 55, extremeHigh: 69 },
];

let suits = 0;
let could = 0;
for (const [title, key, tune] of tunes) {
  const bars = tune.split('|').map(() => '1');
  const read = parseChart(
    `title: ${title}\nkey: ${key}\ntempo: 76\n\nVerse:\n  ${bars.join(' | ')}\n  tune: ${tune}\n`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  const range = sungRange(expand(read.song))!;
  for (const singer of singers) {
    const ranked = rankKeys({ song: range, singers: [singer], congregation: true, guitar: true });
    const inComfort = (shift: number) => fitVoice(range, shift, voiceOf(singer)).long === null;
    if (ranked.some(({ shift }) => inComfort(shift))) could += 1;
    if (inComfort(ranked[0]!.shift)) suits += 1;
    if (isTold) console.log(`${title} (${key}), ${singer.name}:`);
    for (const one of isTold ? ranked.slice(0, 3) : [])
      console.log(
        `  ${formatKey(one.key).padEnd(3)} ${String(one.score).padStart(6)} ${isSingable(one) ? '' : 'not in comfort; '}${one.reasons
          .slice(0, 2)
          .map(({ words }) => words)
          .join(' ')}`,
      );
  }
}
console.log(
  `the first key has every long note in comfort for ${suits} of ${could} pairs for which some key has; ${tunes.length * singers.length} pairs`,
);
