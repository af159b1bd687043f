import { describe, expect, test } from '@jest/globals';
import {
  formatChord,
  inTurn,
  instruments,
  slid,
  perform,
  singleToneChanges,
  twelveKeys,
  voice,
} from '../src/index.ts';
import { timelineOf } from './holds.ts';
import { chord, key } from './read.ts';

// The steps from 6m9 to 6m6(maj9) in C: 5 falls to #4 below, 5 rises to #5 above, 3 goes. Common practice, no published source.
describe('one note moves', () => {
  const names = (left: number[], right: number[], written: string, most = 12) =>
    singleToneChanges({ left, right }, key('C'), { written: chord(written) }, most).map(
      (change) => `${formatChord(change.chord)}: ${change.words}`,
    );

  test('on the way from 6m9 to 6m6(maj9)', () => {
    expect(names([45, 55], [60, 64, 67, 71], '6m9').join(' ')).toContain('6m13: 3 rises to #4.');
    const next = names([45, 54], [60, 64, 67, 71], '6m13').join(' ');
    expect(next).toContain('6m6(maj9): 5 rises to #5.');
  });

  test.each([
    [
      [48, 55],
      [60, 64, 67],
      '1',
      ['1maj7: 1 falls to 7.', '1sus4: 3 rises to 4.', '17: 1 falls to b7.'],
    ],
    [
      [45, 52, 57],
      [60, 64, 69],
      '6m',
      ['6m7: 6 falls to 5.', '6: 1 rises to #1.', '6m6: 3 rises to #4.'],
    ],
    [[43, 53], [59, 62, 65], '57', ['57sus4: 7 rises to 1.', '5(13): 2 rises to 3.']],
  ])('%j | %j', (left, right, written, expected) => {
    expect(names(left, right, written)).toEqual(expect.arrayContaining(expected));
  });

  test('in every key each differs by one note and is another chord, and no two are the same', () => {
    for (const inKey of twelveKeys('major')) {
      const [slot] = voice({ ...timelineOf('4maj7 | 1'), key: inKey }).slots;
      const changes = singleToneChanges(slot!, slot!.key, { written: slot!.chord });
      const before = new Set([...slot!.left, ...slot!.right]);
      expect(changes.length).toBeGreaterThan(3);
      for (const { hands } of changes) {
        const after = [...hands.left, ...hands.right];
        expect(after.filter((note) => !before.has(note)).length).toBeLessThanOrEqual(1);
        expect([...before].filter((note) => !after.includes(note))).toHaveLength(1);
      }
      const all = changes.map((change) => formatChord(change.chord));
      expect(new Set([...all, '4maj7']).size).toBe(all.length + 1);
    }
  });
});

test('ways to hold a chord are heard in turn, a bar each', () => {
  const song = voice(timelineOf('1 | 4'));
  const slot = song.slots[1]!;
  const after = { left: slot.left, right: slot.right.map((note) => note + 12) };
  const { notes } = perform(inTurn(song, slot, [slot, after]));
  const at = (onset: number) =>
    notes.filter((note) => note.onset === onset).map(({ note }) => note);
  expect(at(0)).toEqual([...slot.left, ...slot.right]);
  expect(at(1920)).toEqual([...after.left, ...after.right]);
});

test('a shape slid in parallel keeps all its intervals, and its chord goes with it', () => {
  const held = { chord: chord('4maj7'), left: [41, 53], right: [57, 60, 64] };
  const up = slid(held, 2, instruments[88])!;
  expect([formatChord(up.chord), up.left, up.right]).toEqual(['5maj7', [43, 55], [59, 62, 66]]);
  const on = slid(up, 1, instruments[88])!;
  expect(formatChord(on.chord)).toBe('b6maj7');
  expect(formatChord(slid({ ...held, chord: chord('4/5') }, -1, instruments[88])!.chord)).toBe(
    '3/#4',
  );
  expect(slid({ ...held, left: [21] }, -1, instruments[88])).toBeNull();
});
