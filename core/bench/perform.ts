import { expand, parseChart, perform, voice } from '@intervallum/core';
import { measure } from './measure.ts';

/** Five hundred bars with everything that is heard: pushes, stops, rings, accents, swing, directions, slowing. */
const bars = Array.from({ length: 125 }, (_, line) =>
  line % 3 === 0
    ? '  1 <5/7 | 6m7! | <r4maj7~ | 5sus4> 5'
    : '  1 | 4 . 5 6m | {rit} 2m7 | {in time} 5^',
);
const chart = (fields: string, under: string) =>
  `title: Bench\nkey: Eb\nmeter: 4/4\ntempo: 96\nswing: eighths\n${fields}\nIn:\n  1\n\nSong:\n  * build, octave higher\n${bars.map((line) => line + under).join('\n')}\n`;
function voicedOf(text: string) {
  const read = parseChart(text);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return voice(expand(read.value));
}
const voiced = voicedOf(chart('', ''));
const { notes } = perform(voiced);
/** The same with patterns in both hands and a tune. */
const busy = voicedOf(
  chart(
    'left: alternating bass\nright: top-middle-low-middle, sixteenths\n',
    '\n  tune: 5 (6 5) 3 . | 1 2 3 4 | . 5 _ 5 | 3 2 1 .',
  ),
);
const busyNotes = perform(busy).notes.length;

const whole = measure(15, () => perform(voiced));
const full = measure(15, () => perform(busy));
const loop = measure(15, () => {
  let sum = 0;
  for (let index = 0; index < 100 * notes.length; index += 1) sum = (sum + index * 7) | 0;
  if (sum === 1) throw new Error('never');
});
console.log(
  `perform() of ${bars.length * 4} bars, ${notes.length} notes: median ${whole.median.toFixed(1)} ms ` +
    `(aim 30 ms: ${whole.median <= 30 ? 'met' : 'MISSED'}), ` +
    `${((1000 * whole.median) / notes.length).toFixed(1)} µs a note, ` +
    `${(whole.median / loop.median).toFixed(1)} times a plain loop of 100 steps a note`,
);
console.log(
  `  with patterns in both hands and a tune, ${busyNotes} notes: median ${full.median.toFixed(1)} ms ` +
    `(aim 30 ms: ${full.median <= 30 ? 'met' : 'MISSED'}), ` +
    `${((1000 * full.median) / busyNotes).toFixed(1)} µs a note, ` +
    `${(full.median / whole.median / (busyNotes / notes.length)).toFixed(2)} of the time that its notes would take at the plain song's pace ` +
    `(aim 1.3: ${full.median / whole.median / (busyNotes / notes.length) <= 1.3 ? 'met' : 'MISSED'})`,
);

/** The same song eight times as long, its hands taken from the short one: what is measured is performing alone. */
function longer(times: number) {
  const timeline = expand(parseChart(chart('', '').replace('Song:', `Song x${times}:`)).song);
  const bySlot = new Map(voiced.slots.flatMap((slot) => (slot ? [[slot.slot, slot]] : [])));
  const slots = timeline.slots.map(({ slot }, at) => {
    const held = bySlot.get(slot);
    return held ? { ...held, at } : null;
  });
  return { ...voiced, timeline, slots };
}
const long = longer(8);
const longNotes = perform(long).notes.length;
const longest = measure(7, () => perform(long));
const pace = longest.median / whole.median / (longNotes / notes.length);
console.log(
  `  of ${(bars.length * 4 * 8).toLocaleString('en')} bars, ${longNotes} notes: median ${longest.median.toFixed(0)} ms, ` +
    `${pace.toFixed(2)} of the time that its notes would take at the short song's pace (aim 1.3: ${pace <= 1.3 ? 'met' : 'MISSED'})`,
);
