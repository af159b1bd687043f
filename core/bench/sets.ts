import { bestOrder, parseChart, planSet, type ServiceItem } from '@intervallum/core';
import { measure } from './measure.ts';

/** Twelve songs of sixty bars in keys and tempos that lie apart, none of them fixed; a reading and a prayer among them. */
const keys = ['G', 'Db', 'A', 'Eb', 'E', 'C', 'F#', 'D', 'Bb', 'B', 'Ab', 'F'];
const line = '  1 | 5/7 | 6m 5 | 4\n';
const songs = keys.map((key, at): ServiceItem => {
  const read = parseChart(
    `title: ${key}\nkey: ${key}\nmeter: ${at % 3 ? '4/4' : '6/8'}\ntempo: ${60 + 7 * at}\n\nSong:\n${line.replaceAll('6m 5', '6m').repeat(15)}`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return { id: key, name: key, kind: 'song', songId: key, song: read.value };
});
const items: ServiceItem[] = [
  ...songs.slice(0, 4),
  { id: 'reading', name: 'Reading', kind: 'reading', minutes: 4 },
  ...songs.slice(4, 9),
  { id: 'prayer', name: 'Prayer', kind: 'prayer', minutes: 3 },
  ...songs.slice(9),
];
const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
const aim = (value: number, most: number) => (value <= most ? 'met' : 'MISSED');

const six = measure(5, () => planSet(items.slice(0, 7)));
console.log(
  `a set of six songs and a reading, planned: ${show(six.median)} (aim 100 ms ${aim(six.median, 100)})`,
);
const whole = measure(5, () => planSet(items));
console.log(
  `twelve songs, a reading, a prayer, planned with their best order: ${show(whole.median)}`,
);
const costs = keys.map((_, one) => keys.map((__, other) => (7 * one + 11 * other) % 13));
const order = measure(5, () =>
  bestOrder(
    keys.map(() => ({ isFixed: false })),
    (before, after) => costs[before]![after]!,
  ),
);
console.log(
  `the best order of twelve alone: ${show(order.median)} (aim 200 ms ${aim(order.median, 200)})`,
);
