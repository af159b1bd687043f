import { expand, parseChart, suggestMoves } from '@intervallum/core';
import { measure } from './measure.ts';

/** Sixty bars as a worship song has them, with a tune over each. */
const chords = ['1', '5/7', '6m 5', '4', '2m', '5sus4 5', '1/3', '4', '6m 3m', '4', '1/5', '5'];
const lines = Array.from({ length: 15 }, (_, line) => {
  const bars = Array.from({ length: 4 }, (_, bar) => chords[(4 * line + bar) % chords.length]!);
  return `  ${bars.join(' | ')}\n  tune: 3 . 2 1 | 5 . . . | 6 5 3 . | 1 . . .\n`;
});
const read = parseChart(`title: Bench\nkey: Eb\nmeter: 4/4\n\nSong:\n${lines.join('')}`);
if (!read.ok) throw new Error(read.problems[0]!.message);
const { value: song } = read;

const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
const aim = (value: number, most: number) => (value <= most ? 'met' : 'MISSED');

/** A timeline of its own each time, so that nothing is known of it before. */
const one = measure(9, () => suggestMoves(expand(song), { after: 7 }));
console.log(
  `ideas for one gap of a song of 60 bars, the song unrolled anew: ${show(one.median)} (aim 50 ms ${aim(one.median, 50)})`,
);

let found = 0;
const all = measure(5, () => {
  const timeline = expand(song);
  found = timeline.slots.reduce(
    (sum, _, after) => sum + suggestMoves(timeline, { after }).length,
    0,
  );
});
console.log(
  `ideas for every gap of it: ${show(all.median)}, ${found} ideas (aim 1,000 ms ${aim(all.median, 1_000)})`,
);
