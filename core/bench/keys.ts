import { expand, parseChart, rankKeys, sungRange, usualVoices } from '@intervallum/core';
import { measure } from './measure.ts';

/** Sixty bars with a tune over each, the last sixteen lifted, for six singers, a congregation, guitars and horns. */
const line = '  1 | 5/7 | 6m 5 | 4\n  tune: 3 . 2 1 | 5 . . . | 6 5 3 . | 1 . . .\n';
const read = parseChart(
  `title: Bench\nkey: Eb\nmeter: 4/4\nroad: Song, up 2, Last\n\nSong:\n${line.repeat(11)}\nLast:\n${line.repeat(4)}`,
);
if (!read.ok) throw new Error(read.problems[0]!.message);
const { value: song } = read;
const who = {
  singers: [...usualVoices, { name: 'Odile', low: 55, high: 70 }],
  congregation: true,
  guitar: true,
  horns: ['trumpet', 'alto sax'],
} as const;

const whole = measure(9, () => rankKeys({ song, ...who }));
const range = sungRange(expand(song))!;
const again = measure(9, () => rankKeys({ song: range, ...who }));
const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
console.log(
  `twelve keys of a song of 60 bars for six singers, the song unrolled anew: ${show(whole.median)} (aim 20 ms ${whole.median <= 20 ? 'met' : 'MISSED'}), its range known: ${show(again.median)}`,
);
