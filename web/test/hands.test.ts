import { expect, test } from '@jest/globals';
import { expand, parseChart, voice } from '@intervallum/core';
import { handsMarks } from '../src/lenses/hands/marks.ts';

const { song } = parseChart('title: T\nkey: C\n\nVerse x2:\n  1 | 4 _ | 5\n\nEnd:\n  1 | 1\n');
const voiced = voice(expand(song));

test('each chord of the text has its mark, as it is met the first time', () => {
  const view = { key: song.key, letterStyle: {} } as Parameters<typeof handsMarks>[1];
  const marks = handsMarks(voiced, view);
  expect([...marks.keys()]).toEqual([0, 1, 3, 4, 5]);
  expect(marks.get(0)!.movement.kind).toBe('start');
  expect(marks.get(5)!.movement.kind).toBe('held');
});
