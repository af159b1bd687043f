import {
  expand,
  formatChord,
  parseChart,
  stepMovement,
  toLetters,
  toDegrees,
  Voicer,
  type Song,
  type VoiceOptions,
} from '@intervallum/core';
import { Note, VoiceLeading, Voicing, VoicingDictionary } from 'tonal';
import { measure } from './measure.ts';

/** Eight phrases with some forty different steps, as a worship song of several sections mixes them. */
const phrases = [
  '1 5/7 | 6m7 4maj7 | 1/3 4 | 2m7 57',
  '6m 4 | 1 5 | 6m7 3m7 | 4maj7 57',
  '1 1maj7 | 4 4m6 | 1/5 67 | 2m7 57b9',
  '3m7 67b9 | 2m7 57 | 3m7b5 67 | 2m7 b7',
  '1 #1dim7 | 2m7 #2dim7 | 3m7 4maj7 | #4m7b5 57',
  'b6 b7 | 1 1 | 4 5 | 6m 6m(maj7)',
  '4maj7 37 | 6m7 27 | 2m7 57 | 1maj7 1(6)',
  '6m 5 | 4 3m | 2m 1/3 | 4 5',
];
function songOf(slots: number): Song {
  const sections = Array.from(
    { length: slots / 8 },
    (_, index) => `\nPart ${index + 1}:\n  ${phrases[index % phrases.length]!}\n`,
  );
  const read = parseChart(`title: Bench\nkey: Eb\nmeter: 4/4\n${sections.join('')}`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

const range = ['F3', 'C6'];
const options: VoiceOptions = { style: 'block and plain', grade: 'warm' };
const show = (milliseconds: number) => `${milliseconds.toFixed(1)} ms`;
const aim = (value: number, most: number) => (value <= most ? 'met' : 'MISSED');

/** Semitones that the fingers of a row of right hands move together, each to the note that the least sum asks for. */
function rightHandMovement(hands: readonly (readonly number[])[]): number {
  let sum = 0;
  for (const [index, to] of hands.entries()) {
    const from = hands[index - 1];
    if (from) sum += stepMovement({ left: [], right: from }, { left: [], right: to }).semitones;
  }
  return sum;
}

/** A plain loop over as many numbers as the widest search has steps: what this machine does in a time. */
const loop = measure(9, () => {
  let sum = 0;
  for (let index = 0; index < 4_000_000; index += 1) sum = (sum + index * 7) | 0;
  if (sum === 1) throw new Error('never');
});

const short = expand(songOf(160));
const first = measure(9, () => new Voicer().voice(short, options));
console.log(
  `voice, 160 slots, full candidates, nothing remembered: median ${show(first.median)} (${show(first.best)} to ${show(first.worst)}), ${(first.median / loop.median).toFixed(1)} times a plain loop of 4 million; the aim is 150 ms: ${aim(first.median, 150)}`,
);

/** Pins another voicing of a slot in the middle each time, so that no answer is known beforehand. */
const voicer = new Voicer();
const voiced = voicer.voice(short, options);
const slot = 80;
const others = voicer.alternatives(slot);
let turn = 0;
const edit = measure(9, () => {
  const { left, right } = others[turn++ % others.length]!;
  const { slot: place, chord } = voiced.slots[slot]!;
  const pin = {
    ...toDegrees({ left, right }, short.key),
    slot: place,
    chord: formatChord(chord),
  };
  const again = voicer.voice(short, { ...options, pins: [pin] });
  if (again.slots[slot]!.right.join() !== right.join()) throw new Error('The pin was not kept.');
});
console.log(
  `  after one edit: median ${show(edit.median)}; the aim is 40 ms: ${aim(edit.median, 40)}`,
);

const sizes = [250, 500, 1_000, 2_000].map((slots) => {
  const timeline = expand(songOf(slots));
  const { median } = measure(3, () => new Voicer().voice(timeline, options));
  return { slots, median };
});
for (const { slots, median } of sizes) {
  console.log(`  ${slots} slots: ${show(median)}, ${(median / slots).toFixed(3)} ms a slot`);
}
const growth = sizes.at(-1)!.median / sizes[1]!.median / 4;
console.log(
  `  four times the slots take ${(4 * growth).toFixed(1)} times as long; linear or better: ${aim(growth, 1.25)}; 2,000 slots under 2 s: ${aim(sizes.at(-1)!.median, 2_000)}`,
);

/** tonal chooses from its own voicings the one whose top note is nearest; what it does not know is left out of both rows. */
const rows = voiced.slots.flatMap((one) => {
  if (!one) return [];
  const chord = one.chord.kind === 'named' ? { ...one.chord, bass: null } : one.chord;
  const symbol = toLetters(chord, short.key);
  const known = Voicing.search(symbol, range, VoicingDictionary.all).length > 0;
  return known ? [{ symbol, right: one.right }] : [];
});
const greedy = Voicing.sequence(
  rows.map(({ symbol }) => symbol),
  range,
  VoicingDictionary.all,
  VoiceLeading.topNoteDiff,
);
const ours = rightHandMovement(rows.map(({ right }) => right));
const theirs = rightHandMovement(greedy.map((notes) => notes.map((note) => Note.midi(note)!)));
console.log(
  `right-hand movement over the same ${rows.length} chords: ${ours} semitones, tonal's top-note voice leading ${theirs}: ${(ours / theirs).toFixed(2)} of it; the aim is 0.6: ${aim(ours / theirs, 0.6)}`,
);
