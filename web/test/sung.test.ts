import { expect, test } from '@jest/globals';
import { fromCsv } from '@intervallum/core';
import type { SongUse, SungKey } from '@intervallum/contract';
import { byTheirSongs, offeredKey } from '../src/screens/set/desk/sungBefore.ts';
import { bySong, usesTable } from '../src/screens/sung/uses.ts';

const use = (title: string, date: string, rights = ''): SongUse => ({
  setId: `set ${date}`,
  setName: '=Morning',
  date,
  leader: 'Ada, "the first"',
  songId: title,
  title,
  key: 'Eb',
  by: '',
  rights,
});

test('what was sung is told by song: the one that was sung most often first, then by title', () => {
  const told = bySong([
    use('Bell', '2026-01-04'),
    use('Acre', '2026-01-04'),
    use('Cedar', '2026-02-01'),
    use('Cedar', '2026-03-01'),
  ]);
  expect(told.map(({ title, dates }) => [title, ...dates])).toEqual([
    ['Cedar', '2026-02-01', '2026-03-01'],
    ['Acre', '2026-01-04'],
    ['Bell', '2026-01-04'],
  ]);
});

// Quoting: RFC 4180, 2.5 to 2.7.
test('the table has a line for each time, with commas and quotes as they are and no formula', () => {
  const table = usesTable([use('Bell', '2026-01-04', '© Ada,\n"all"'), use('Acre', '2026-01-11')]);
  expect(table).toBe(
    [
      'date,set,leader,title,by,rights,key',
      `2026-01-04,"'=Morning","Ada, ""the first""",Bell,,"© Ada,\n""all""",Eb`,
      `2026-01-11,"'=Morning","Ada, ""the first""",Acre,,,Eb`,
      '',
    ].join('\r\n'),
  );
  // It is a list of songs as well, for whoever brings it in again.
  const read = fromCsv(table);
  expect(read.ok && read.value.songs.map(({ title }) => title)).toEqual(['Bell', 'Acre']);
});

const sung = (key: string, leader: string, date: string): SungKey => ({
  songId: 'one',
  key,
  leader,
  date,
});

test.each([
  ['the last key of who leads', 'imre ', 'D'],
  ['of somebody who never led it, the last one of all', 'Noor', 'Eb'],
  ['where nobody leads, the last one of all', '', 'Eb'],
])('offered is %s', (_what, leader, key) => {
  const keys = [
    sung('Eb', 'Odile', '2026-05-03'),
    sung('D', 'Imre', '2026-02-01'),
    sung('C', 'Imre', '2025-02-01'),
  ];
  expect(offeredKey(byTheirSongs(keys).get('one')!, leader)?.key).toBe(key);
});

test('a song that was never sung is offered in no key', () => {
  expect(offeredKey([], 'Imre')).toBeNull();
});
