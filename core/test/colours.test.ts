import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  allKeys,
  chordTones,
  formatChord,
  grades,
  suggestColours,
  type ColourContext,
  type Degree,
  type Step,
} from '../src/index.ts';
import { chords, degrees, keys } from './generators.ts';
import { chord, key } from './read.ts';

const colours = (text: string, context: Partial<ColourContext> = {}) =>
  suggestColours(chord(text), { key: key('C'), ...context });
const find = (text: string, wanted: string, context: Partial<ColourContext> = {}) =>
  colours(text, context).find(({ numbers }) => numbers === wanted);

// Which colours stay in a major key (common practice, no published source; derivable, so derived).
describe('what stays in the key', () => {
  const inKeyDegrees = ['1', '2m', '3m', '4', '5', '6m', '7dim'];
  test.each([
    ['sus2', [1, 2, 4, 5, 6]],
    ['sus4', [1, 2, 3, 5, 6]],
    ['9th', [1, 2, 4, 5, 6]],
    ['13th', [1, 2, 4, 5]],
  ])('%s on %j', (colour, stays) => {
    const quality = (degree: number) => {
      const minor = [2, 3, 6].includes(degree);
      if (colour === '9th')
        return minor ? 'm9' : degree === 5 ? '9' : degree === 7 ? 'm9b5' : 'maj9';
      if (colour === '13th')
        return minor ? 'm13' : degree === 5 ? '(13)' : degree === 7 ? 'm13b5' : 'maj13';
      return colour;
    };
    const found = [1, 2, 3, 4, 5, 6, 7].filter((degree) =>
      chordTones(chord(`${degree}${quality(degree)}`), key('C')).every((tone) => tone.inKey),
    );
    expect(found).toEqual(stays);
    for (const degree of stays.slice(0, 4)) {
      const offered = colours(inKeyDegrees[degree - 1]!).filter(({ inKey }) => inKey);
      expect(offered.length).toBeGreaterThan(2);
    }
  });

  test('a colour says in key or which notes it borrows, and both agree', () => {
    fc.assert(
      fc.property(chords, keys, (made, inKey) => {
        for (const colour of suggestColours(made, { key: inKey })) {
          const outside = chordTones(colour.chord, inKey).filter((tone) => !tone.inKey);
          expect([colour.inKey, colour.borrowed.length]).toEqual([
            outside.length === 0,
            outside.length,
          ]);
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('grades', () => {
  test('come in order, and none above the one asked for', () => {
    for (const [index, grade] of grades.entries()) {
      const found = colours('5', { grade }).map((colour) => grades.indexOf(colour.grade));
      expect(Math.max(...found, 0)).toBeLessThanOrEqual(index);
      expect(found).toEqual([...found].sort());
    }
  });

  test('altered dominants are offered where they lead on (common practice, no published source)', () => {
    const altered = (text: string, next: string) =>
      colours(text, { next: chord(next) }).some(
        ({ grade, chord: coloured }) => grade === 'altered' && formatChord(coloured).includes('7'),
      );
    expect(find('3m', '37#5#9', { next: chord('6m') })).toBeDefined();
    expect(find('3m', '37#5#9', { next: chord('4') })).toBeUndefined();
    expect(altered('5', '1')).toBe(true);
    expect(altered('1', '4')).toBe(true);
    expect(find('b7', 'b7(13#11)', { next: chord('1') })).toBeDefined();
  });
});

describe('resolutions', () => {
  test.each([
    ['5', '5sus4', 'steps down', '5'],
    ['1', '1sus2', 'steps up', '1'],
    ['6m', '6sus4', 'steps down', '6m'],
    ['5', '57', 'fifth down', '1'],
    ['3m', '37b9', 'fifth down', '6m'],
  ])('%s as %s %s to %s', (text, wanted, words, home) => {
    const colour = find(text, wanted, { next: wanted === '37b9' ? chord('6m') : null })!;
    expect(colour.resolution!.words).toContain(words);
    expect(formatChord(colour.resolution!.chord)).toBe(home);
  });
});

// A half step over a chord note rubs, except the b9 of a dominant (common practice, no published source).
describe('a sung note', () => {
  const sung = (step: Step, alter = 0): Degree => ({ step, alter });
  test.each([
    ['6m', '6m6(maj7)', sung(5), 'half step over its sixth'],
    ['1', '1sus4', sung(3), 'the third, which the suspension takes away'],
    ['1', '1maj7', sung(1), 'half step over its seventh'],
    ['1', '1add9', sung(2), null],
    ['5', '57b9', sung(6, -1), null],
    ['4', '4maj7', sung(2), 'no tone of it'],
    ['6m', '6m7', sung(5), null],
  ])('over %s as %s: %j', (text, wanted, melody, message) => {
    const colour = find(text, wanted, { melody })!;
    if (message === null) expect(colour.clash).toBeNull();
    else expect(colour.clash).toContain(message);
  });
});

test('a sung note is counted as the chart is: home of A minor is 6, or 1 from its own tonic', () => {
  const say = (minor: 'relative' | 'own tonic') =>
    suggestColours(chord('6m'), {
      key: key('A minor'),
      melody: { step: 7, alter: 0 },
      numbers: { minor },
    }).map(({ clash }) => clash);
  expect(say('relative')).toContain('The sung 7 is no tone of it.');
  expect(say('own tonic')).toContain('The sung 2 is no tone of it.');
});

test('suggestions never throw, keep root and bass, and never repeat the chord itself', () => {
  fc.assert(
    fc.property(chords, keys, degrees, chords, (made, inKey, melody, next) => {
      for (const colour of suggestColours(made, { key: inKey, melody, next })) {
        expect([colour.chord.root, colour.chord.bass]).toEqual([made.root, made.bass]);
        expect(colour.numbers).not.toBe(formatChord(made));
      }
    }),
    { numRuns: 200 },
  );
  expect(allKeys).toHaveLength(30);
});
