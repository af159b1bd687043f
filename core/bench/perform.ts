import { expand, parseChart, perform, voice } from '@intervallum/core';
import { inTurn } from './measure.ts';

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
/** How many notes are played, those of the tune too. */
const countOf = (song: ReturnType<typeof voicedOf>) => {
  const { notes, tune } = perform(song);
  return notes.length + tune.length;
};

const plain = voicedOf(chart('', ''));
/** The same with patterns in both hands and a tune. */
const busy = voicedOf(
  chart(
    'left: alternating bass\nright: top-middle-low-middle, sixteenths\n',
    '\n  tune: 5 (6 5) 3 . | 1 2 3 4 | . 5 _ 5 | 3 2 1 .',
  ),
);
const long = longer(8);
const counts = { plain: countOf(plain), busy: countOf(busy), long: countOf(long) };
const times = inTurn(25, {
  plain: () => perform(plain),
  busy: () => perform(busy),
  long: () => perform(long),
  loop: () => {
    let sum = 0;
    for (let index = 0; index < 100 * counts.plain; index += 1) sum = (sum + index * 7) | 0;
    if (sum === 1) throw new Error('never');
  },
});

const verdict = (isMet: boolean) => (isMet ? 'met' : 'MISSED');
const paceOf = (name: 'busy' | 'long') => times[name] / counts[name] / (times.plain / counts.plain);
console.log(
  `perform() of ${bars.length * 4} bars, ${counts.plain} notes: median ${times.plain.toFixed(1)} ms ` +
    `(aim 30 ms: ${verdict(times.plain <= 30)}), ` +
    `${((1000 * times.plain) / counts.plain).toFixed(1)} µs a note, ` +
    `${(times.plain / times.loop).toFixed(1)} times a plain loop of 100 steps a note`,
);
console.log(
  `  with patterns in both hands and a tune, ${counts.busy} notes: median ${times.busy.toFixed(1)} ms ` +
    `(aim 30 ms: ${verdict(times.busy <= 30)}), ${paceOf('busy').toFixed(2)} of the plain song's pace a note ` +
    `(aim 1.3: ${verdict(paceOf('busy') <= 1.3)})`,
);
console.log(
  `  of ${(bars.length * 4 * 8).toLocaleString('en')} bars, ${counts.long} notes: median ${times.long.toFixed(0)} ms, ` +
    `${paceOf('long').toFixed(2)} of the plain song's pace a note (aim 1.3: ${verdict(paceOf('long') <= 1.3)})`,
);

/** The same song eight times as long, its hands taken from the short one: what is measured is performing alone. */
function longer(repeats: number) {
  const song = parseChart(chart('', '').replace('Song:', `Song x${repeats}:`)).song;
  const timeline = expand(song);
  const bySlot = new Map(plain.slots.flatMap((slot) => (slot ? [[slot.slot, slot]] : [])));
  const slots = timeline.slots.map(({ slot }, at) => {
    const held = bySlot.get(slot);
    return held ? { ...held, at } : null;
  });
  return { ...plain, timeline, slots };
}
