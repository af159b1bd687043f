import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  afterSung,
  beginRange,
  expand,
  grownBy,
  parseChart,
  rangeFound,
  singerTrouble,
  songRange,
  type RangeSearch,
} from '../src/index.ts';

/** Somebody who sings from one note to another easily is asked until it is over. */
function asked(begins: number, low: number, high: number): { end: RangeSearch; notes: number[] } {
  const notes: number[] = [];
  let search = beginRange(begins);
  while (search.way !== 'found') {
    notes.push(search.note);
    search = afterSung(search, search.note >= low && search.note <= high ? 'easy' : 'strains');
    if (notes.length > 200) throw new Error('It has no end.');
  }
  return { end: search, notes };
}

test('what is easy is found, whatever it is, and nothing beyond the first strain is ever asked', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 30, max: 80 }),
      fc.integer({ min: 5, max: 16 }),
      fc.integer({ min: 0, max: 12 }),
      (low, width, above) => {
        const high = low + width;
        const { end, notes } = asked(Math.min(94, low + above), low, high);
        expect([end.lowest, end.highest]).toEqual([low, high]);
        const climb = notes.filter((note) => note > high);
        // Above it only the note that strained first was asked, and those from which one began too high or too low.
        expect(climb.every((note) => note === high + 1 || note <= low + above)).toBe(true);
        expect(notes.filter((note) => note < low).length).toBeLessThanOrEqual(3);
        const found = rangeFound(end)!;
        expect(found).toEqual({
          low: low + 2,
          high: high - 2,
          extremeLow: low,
          extremeHigh: high,
        });
        const trouble = singerTrouble({ name: 'Ada', ...found });
        expect(trouble === null || found.high - found.low < 5).toBe(true);
      },
    ),
  );
});

test.each<[string, RangeSearch, ReturnType<typeof rangeFound>]>([
  ['nothing before it is over', beginRange(60), null],
  ['nothing of who can sing none', asked(60, 90, 91).end, null],
  ['nothing of three notes', { ...beginRange(60), way: 'found', lowest: 60, highest: 62 }, null],
])('there is %s', (_, search, found) => {
  expect(rangeFound(search)).toEqual(found);
});

describe('a voice grows by what it sang', () => {
  const range = songRange(
    expand(parseChart("title: T\nkey: C\n\nV:\n  1 | 4\n  tune: 1 5 1' 3' | 1\n").song),
  )!;
  const voice = { name: 'Ada', low: 60, high: 72, extremeLow: 58, extremeHigh: 74 };
  test.each([
    // C4 to E5 in C: E5 lies two half steps above what is noted.
    ['C', 0, { low: null, high: 76, extremeHigh: 76 }],
    ['within what is noted', -2, null],
    // An octave and a third on, nobody sang it: it was another key.
    ['far beyond', 5, null],
  ])('sung in %s', (_, shift, grown) => {
    const found = grownBy(voice, range, shift);
    if (grown === null) return expect(found).toBeNull();
    const { low, high, extremeHigh } = grown;
    expect(found).toMatchObject({ low, high, voice: { low: 60, high: 72, extremeHigh } });
    // Noted once, it is nothing new.
    expect(grownBy({ ...voice, ...found!.voice }, range, shift)).toBeNull();
  });
});
