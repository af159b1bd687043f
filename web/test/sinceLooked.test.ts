import { expect, test } from '@jest/globals';
import type { SharedPage } from '@intervallum/contract';
import { changedBetween } from '../src/screens/parts/charts/sinceLooked.ts';

const place = (id: string, title: string, bars: string, key: string | null = null) => ({
  id,
  text: `title: ${title}\nkey: G\n\nVerse:\n  ${bars}\n`,
  key,
  notes: '',
  who: '',
  road: null,
  bridge: null,
});
const page = (songs: SharedPage['songs'], kind: SharedPage['kind'] = 'set'): SharedPage => ({
  ...{ kind, team: 'Ford', name: 'Sunday', date: null, leader: '', notes: '', songs },
  ...{ begins: null, moments: [], sent: null, reader: null },
});

test('what differs is told of the set first, then of each chart that is in both; the same tells nothing', () => {
  const before = page([place('a', 'Reeds', '1 | 4'), place('b', 'Oars', '1 | 5')]);
  const after = page([
    place('b', 'Oars', '1 | 5sus4'),
    place('a', 'Reeds', '1 | 4', 'A'),
    place('c', 'Tar', '1'),
  ]);
  const told = changedBetween(before, after);
  expect(told.map(({ song, some }) => [song, some.map(({ kind }) => kind)])).toEqual([
    [null, expect.arrayContaining(['song added', 'song moved', 'key of a song'])],
    ['Oars', ['chords']],
  ]);
  expect(changedBetween(after, after)).toEqual([]);
  // Typed otherwise, read alike.
  const spaced = page([place('a', 'Reeds', '1  |  4'), before.songs[1]!]);
  expect(changedBetween(before, spaced)).toEqual([]);
});

test('a song alone has no set to differ in', () => {
  const [before, after] = [place('a', 'Reeds', '1 | 4'), place('a', 'Reeds', '1 | 4 | 5', 'A')];
  const told = changedBetween(page([before], 'song'), page([after], 'song'));
  expect(told.map(({ song }) => song)).toEqual(['Reeds']);
});
