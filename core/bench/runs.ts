import {
  expand,
  fitRuns,
  parseChart,
  placeRuns,
  placesOf,
  runs,
  twelveKeys,
  voice,
  type Song,
} from '@intervallum/core';
import { measure } from './measure.ts';

/** Sixty bars in three times through, half of them sung: every second bar leaves two beats or more. */
const chords = ['1', '5/7', '6m 5', '4', '2m', '5sus4 5', '1/3', '4', '6m 3m', '4', '1/5', '5'];

function songOf(index: number): Song {
  const lines = Array.from({ length: 5 }, (_, line) => {
    const bars = Array.from(
      { length: 4 },
      (_, bar) => chords[(4 * line + bar + index) % chords.length]!,
    );
    return `  ${bars.join(' | ')}\n  tune: 3 . 2 1 | 5 . _ _ | 6 5 3 . | 1 _ _ _\n`;
  });
  const read = parseChart(
    `title: Bench ${index}\nkey: Eb\nmeter: 4/4\ntempo: 72\n\nSong x3:\n${lines.join('')}`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
const aim = (value: number, most: number) => (value <= most ? 'met' : 'MISSED');

const song = songOf(0);
const voiced = voice(expand(song));

/** A timeline of its own each time, so that nothing is known of it before. */
const one = measure(9, () => fitRuns(expand(song), { at: 3 }, { voiced }));
console.log(
  `runs for one gap of a song of 60 bars, the song unrolled anew: ${show(one.median)} (aim 50 ms ${aim(one.median, 50)})`,
);

let placed = 0;
const all = measure(5, () => {
  placed = placeRuns(expand(song), { restraint: 'usual', voiced }).placed.length;
});
console.log(
  `runs placed in all of it: ${show(all.median)}, ${placed} placed (aim 1,000 ms ${aim(all.median, 1_000)})`,
);

const eight = Array.from({ length: 8 }, (_, index) => songOf(index));
let places = 0;
const everywhere = measure(5, () => {
  const timelines = eight.flatMap((each) =>
    twelveKeys('major').map((key) => expand(each, { key })),
  );
  places = runs.reduce((sum, run) => sum + placesOf(run, timelines).length, 0);
});
console.log(
  `where each of ${runs.length} runs fits 8 songs in 12 keys, unrolled anew: ${show(everywhere.median)}, ${places} places (aim 300 ms ${aim(everywhere.median, 300)})`,
);

const many = Array.from({ length: 200 }, (_, index) => songOf(index));
const library = measure(3, () => {
  const timelines = many.map((each) => expand(each));
  places = runs.reduce((sum, run) => sum + placesOf(run, timelines).length, 0);
});
console.log(
  `the same over a library of 200 songs: ${show(library.median)}, ${places} places (aim 3,000 ms ${aim(library.median, 3_000)})`,
);
