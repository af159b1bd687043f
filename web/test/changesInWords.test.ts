import { expect, test } from '@jest/globals';
import type { Difference } from '@intervallum/contract';
import { changedInWords, differenceInWords } from '../src/screens/parts/changesInWords.ts';

const of = { section: 'Verse 2', bar: 3 } as const;

test.each<readonly [Difference, string]>([
  [{ kind: 'chords', ...of, before: '4', after: '4m' }, 'Verse 2: bar 3 from 4 to 4m'],
  [{ kind: 'bars added', ...of, count: 1 }, 'Verse 2: 1 bar more, at bar 3'],
  [{ kind: 'bars removed', ...of, count: 2 }, 'Verse 2: 2 bars less, from bar 3'],
  [{ kind: 'words', ...of, before: 'a', after: 'b' }, 'Verse 2: the words of bar 3'],
  [{ kind: 'tune', ...of, before: 'a', after: 'b' }, 'Verse 2: the tune of bar 3'],
  [{ kind: 'played', ...of, before: 'a', after: 'b' }, 'Verse 2: what hands play in bar 3'],
  [{ kind: 'section renamed', section: 'Hook', before: 'Chorus' }, 'Chorus is called Hook'],
  [{ kind: 'section added', section: '' }, 'Section without a name is new'],
  [{ kind: 'field', field: 'tempo', before: '', after: '72' }, 'tempo 72'],
  [{ kind: 'field', field: 'tempo', before: '72', after: '' }, 'no tempo any more'],
  [{ kind: 'of the set', what: 'name', before: 'A', after: 'B' }, 'name from A to B'],
  [{ kind: 'song moved', title: 'Salt' }, 'Salt stands elsewhere'],
  [
    { kind: 'key of a song', title: 'Salt', before: null, after: 'D' },
    'Salt: key from its own to D',
  ],
])('%j is said', (difference, words) => {
  expect(differenceInWords(difference)).toBe(words);
});

test('a version is one sentence: the first thing, and how many more', () => {
  const chords: Difference = { kind: 'chords', ...of, before: '4', after: '4m' };
  expect(changedInWords({ some: [chords], count: 1 })).toBe('Verse 2: bar 3 from 4 to 4m');
  expect(changedInWords({ some: [chords, chords], count: 9 })).toBe(
    'Verse 2: bar 3 from 4 to 4m, and 8 more',
  );
  expect(changedInWords({ some: [], count: 0 })).toBe('nothing in the chart');
});
