import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  commonTones,
  fingersOf,
  fingerStep,
  identifyVoicing,
  otherInWords,
  splitHands,
  stepInWords,
  stepMovement,
  usualReach,
  voice,
  type Hand,
  type VoicedSlot,
} from '../src/index.ts';
import { shown } from './handsTools.ts';
import { timelineOf } from './holds.ts';
import { chord, key } from './read.ts';

describe('said by a teacher', () => {
  const slot = (number: string, left: number[], right: number[]): VoicedSlot => ({
    at: 0,
    slot: 0,
    chord: chord(number),
    key: key('C'),
    left,
    right,
    leftFamily: 'root',
    rightFamily: 'close',
    pinned: false,
    offTune: false,
    rolled: { left: false, right: false },
    walk: null,
    line: null,
    loudness: null,
    pedalling: null,
    cost: { own: 0, step: { right: 0, left: 0, jump: 0, topLine: 0, parallel: 0, line: 0 } },
  });

  test.each([
    [
      'keeps and moves',
      slot('4', [53], [65, 69, 72]),
      slot('6m', [45], [64, 69, 72]),
      'Keep A and C; thumb F to E. Left hand down 8 semitones to A.',
    ],
    [
      'nothing moves',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [60, 64, 67]),
      'The right hand stays. The left hand stays.',
    ],
    [
      'all move alike',
      slot('4', [53], [60, 65, 69]),
      slot('5', [55], [62, 67, 71]),
      'Right hand up a whole step: D G B. Left hand up a whole step to G.',
    ],
    [
      'a finger joins',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [60, 64, 67, 72]),
      'Keep C; the index finger takes over E; the middle finger takes over G; add C with the little finger. The left hand stays.',
    ],
    [
      'spelled by its chord',
      slot('37', [52], [64, 68, 71]),
      slot('6m', [45], [64, 69, 72]),
      'Keep E; middle finger G# to A; little finger B to C. Left hand down a fifth to A.',
    ],
    [
      'a jump',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [72, 76, 81]),
      'Right hand jumps up to C E A (1-2-5). The left hand stays.',
    ],
    [
      'a finger takes over what another one held',
      slot('1', [48], [60, 64, 67]),
      slot('4', [53], [60, 65, 69]),
      'Keep C; middle finger E to F; little finger G to A. Left hand up a fourth to F.',
    ],
    [
      'another finger arrives',
      slot('1', [48], [60, 64, 67]),
      slot('6m', [45], [60, 64, 69]),
      'Keep C; the index finger takes over E; little finger G to A. Left hand down a minor third to A.',
    ],
    [
      'the left hand too',
      slot('1', [48, 55, 60], [64, 67, 72]),
      slot('1', [48, 55, 59], [64, 67, 72]),
      'The right hand stays. Left hand: keep C and G; thumb C to B.',
    ],
    [
      'easy to read',
      slot('37#5#9', [52], [68, 72, 74, 79]),
      slot('6m', [45], [69, 72, 76]),
      'The middle finger takes over C; thumb G# to A; D to E with the little finger; lift G. Left hand down a fifth to A.',
    ],
  ])('%s', (_, from, to, sentence) => {
    expect(stepInWords(from, to)).toBe(sentence);
  });

  test('a rolled hand is said', () => {
    const rolled = { ...slot('1', [48, 55, 64], [67, 72]), rolled: { left: true, right: false } };
    expect(stepInWords(null, rolled)).toBe(
      'Left hand C G E (5-2-1), right hand G C (1-4). Roll the left hand.',
    );
  });

  test('an alternative says what is held, what moves and what it costs', () => {
    const from = slot('1', [48], [60, 64, 67]);
    const other = {
      left: [53],
      right: [60, 65, 69],
      leftFamily: 'root',
      rightFamily: 'close',
      rolled: { left: false, right: false },
      over: 12,
    } as const;
    expect(otherInWords(from, other)).toBe(
      'One note held, right hand moves 3 semitones, costs the song 1 semitone more',
    );
    expect(stepMovement(from, other)).toEqual({
      kind: 'small',
      held: 1,
      notes: 3,
      semitones: 3,
      jump: 0,
    });
  });

  test('a note that stays through a row is found, the longest first', () => {
    const row = [
      [60, 67],
      [60, 67],
      [62, 67],
      [60, 67],
      [60, 65],
    ].map((right) => ({ left: [], right }));
    expect(commonTones(row, 3)).toEqual([{ note: 67, hand: 'right', from: 0, to: 3 }]);
  });

  test('a hand shape is named by what it holds', () => {
    const [held] = shown(voice(timelineOf('4/5'), { style: 'open and low' }));
    expect(identifyVoicing(held!, key('C'))[0]!.numbers).toMatch(/^(4\/5|5\(?9sus4\)?)$/);
  });
});

// Fingerings of piano methods (from memory).
test.each<[Hand, number[], string]>([
  ['right', [60, 64, 67], '1-3-5'],
  ['right', [64, 67, 72], '1-2-5'],
  ['right', [67, 72, 76], '1-3-5'],
  ['right', [60, 65, 67], '1-4-5'],
  ['right', [60, 62, 67], '1-2-5'],
  ['right', [60, 64, 67, 72], '1-2-3-5'],
  ['right', [67, 72, 76, 79], '1-2-4-5'],
  ['left', [48, 52, 55], '5-3-1'],
  ['left', [52, 55, 60], '5-3-1'],
  ['left', [43, 48, 52], '5-2-1'],
  ['left', [36, 48], '5-1'],
  ['left', [36, 43, 48], '5-2-1'],
  ['left', [36, 43, 52], '5-2-1'],
  ['left', [36, 43, 46], '5-2-1'],
])('%s hand %j: %s', (hand, notes, fingers) => {
  expect(fingersOf(hand, notes).join('-')).toBe(fingers);
});

test('between any two chords each note has one finger, and no finger is kept and moved', () => {
  const hand = fc
    .uniqueArray(fc.integer({ min: 40, max: 56 }), { minLength: 1, maxLength: 5 })
    .map((notes) => notes.sort((one, other) => one - other));
  fc.assert(
    fc.property(fc.constantFrom('left', 'right'), hand, hand, (which, from, to) => {
      const { kept, takenOver, moved, added, lifted } = fingerStep(which, from, to);
      const here = [...kept, ...takenOver, ...moved, ...added];
      here.sort((one, other) => one.note - other.note);
      expect(here.map(({ note }) => note)).toEqual(to);
      const fingers = here.map(({ finger }) => finger);
      const order = [...fingers].sort((one, other) =>
        which === 'right' ? one - other : other - one,
      );
      expect([fingers, new Set(fingers).size]).toEqual([order, to.length]);
      const stays = [...kept, ...takenOver].map(({ note }) => note);
      const left = [...stays, ...moved.map((one) => one.from), ...lifted];
      expect(left.sort((one, other) => one - other)).toEqual(from);
    }),
  );
});

test('played notes go to the hands that can hold them', () => {
  expect(splitHands([36, 43, 52, 60, 64, 67], usualReach)).toEqual({
    left: [36, 43, 52],
    right: [60, 64, 67],
  });
  expect(splitHands([48, 52, 55, 67, 72], usualReach)).toEqual({
    left: [48, 52, 55],
    right: [67, 72],
  });
  expect(splitHands([60, 64, 67], usualReach)).toEqual({ left: [], right: [60, 64, 67] });
  // The usual left hands first (common practice, no published source): G2 G3 | B3 D4 G4, G2 D3 F#3 | G3 B3 D4.
  expect(splitHands([43, 55, 59, 62, 67], usualReach).left).toEqual([43, 55]);
  expect(splitHands([43, 50, 54, 55, 59, 62], usualReach).left).toEqual([43, 50, 54]);
  for (let by = 0; by < 12; by += 1)
    for (const shape of [
      [0, 12],
      [0, 7, 12],
      [0, 7, 11],
      [0, 10],
      [0, 7, 16],
    ]) {
      const left = shape.map((note) => 36 + by + note);
      const right = [0, 4, 7].map((note) => left.at(-1)! + 3 + note);
      expect(splitHands([...left, ...right], usualReach)).toEqual({ left, right });
    }
  // Then what the hands held before.
  const notes = [48, 52, 57, 60, 64];
  const before = { left: [48, 52, 57], right: [60, 64] };
  expect(splitHands(notes, usualReach, before)).toEqual(before);
  expect(splitHands([], usualReach)).toEqual({ left: [], right: [] });
});
