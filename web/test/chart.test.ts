import { describe, expect, test } from '@jest/globals';
import { formatKey, parseChart, parseKey, shareParts, type Key } from '@intervallum/core';
import fc from 'fast-check';
import { keepIds, layOut } from '../src/music/rails/layout.ts';
import { keyNamed, numberStyle } from '../src/music/rails/view.ts';
import { newSet } from '../src/screens/parts/newSet.ts';

function key(name: string): Key {
  const read = parseKey(name);
  if (!read.ok) throw new Error(name);
  return read.value;
}

test('a line that is not played every time says when, and which bar it takes the place of', () => {
  const read = parseChart(
    'Verse x3:\n  1 | 4\n  1st 2nd ending: 1 | 1 | 1 | 1 | 1 | 1\n  3rd time bar 2: 4m\n',
  );
  const [laid] = layOut(read.song);
  expect(
    laid!.rails.map(({ when, kind, insteadOf, bars }) => [when, kind, insteadOf, bars.length]),
  ).toEqual([
    [null, 'always', null, 2],
    ['1st and 2nd ending', 'ending', null, 6],
    ['3rd time, bar 2', 'instead', 1, 1],
  ]);
});

describe('a pushed chord', () => {
  const read = (text: string) => layOut(parseChart(`meter: 4/4\n\n${text}`).song);
  const barsOf = (text: string) =>
    read(text).flatMap(({ rails }) => rails.flatMap(({ bars }) => bars));
  const early = (count: string, rightAlone = false) => ({ count, rightAlone });

  test('stands where it belongs; the bar before says when it sounds, over the end of a line as well', () => {
    const bars = barsOf('Verse:\n  1 | <4\n  <<r5 | %\n  <1 | 1 . . <5\n');
    expect(bars.map(({ nextEarly }) => nextEarly)).toEqual([
      early('4&'),
      early('4a', true),
      null,
      early('4&'),
      null,
      null,
    ]);
    expect(bars.map(({ opensEarly }) => opensEarly)).toEqual(Array(6).fill(false));
    expect(bars[5]!.slots.map((slot) => slot.early)).toEqual([null, early('3&')]);
  });
  test('says it itself where what is played before is not what stands before', () => {
    const bars = barsOf('A:\n  ( . . . 5 ) | 1\nB:\n  <4 | 1\n  2nd ending: <5\n');
    expect(bars.map(({ nextEarly, opensEarly }) => [nextEarly, opensEarly])).toEqual([
      [null, false],
      [null, false],
      [null, true],
      [null, false],
      [null, true],
    ]);
  });
});

test('bars are counted as core counts them, words stand under theirs, pushes are counted', () => {
  const read = parseChart(
    'meter: 4/4\n\nVerse:\n  1 | <4 . . <5\n  > one | two\n  {2/4} 1 | %\nEnd:\n  1\n',
  );
  const song = read.song;
  const laid = layOut(song);
  const bars = laid.flatMap(({ rails }) => rails.flatMap((rail) => rail.bars));
  expect(bars).toHaveLength(read.barPlaces.length);
  expect(laid.map((section) => [section.bars, section.slots])).toEqual([
    [0, 0],
    [4, 4],
  ]);
  expect(bars.map(({ words }) => words)).toEqual([['one'], ['two'], [], [], []]);
  expect(bars[1]!.slots.map(({ share, early }) => [share, early?.count])).toEqual([
    [0.75, '4&'],
    [0.25, '3&'],
  ]);
  expect(bars.map(({ change, same }) => [change, same])).toEqual([
    [null, false],
    [null, false],
    ['2/4', false],
    [null, true],
    [null, false],
  ]);
});

test('bars that come into the middle leave every other bar and rail what it was', () => {
  const lines = Array.from({ length: 6 }, (_, line) => `  ${line + 1} | 4 | 5 | 1`);
  const song = (text: string[]) => parseChart(`Verse:\n${text.join('\n')}\n\nEnd:\n  1 | 4\n`).song;
  const before = song(lines);
  const laid = layOut(before);
  const now = shareParts(before, song(lines.with(2, '  3 | 4 | 5 | 1 | 2m | 2m')));
  const again = layOut(now, laid);
  const [verse, end] = laid;
  const [longer, same] = again;
  expect(longer!.ids).toEqual([0, 1, 2, 3, 4, 5]);
  expect(longer!.rails.map((rail) => verse!.rails.indexOf(rail))).toEqual([0, 1, -1, 3, 4, 5]);
  expect(same!.rails).toBe(end!.rails);
  expect([same!.id, same!.bars, same!.slots]).toEqual([end!.id, end!.bars + 2, end!.slots + 2]);
  const gone = layOut(shareParts(now, before), again);
  expect(gone.map(({ rails }) => rails)).toEqual(laid.map(({ rails }) => rails));
});

const writtenLines = [
  '  1 | 4 | 5 | 1',
  '  1 . . <5 | %',
  '  {3/4} 1 | 4',
  // A bar as long as in 3/4, counted otherwise.
  '  {6/8} 1 | 4',
  '  2m | {4/4} 5 | 1 | 1 | 1 | 4',
  '  tune: 1 . 2 . | 3 . . . | _',
  '  tune: . . 5 6 | _ . 5 .',
  '  tune: 5 . . . | 5 . . 6 | . . . . | 1',
  '  > some words | and more',
  '  2nd ending: 4 | 1',
  'Bridge:',
] as const;

test('whatever line comes, goes or changes, a song is laid out as one that was never seen before', () => {
  const line = fc.constantFrom(...writtenLines);
  const change = fc.record({
    at: fc.nat(9),
    out: fc.nat(1),
    put: fc.array(line, { maxLength: 1 }),
  });
  const read = (draft: readonly string[]) =>
    parseChart(`meter: 4/4\n\nVerse:\n${draft.join('\n')}\n`).song;
  fc.assert(
    fc.property(
      fc.array(line, { minLength: 3, maxLength: 8 }),
      fc.array(change, { minLength: 1, maxLength: 4 }),
      (lines, changes) => {
        let song = read(lines);
        let laid = layOut(song);
        for (const { at, out, put } of changes) {
          lines.splice(at, out, ...put);
          song = shareParts(song, read(lines));
          laid = layOut(song, laid);
          // Read and laid out afresh: no part of it was ever met.
          const afresh = layOut(read(lines));
          expect(laid.map(({ rails }) => rails)).toEqual(afresh.map(({ rails }) => rails));
        }
      },
    ),
    { numRuns: 100 },
  );
});

test('ids tell items apart, and whoever begins or ends a list keeps his', () => {
  const items = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 8 });
  fc.assert(
    fc.property(items, items, items, items, (head, middle, other, tail) => {
      const before = [...head, ...middle, ...tail];
      const ids = keepIds([], [], before);
      const now = [...head, ...other, ...tail];
      const kept = keepIds(before, ids, now);
      expect(new Set(kept).size).toBe(now.length);
      expect(kept.slice(0, head.length)).toEqual(ids.slice(0, head.length));
      if (middle.length === other.length) expect(kept).toEqual(ids);
    }),
  );
});

describe('the key that a set asks for', () => {
  test.each([
    ['Bb', 'Eb', 'Bb'],
    ['F# minor', 'E minor', 'F# minor'],
    ['G', 'E minor', 'E minor'],
    ['C# minor', 'A', 'E'],
    [null, 'A', null],
    ['H', 'A', null],
  ])('%s for a song in %s is %s', (name, written, expected) => {
    const found = keyNamed(name, { key: key(written) });
    expect(found && formatKey(found)).toBe(expected);
  });
});

test('a reader’s settings win over the chart’s own numbers; own tonic is for minor songs', () => {
  const song = { key: key('E minor'), reading: 'in key', minor: 'own tonic' } as const;
  expect(numberStyle(song, { reading: 'chart', minor: 'chart', symbols: 'words' })).toMatchObject({
    reading: 'in key',
    minor: 'own tonic',
  });
  expect(
    numberStyle(song, { reading: 'as written', minor: 'relative', symbols: 'signs' }),
  ).toMatchObject({
    reading: 'as written',
    minor: 'relative',
  });
  expect(
    numberStyle(
      { ...song, key: key('E') },
      { reading: 'chart', minor: 'own tonic', symbols: 'words' },
    ).minor,
  ).toBe('relative');
});

test.each([
  ['2026-11-25', '2026-11-29'],
  ['2026-11-29', '2026-12-06'],
  ['2026-12-31', '2027-01-03'],
])('a set made on %s is for Sunday %s', (today, sunday) => {
  expect(newSet(new Date(`${today}T10:00:00`)).date).toBe(sunday);
});
