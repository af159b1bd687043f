import { describe, expect, test } from '@jest/globals';
import {
  editBetween,
  cursorAt,
  lineAway,
  lineEnd,
  nearestCursor,
  parseChart,
  stepped,
} from '../src/index.ts';
import fc from 'fast-check';

const read = parseChart('title: T\n\nA:\n  1 | 4 5 | %\n  > one\n  6m\n\nB:\n  2m | 5\n');
const song = read.song;

describe('the cursor on the chart', () => {
  test('every place of the text has a slot where one goes on', () => {
    expect(cursorAt(read, { line: 4, column: 9 })).toEqual({ bar: 1, slot: 1 });
    expect(cursorAt(read, { line: 5, column: 3 })).toBeNull();
    expect(nearestCursor(read, { line: 5, column: 3 })).toEqual({ bar: 3, slot: 0 });
    expect(nearestCursor(read, { line: 99, column: 1 })).toEqual({ bar: 5, slot: 0 });
    expect(nearestCursor(read, null)).toEqual({ bar: 0, slot: 0 });
    expect(nearestCursor(parseChart('title: T\n'), null)).toBeNull();
  });

  test('steps go through every slot and every repeated bar, there and back', () => {
    const there = [{ bar: 0, slot: 0 }];
    for (let next = stepped(song, there[0]!, 1); next; next = stepped(song, next, 1))
      there.push(next);
    expect(there.map(({ bar, slot }) => `${bar}.${slot}`)).toEqual([
      '0.0',
      '1.0',
      '1.1',
      '2.0',
      '3.0',
      '4.0',
      '5.0',
    ]);
    for (const [index, at] of there.entries())
      expect(stepped(song, at, -1)).toEqual(there[index - 1] ?? null);
  });

  test('lines: above and below at the same place, or at the end of a shorter one', () => {
    expect(lineAway(read, { bar: 2, slot: 0 }, 1)).toEqual({ bar: 3, slot: 0 });
    expect(lineAway(read, { bar: 3, slot: 0 }, 1)).toEqual({ bar: 4, slot: 0 });
    expect(lineAway(read, { bar: 0, slot: 0 }, -1)).toBeNull();
    expect(lineEnd(song, read, { bar: 1, slot: 0 }, 'last')).toEqual({ bar: 2, slot: 0 });
    expect(lineEnd(song, read, { bar: 1, slot: 1 }, 'first')).toEqual({ bar: 0, slot: 0 });
  });

  test('the changed part of a text is all that must be written', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), fc.string(), fc.string(), (head, one, two, tail) => {
        const [before, after] = [head + one + tail, head + two + tail];
        const { from, to, insert } = editBetween(before, after);
        expect(before.slice(0, from) + insert + before.slice(to)).toBe(after);
        expect(insert.length).toBeLessThanOrEqual(Math.max(one.length, two.length));
      }),
    );
  });
});
