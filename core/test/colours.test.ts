import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  allKeys,
  chordTones,
  formatChord,
  grades,
  leadingOf,
  suggestColours,
  type ColourContext,
  type Degree,
  type Step,
} from '../src/index.ts';
import { bassOf } from '../src/chord/chord.ts';
import { chords, degrees, keys } from './generators.ts';
import { chord, key } from './read.ts';
import { runs } from './deep.ts';

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
      { numRuns: runs(200) },
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
    ['1', '1maj7', sung(1), 'the root, a half step over the maj7'],
    ['1', '1add9', sung(2), null],
    ['5', '57b9', sung(6, -1), null],
    ['4', '4maj7', sung(2), null],
    ['2m', '2m7', sung(3), null],
    ['6m', '6m7', sung(2), null],
    ['4', '4sus2', sung(5), null],
    ['1', '1add9', sung(4), 'half step over its third'],
    ['5', '57', sung(6, -1), null],
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
      melody: { step: 4, alter: 0 },
      numbers: { minor },
    }).map(({ clash }) => clash);
  expect(say('relative')).toContain('The sung 4 is a half step over its fifth.');
  expect(say('own tonic')).toContain('The sung b6 is a half step over its fifth.');
});

test('suggestions never throw, keep root and bass, and never repeat the chord itself', () => {
  fc.assert(
    fc.property(chords, keys, degrees, chords, (made, inKey, melody, next) => {
      for (const colour of suggestColours(made, { key: inKey, melody, next })) {
        // The sixths of 3m and 6m are the chords on 1 and 4 over them.
        const isSixth = colour.chord.kind === 'named' && /^[14]\/[36]$/.test(colour.numbers);
        expect(bassOf(colour.chord)).toEqual(bassOf(made));
        if (!isSixth)
          expect([colour.chord.root, colour.chord.bass]).toEqual([made.root, made.bass]);
        expect(colour.numbers).not.toBe(formatChord(made));
      }
    }),
    { numRuns: runs(200) },
  );
  expect(allKeys).toHaveLength(30);
});

// The specification of the trade, in C (common practice, no published source).
describe('what a good player would say', () => {
  const names = (text: string, next: string | null, grade?: (typeof grades)[number]) =>
    colours(text, { next: next ? chord(next) : null })
      .filter((colour) => !grade || colour.grade === grade)
      .map(({ numbers }) => numbers);

  test('a tone is foreign only where it sounds outside the key', () => {
    const inF = suggestColours(chord('37'), { key: key('F'), next: chord('6m') });
    const altered = inF.find(({ numbers }) => numbers === '37#5#9')!;
    expect(altered.borrowed).toEqual(['C#']);
    expect(altered.soundsAs).toEqual([
      { note: 'E#', degree: '1' },
      { note: 'B#', degree: '5' },
    ]);
    for (const inKey of allKeys)
      for (const colour of suggestColours(chord('37'), { key: inKey, next: chord('6m') }))
        for (const tone of chordTones(colour.chord, inKey))
          expect(tone.inKey).toBe(
            chordTones(chord('1maj13'), inKey).some((own) => own.pitchClass === tone.pitchClass) ||
              chordTones(chord('4'), inKey)[0]!.pitchClass === tone.pitchClass,
          );
  });

  test('what the trade plays most comes first, what leaves the key last, and no maj7 on a dominant', () => {
    expect(names('4', '1', 'warm').slice(0, 4)).toEqual(['4sus2', '4add9', '4maj7', '4(6)']);
    expect(names('4', '1', 'warm').at(-1)).toBe('4sus4');
    for (const dominant of ['5', '57', '17', '67', 'b77'])
      expect(names(dominant, null).filter((name) => name.includes('maj'))).toEqual([]);
  });

  test.each(['1/3', '5/7', '2/#4', '6m/1'])('no suspension over its own third: %s', (number) => {
    expect(names(number, null).filter((name) => name.includes('sus'))).toEqual([]);
    expect(names(number, null).length).toBeGreaterThan(3);
  });

  test('a change of the third is a colour, and keeps what it does not touch', () => {
    expect(names('6m', '2m')).toEqual(expect.arrayContaining(['67', '6maj9']));
    expect(names('2m', '5')).toEqual(expect.arrayContaining(['27', '2(13#11)']));
    expect(names('4', '1')).toEqual(expect.arrayContaining(['4m', '4m6']));
    expect(find('4', '4m', { next: chord('1') })!.resolution!.words).toBe('It leads home to 1.');
    expect(names('6m9', '4')).toContain('6m6(maj9)');
    expect(names('1add9', '4')).toContain('1(6/9)');
    expect(names('6m', '4')).not.toContain('67');
  });

  test.each([
    ['1', '1(6no5)', '1'],
    ['6m', '4/6', '6m'],
    ['3m', '1/3', '3m'],
    ['4', '4(6no5)', '4'],
  ])('the sixth for the fifth of %s is %s', (text, sixth, resolves) => {
    const colour = find(text, sixth)!;
    expect(colour.resolution!.words).toBe(`The 6th falls back to the fifth: ${resolves}.`);
    expect(formatChord(colour.resolution!.chord)).toBe(resolves);
  });

  test('a dominant is coloured by where it falls', () => {
    const plays = (text: string, next: string) => [
      ...names(text, next, 'rich'),
      ...names(text, next, 'altered'),
    ];
    const order = (text: string, next: string, ...wanted: string[]) => {
      const all = plays(text, next);
      const at = wanted.map((name) => all.indexOf(name));
      expect(at).not.toContain(-1);
      expect(at).toEqual([...at].sort((one, other) => one - other));
    };
    order('57', '1', '59', '5(13)', '5(13b9)', '57b9', '57alt');
    order('37', '6m', '37b9', '37#5#9', '37b9b13', '37alt', '39', '3(13)');
    order('b27', '1', 'b29', 'b2(13)', 'b27#11', 'b2(13#11)');
    order('b77', '1', 'b79', 'b7(13)', 'b7(13#11)');
    expect(plays('b77', '1').filter((name) => /b9|#9|#5|alt/.test(name))).toEqual([]);
    expect(plays('57', '6m').filter((name) => /b9|#9|#5|alt/.test(name))).toEqual([]);
  });

  test.each([
    ['57', '1', 'It leads a fifth down to 1.'],
    ['b77', '1', 'It leads by the back door to 1.'],
    ['b27', '1', 'It leads a half step down to 1.'],
    ['57', '6m', 'It leads aside, to 6m.'],
    ['#1dim7', '2m', 'It leads a half step up to 2m.'],
    ['#2dim7', '3m', 'It leads a half step up to 3m.'],
    ['#4dim7', '1/5', 'It leads a half step up to 5 or 1/5.'],
    ['#5dim7', '6m', 'It leads a half step up to 6m.'],
    ['b3dim7', '2m', 'It leads a half step down to 2m.'],
    ['7m7b5', '37', 'It leads to 37.'],
  ])('%s before %s: %s', (text, next, words) => {
    const here = chord(text);
    if (here.kind !== 'named') throw new Error('A named chord was asked for.');
    expect(leadingOf(here, chord(next))!.words).toBe(words);
  });

  test('a seventh on 4 leads nowhere by itself', () => {
    const blue = chord('47');
    expect(blue.kind === 'named' && leadingOf(blue, null)).toBeNull();
  });
});
