import { chordParserFactory } from 'chord-symbol';
import { parseChart, printChart, toLetters, type Chord } from '@intervallum/core';
import { measure } from './measure.ts';

/** Chords of every grade, some of them pushed, held or on another bass, as a real chart mixes them. */
const phrases = [
  '1add9 | 5/7 | 6m7 . . 5 | <4maj7~',
  '1 | 1sus4 1 | 2m7 59sus4 | 57',
  '6m | 6m(maj7)/#5 | 6m7/5 | #4m7b5',
  '4maj9 4m6 | 1/5 3(7#5#9) | 2m9 5(13b9) | 1(6/9)',
  'b7(13#11) | 2m11 5(13sus) | 1 17/3 | 4 #4dim7',
];
const bars = 200;
const head = 'title: Bench\nkey: Eb\nmeter: 4/4\ntempo: 72\n';
const sections = Array.from(
  { length: bars / 20 },
  (_, index) => `\nPart ${index + 1}:\n  ${phrases.join('\n  ')}\n`,
);
const text = head + sections.join('');

const read = parseChart(text);
if (!read.ok) throw new Error(read.problems[0]!.message);
const song = read.value;
const chords: Chord[] = song.sections
  .flatMap((section) => section.phrases.flatMap((phrase) => phrase.bars))
  .flatMap((bar) => (bar.kind === 'played' ? bar.slots : []))
  .flatMap((slot) => (slot.kind === 'chord' ? [slot.chord] : []));
const letters = chords.map((chord) => toLetters(chord, song.key));

const parse = measure(60, () => parseChart(text));
const print = measure(60, () => printChart(song));
const parseLetters = chordParserFactory();
const unread = letters.filter((symbol) => (parseLetters(symbol).error ?? []).length > 0).length;
const peer = measure(10, () => letters.forEach((symbol) => parseLetters(symbol)));

const show = (milliseconds: number) => `${milliseconds.toFixed(2)} ms`;
console.log(
  `parseChart, ${bars} bars with ${chords.length} chords: median ${show(parse.median)} (${show(parse.best)} to ${show(parse.worst)})`,
);
console.log(
  `  ${Math.round(1000 / parse.median)} such songs a second; the aim is under 5 ms: ${parse.median < 5 ? 'met' : 'MISSED'}`,
);
console.log(`printChart of the same: median ${show(print.median)}`);
console.log(
  `chord-symbol, the same ${letters.length} chords as letters: median ${show(peer.median)}, ${unread} of them not read`,
);
console.log(
  `  parseChart takes ${(parse.median / peer.median).toFixed(3)} of its time, bars, words and problems included`,
);
