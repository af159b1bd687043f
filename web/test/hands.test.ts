import { expect, test } from '@jest/globals';
import { expand, parseChart, voice } from '@intervallum/core';
import { handsMarks } from '../src/lenses/hands/marks.ts';
import { keptMarks } from '../src/lenses/parts/keptMarks.ts';
import { sameWithOver } from '../src/music/rails/overMark.ts';

const { song } = parseChart('title: T\nkey: C\n\nVerse x2:\n  1 | 4 _ | 5\n\nEnd:\n  1 | 1\n');
const voiced = voice(expand(song));

test('each chord of the text has its mark, as it is met the first time', () => {
  const view = { key: song.key, letterStyle: {} } as Parameters<typeof handsMarks>[1];
  const marks = handsMarks(voiced, view);
  expect([...marks.keys()]).toEqual([0, 1, 3, 4, 5]);
  expect(marks.get(0)!.movement.kind).toBe('start');
  expect(marks.get(5)!.movement.kind).toBe('held');
});

test('a mark that says what it said stays the same object, so that its bar is not drawn anew', () => {
  const view = { key: song.key, letterStyle: {} } as Parameters<typeof handsMarks>[1];
  const before = handsMarks(voiced, view);
  const pinned = { ...voiced.slots[1]!, pinned: true };
  const now = handsMarks({ ...voiced, slots: voiced.slots.with(1, pinned) }, view);
  const kept = keptMarks(now, before)!;
  expect(kept).toEqual(now);
  for (const [slot, mark] of kept) expect(mark === before.get(slot)).toBe(slot !== 1);

  const props = (marks: typeof before) => ({ bar: 1, over: [marks.get(0), marks.get(1)] });
  expect(sameWithOver(props(before), props(new Map(before)))).toBe(true);
  expect(sameWithOver(props(before), props(kept))).toBe(false);
  expect(sameWithOver(props(before), { ...props(before), bar: 2 })).toBe(false);
  expect(sameWithOver({ over: null }, { over: [] as [] })).toBe(false);
});
