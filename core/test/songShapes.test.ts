import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  fiveFingerPlace,
  optionalNotes,
  parseChart,
  shapesOfSong,
  slashesOf,
  strike,
  voice,
  type Song,
  type VoiceOptions,
} from '../src/index.ts';
import { barsOf, settings, shown } from './handsTools.ts';
import { chord, key } from './read.ts';
import { runs } from './deep.ts';

function voiced(text: string, options: VoiceOptions = {}) {
  const { value } = parseChart(`title: T\nkey: C\n${text}`) as { value: Song };
  return voice(expand(value), options);
}

describe('the shapes of a song', () => {
  test('are each there once, with a finger for every note, and their times are all of its chords', () => {
    fc.assert(
      fc.property(barsOf(8), settings, (bars, options) => {
        const song = voiced(`\nA x2:\n  ${bars}\n`, options);
        const shapes = shapesOfSong(song);
        const names = shapes.map(({ chord: of, left, right }) => JSON.stringify([of, left, right]));
        expect(new Set(names).size).toBe(names.length);
        expect(shapes.reduce((sum, { times }) => sum + times, 0)).toBe(shown(song).length);
        for (const { left, right, fingers } of shapes) {
          expect([fingers.left.length, fingers.right.length]).toEqual([left.length, right.length]);
          for (const hand of [fingers.left, fingers.right])
            expect(new Set(hand).size).toBe(hand.length);
        }
      }),
      { numRuns: runs(40) },
    );
  });

  test('what may be left out is a doubling or a fifth, never what the chord needs, nor the lowest note', () => {
    const held = { chord: chord('57'), key: key('C'), left: [43, 50, 55], right: [59, 62, 65, 71] };
    expect([...optionalNotes(held)]).toEqual([50, 55, 62, 71]);
    const bare = { chord: chord('1'), key: key('C'), left: [48], right: [60, 64, 67] };
    expect([...optionalNotes(bare)]).toEqual([67]);
  });

  test('a beginner’s hand that stays on five keys is told so; one that moves is not', () => {
    const still = voiced('\nA:\n  1 | 57/7 | 1\n', { style: 'beginner', grade: 'beginner' });
    const place = fiveFingerPlace(still, 'right')!;
    expect(place).toHaveLength(5);
    for (const { right } of shown(still)) for (const note of right) expect(place).toContain(note);
    const moves = voiced('\nA:\n  1 | 4 | 5 | 6m | 1\n', { registers: [{ slot: 0, octaves: 0 }] });
    expect(fiveFingerPlace(moves, 'left')).toBeNull();
  });
});

// A slash is a strike, as players write it (common practice, no published source).
test.each([
  ['1 | 4', '', 0, '/···'],
  ['1 4 | 5', '', 1, '/·'],
  ['1 | 4', 'right: block, beats\n', 0, '////'],
  ['1 | 4', 'right: block, eighths\n', 0, '////////'],
  ['1 | <4', '', 1, '/···'],
  ['1~ | 4', 'right: block, eighths\n', 0, '/···'],
])('slashes of %s with “%s”', (bars, head, at, slashes) => {
  const text = `meter: 4/4\n${head.replace('block', 'A')}\nA:\n  ${bars}\n`;
  expect(slashesOf(strike(voiced(text)), at)).toBe(slashes);
});
