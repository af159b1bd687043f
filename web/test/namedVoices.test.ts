import { expect, test } from '@jest/globals';
import { isNamed } from '../src/lenses/parts/namedVoices.ts';

test.each<[string, string, boolean]>([
  ['Bram Okell', 'Bram Okell', true],
  ['bram okell', 'Bram Okell', true],
  ['Bram', 'Bram Okell', true],
  ['Bram & Odile Farrow', 'Bram Okell', true],
  ['Bram & Odile Farrow', 'Odile Farrow', true],
  ['Odile, Imre', 'Imre Solt', true],
  ['Odile und Imre', 'Imre Solt', true],
  ['', 'Bram Okell', false],
  ['  ', 'Bram Okell', false],
  // Whole words only, from the first one on.
  ['B', 'Bram Okell', false],
  ['Okell', 'Bram Okell', false],
  ['Annabel', 'Ann', false],
  ['Bram Solt', 'Bram Okell', false],
  ['Andrew', 'Andrew Hale', true],
  ['all', 'Bram Okell', false],
])('“%s” names %s: %s', (singer, name, isIt) => {
  expect(isNamed(singer, name)).toBe(isIt);
});
