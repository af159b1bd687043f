import { describe, expect, test } from '@jest/globals';
import {
  commonTones,
  identifyVoicing,
  otherInWords,
  splitHands,
  stepInWords,
  stepMovement,
  usualReach,
  voice,
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
    rolled: { left: false, right: false },
    walk: null,
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
      'Keep C, E and G; add C with the little finger. The left hand stays.',
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
      'Right hand jumps up to C E A. The left hand stays.',
    ],
  ])('%s', (_, from, to, sentence) => {
    expect(stepInWords(from, to)).toBe(sentence);
  });

  test('a rolled hand is said', () => {
    const rolled = { ...slot('1', [48, 55, 64], [67, 72]), rolled: { left: true, right: false } };
    expect(stepInWords(null, rolled)).toBe('Left hand C G E, right hand G C. Roll the left hand.');
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
      'One note held, right hand moves 3 semitones, 1 more than the best',
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
  expect(splitHands([], usualReach)).toEqual({ left: [], right: [] });
});
