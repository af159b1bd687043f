import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  findNumbers,
  formatChord,
  numberIndex,
  parseChart,
  readNumberSearch,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { runs } from './deep.ts';

const song = (sections: string) =>
  parseChart(`title: Mill\nkey: G\nmeter: 4/4\n\n${sections}\n`).song;

describe('a search for numbers', () => {
  test.each([
    ['6 4 1 5', 'Verse:\n  6m | 4 | 1 | 5', 'Verse 1'],
    ['1564', 'Verse:\n  4 | 1\n\nChorus:\n  2m | 1 5/7 | 6m | 4', 'Chorus 2'],
    ['7 3 6', 'Verse:\n  1 | 7m7b5 37#5#9 | 6m9', 'Verse 2'],
    ['7m7b5 37#5#9', 'Verse:\n  1 | 7m7b5 37#5#9 | 6m9', 'Verse 2'],
    ['6m 4', 'Verse:\n  6m7 | 4maj7', 'Verse 1'],
    ['6m 4', 'Verse:\n  6maj7 | 4maj7', null],
    ['57 1', 'Verse:\n  5 1 | 57sus4 | 1', 'Verse 2'],
    // As one types them who reads numbers in key.
    ['27 57 1', 'Verse:\n  2m7 | 57 | 1maj7', 'Verse 1'],
    ['5/7 6', 'Verse:\n  5 | 6m\n  5/7 | 6m', 'Verse 3'],
    ['5(13) 1', 'Verse:\n  5(13) | 1', 'Verse 1'],
    ['b7 4 1', 'Verse:\n  b7 | 4 | 1', 'Verse 1'],
    ['7 4 1', 'Verse:\n  b7 | 4 | 1', null],
    // A chord that is struck again, a bar that is repeated, what leads back to the beginning.
    ['1 4 5', 'Verse:\n  1 1 | % | 4 . | 5', 'Verse 1'],
    ['5 1', 'Verse x2:\n  1 | 4 | 5', 'Verse 3'],
    ['5 1', 'Verse:\n  1 | 4 | 5', null],
    // Every ending; no row goes from one section into another.
    ['1 6', 'Verse x3:\n  1\n  1st ending: 4\n  3rd ending: 6m', 'Verse 1'],
    ['4 2', 'Verse:\n  1 | 4\n\nChorus:\n  2m', null],
  ])('%s in %s', (typed, sections, wanted) => {
    const search = readNumberSearch(typed)!;
    const found = findNumbers(song(sections), search);
    expect(found && `${found.section} ${found.bar}`).toBe(wanted);
    const { roots, numbers } = numberIndex(song(sections));
    expect(roots.includes(search.roots) && new RegExp(search.pattern).test(numbers)).toBe(
      wanted !== null,
    );
  });

  test.each(['', '6', '57', 'grace 4', '9 4', 'the 1 2', '1 2 maj', '88 99', '2026'])(
    '“%s” is none',
    (typed) => expect(readNumberSearch(typed)).toBeNull(),
  );

  test('whatever stands in a row in a song is found in it', () => {
    fc.assert(
      fc.property(songs, fc.nat(), fc.integer({ min: 2, max: 5 }), (made, from, count) => {
        const section = made.sections[0];
        fc.pre(section !== undefined && section.times === 1);
        const alone = { ...made, road: null, sections: [section!] };
        const chords = expand(alone).slots.flatMap(({ is }) =>
          is.kind === 'chord' && is.chord.kind === 'named' ? [formatChord(is.chord)] : ['?'],
        );
        const row = chords.slice(from % Math.max(1, chords.length)).slice(0, count);
        fc.pre(row.length > 1 && !row.includes('?') && new Set(row).size === row.length);
        const search = readNumberSearch(row.join(' '));
        expect([row.join(' '), search && findNumbers(alone, search)]).not.toEqual([
          row.join(' '),
          null,
        ]);
      }),
      { numRuns: runs(120) },
    );
  });
});
