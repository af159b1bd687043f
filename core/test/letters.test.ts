import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatChord, fromLetters, toLetters } from '../src/index.ts';
import { chords, keys } from './generators.ts';
import { chord, key } from './read.ts';
import { runs } from './deep.ts';

test('letters come back exactly under strict spelling, in every key', () => {
  fc.assert(
    fc.property(chords, keys, (made, inKey) => {
      const letters = toLetters(made, inKey);
      const read = fromLetters(letters, inKey, { spelling: 'strict' });
      expect({ letters, read: read.ok && read.value }).toEqual({ letters, read: made });
    }),
    { numRuns: runs(3000) },
  );
});

describe('letters', () => {
  test.each([
    ['1add9', 'Eb', 'Ebadd9'],
    ['5/7', 'Eb', 'Bb/D'],
    ['6m7', 'Eb', 'Cm7'],
    ['#4dim7', 'Eb', 'Adim7'],
    ['4m6', 'Eb', 'Abm6'],
    ['b7(13#11)/3', 'Db', 'Cb13#11/F'],
    ['1b5', 'C', 'C(b5)'],
    ['4/5', 'Db', 'Gb/Ab'],
    ['6m', 'F# minor', 'F#m'],
    ['3(7#5#9)', 'F# minor', 'C#7#5#9'],
    ['1', 'C#', 'C#'],
    ['4', 'Cb', 'Fb'],
  ])('%s in %s is %s', (typed, inKey, letters) => {
    expect(toLetters(chord(typed), key(inKey))).toBe(letters);
  });

  // Common practice, no published source: what players say carelessly, and what is meant.
  test.each([
    ['F#', 'Db', '4'],
    ['Gb/Ab', 'Db', '4/5'],
    ['C#/F', 'A', '3/#5'],
    ['A#m7', 'Db', '6m7'],
    ['C6/9', 'C', '1(6/9)'],
    ['Gb9', 'Db', '49'],
    ['Ab5', 'Db', '5(5)'],
  ])('loosely spelled %s in %s is %s', (letters, inKey, number) => {
    const read = fromLetters(letters, key(inKey));
    expect(read.ok && formatChord(read.value)).toBe(number);
  });

  test('what is no letter chord is a problem with a place', () => {
    const read = fromLetters('Gxyz', key('C'));
    expect(!read.ok && read.problems[0]!.place).toEqual({ line: 1, column: 2, length: 3 });
  });
});
