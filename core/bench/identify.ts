import { identifyVoicing, parseKey } from '@intervallum/core';
import { Chord, Note } from 'tonal';
import { measure } from './measure.ts';

/** The same 5,000 sets of three to seven notes for both: half of them chords that hands hold, half at random. */
let seed = 20261125;
const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return seed / 2 ** 32;
};
const shapes = [
  [0, 4, 7],
  [0, 3, 7],
  [0, 4, 7, 11],
  [0, 4, 7, 10],
  [0, 3, 7, 10],
  [0, 3, 6, 10],
  [0, 3, 6, 9],
  [0, 5, 7],
  [0, 2, 7],
  [0, 4, 7, 10, 14],
  [0, 3, 7, 10, 14, 17],
  [0, 5, 7, 10, 14],
  [0, 4, 10, 14, 21],
  [0, 4, 10, 15, 20],
];
const sets = Array.from({ length: 5_000 }, (_, index) => {
  const low = 40 + Math.floor(random() * 20);
  if (index % 2 === 0)
    return shapes[Math.floor(random() * shapes.length)]!.map((note) => low + note);
  return Array.from(
    { length: 3 + Math.floor(random() * 5) },
    () => low + Math.floor(random() * 30),
  );
}).map((notes) => [...new Set(notes)].sort((one, other) => one - other));
const names = sets.map((notes) => notes.map((note) => Note.pitchClass(Note.fromMidi(note))));

const read = parseKey('C');
if (!read.ok) throw new Error('no key');
const key = read.value;
const nameOurs = (notes: readonly number[]) =>
  identifyVoicing({ left: notes.slice(0, 1), right: notes.slice(1) }, key);

nameOurs([60, 64, 67]);
const firstStart = performance.now();
sets.forEach((notes) => nameOurs(notes)[0]?.numbers);
const firstPass = performance.now() - firstStart;

const ours = measure(5, () => sets.forEach(nameOurs));
const written = measure(5, () => sets.forEach((notes) => nameOurs(notes)[0]?.numbers));
const theirs = measure(3, () => names.forEach((notes) => Chord.detect(notes)));
const namedByUs = sets.filter((notes) => nameOurs(notes)[0]?.chord).length;
const namedByTonal = names.filter((notes) => Chord.detect(notes).length > 0).length;

let slow = 0;
for (const notes of sets) {
  const start = performance.now();
  nameOurs(notes);
  if (performance.now() - start > 5) slow += 1;
}

const rate = (milliseconds: number) =>
  `${Math.round(sets.length / (milliseconds / 1000))} a second`;
const ratio = theirs.median / ours.median;
console.log(
  `identifyVoicing, ${sets.length} note sets: median ${ours.median.toFixed(0)} ms (${rate(ours.median)}), ${namedByUs} named, ${slow} took over 5 ms`,
);
console.log(
  `  names are written when they are asked for; with the first one written: median ${written.median.toFixed(0)} ms; sets met for the first time, cold: ${firstPass.toFixed(0)} ms`,
);
console.log(
  `tonal's Chord.detect, the same sets: median ${theirs.median.toFixed(0)} ms (${rate(theirs.median)}), ${namedByTonal} named`,
);
console.log(
  `  identifyVoicing has ${ratio.toFixed(1)} times its rate; the aim is 10: ${ratio >= 10 ? 'met' : 'MISSED'}`,
);
