import { expect, test } from '@jest/globals';
import type { BroughtIn } from '@intervallum/contract';
import { broughtInWords } from '../src/screens/team/broughtInWords.ts';

const nothing = { people: 0, songs: 0, sets: 0, moves: 0, runs: 0, files: 0 };

test.each<[string, BroughtIn, readonly string[]]>([
  [
    'all that is new',
    {
      added: { people: 2, songs: 3, sets: 1, moves: 1, runs: 4, files: 1 },
      standing: nothing,
      otherwise: [],
    },
    ['Came in: 3 songs, 1 set, 2 people, 1 move, 4 runs, 1 file.'],
  ],
  [
    'the same file once more',
    { added: nothing, standing: { ...nothing, people: 1, songs: 1 }, otherwise: [] },
    [
      'Nothing came that was not here already.',
      'Were here already, and stay as they stand: 1 song, 1 person.',
    ],
  ],
  [
    'songs that stand otherwise',
    {
      added: { ...nothing, songs: 1 },
      standing: { ...nothing, songs: 2 },
      otherwise: ['Kelp', 'Cord'],
    },
    [
      'Came in: 1 song.',
      'Were here already, and stay as they stand: 2 songs.',
      'Stand otherwise in the file, and stay as they are here: Kelp, Cord.',
    ],
  ],
])('%s', (_, outcome, words) => {
  expect(broughtInWords(outcome)).toEqual(words);
});
