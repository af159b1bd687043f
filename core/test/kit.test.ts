import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areInOrder,
  counted,
  cutToDifference,
  inTextOrder,
  LineIndex,
  linesOf,
  Memo,
  ordinalOf,
  shareParts,
  ticksOf,
  withEdits,
} from '../src/index.ts';

describe('what is left as it was', () => {
  const plain = fc.jsonValue();
  test('says what is new, and is the same object wherever it says what was', () => {
    fc.assert(
      fc.property(plain, plain, (before, now) => {
        const said = JSON.stringify(now);
        const shared = shareParts(before, structuredClone(now));
        expect(JSON.stringify(shared)).toBe(said);
        if (JSON.stringify(before) === said && typeof before === 'object')
          expect(shared).toBe(before);
      }),
    );
  });

  test('of a list, both ends stay whatever came or went between them', () => {
    const items = fc.array(fc.record({ name: fc.nat({ max: 3 }) }), { maxLength: 6 });
    fc.assert(
      fc.property(items, items, items, (head, middle, tail) => {
        const before = structuredClone([...head, ...tail]);
        const now = [...head, ...middle, ...tail];
        const shared = shareParts(before, structuredClone(now));
        expect(shared).toEqual(now);
        for (const [index] of head.entries()) expect(shared[index]).toBe(before[index]);
        // Where what came looks like the end of the head or the beginning of the tail, both readings are right.
        if (middle.every(({ name }) => name !== tail[0]?.name && name !== head.at(-1)?.name))
          for (const [index] of tail.entries())
            expect(shared.at(-1 - index)).toBe(before.at(-1 - index));
      }),
    );
  });

  test('part by part: one that changed takes along only what holds it', () => {
    const before = { list: [{ one: 1 }, { two: [2] }], other: { three: 3 } };
    const shared = shareParts(before, { list: [{ one: 1 }, { two: [5] }], other: { three: 3 } });
    expect(shared).not.toBe(before);
    expect(shared.other).toBe(before.other);
    expect(shared.list).not.toBe(before.list);
    expect(shared.list[0]).toBe(before.list[0]);
    expect(shareParts({ gone: 1, stays: 2 }, { stays: 2 })).toEqual({ stays: 2 });
    expect(shareParts(null, [1])).toEqual([1]);
  });
});

describe('lines of a text', () => {
  const text = fc
    .array(fc.constantFrom('a', 'bc', '\n', '\r\n', '\r', ' '))
    .map((all) => all.join(''));
  test('a place and its range say the same', () => {
    fc.assert(
      fc.property(text, fc.nat(), (typed, where) => {
        const index = new LineIndex(typed);
        const offset = where % (typed.length + 1);
        const { line, column } = index.placeAt(offset);
        expect(index.rangeOf({ line, column, length: 0 }).from).toBe(offset);
        expect(line).toBeLessThanOrEqual(linesOf(typed).length);
        const { from, to } = index.rangeOf({ line, column, length: 99 });
        expect(from <= to && to <= typed.length).toBe(true);
      }),
    );
  });
});

describe('edits of a text', () => {
  test('cut to what differs they make the same text', () => {
    const word = fc.constantFrom('', 'a', 'ab', 'abc', 'b');
    fc.assert(
      fc.property(fc.array(fc.tuple(word, word, word), { maxLength: 6 }), (all) => {
        let at = 0;
        let text = '';
        const edits = all.map(([between, old, insert]) => {
          text += between + old;
          at += between.length;
          const edit = { from: at, to: at + old.length, insert };
          at = edit.to;
          return edit;
        });
        const cut = cutToDifference(text, edits);
        expect(withEdits(text, cut)).toBe(withEdits(text, edits));
        expect(areInOrder(cut, text.length)).toBe(true);
        expect(cut.length).toBeLessThanOrEqual(edits.length);
      }),
    );
  });

  test('are put in the order of the text; those at one place stay as they were made', () => {
    const at = (from: number, insert: string) => ({ from, to: from, insert });
    const sorted = inTextOrder([at(4, 'c'), at(0, 'a'), at(0, 'b')]);
    expect(sorted.map(({ insert }) => insert)).toEqual(['a', 'b', 'c']);
    expect(areInOrder([{ from: 2, to: 1, insert: '' }], 9)).toBe(false);
    expect(areInOrder([{ from: 0, to: 5, insert: '' }, at(4, '')], 9)).toBe(false);
    expect(areInOrder([at(10, '')], 9)).toBe(false);
  });
});

test('a memo keeps what was asked for last', () => {
  const memo = new Memo<number | null>(2);
  let made = 0;
  const ask = (name: string) => memo.get(name, () => ((made += 1), name === 'none' ? null : made));
  expect([ask('a'), ask('none'), ask('a'), ask('b'), ask('a')]).toEqual([1, null, 1, 3, 1]);
  ask('none');
  expect(made).toBe(4);
});

test.each([
  [1, '1st'],
  [2, '2nd'],
  [3, '3rd'],
  [4, '4th'],
  [11, '11th'],
  [12, '12th'],
  [13, '13th'],
  [21, '21st'],
  [22, '22nd'],
  [111, '111th'],
])('%i is the %s', (count, words) => {
  expect(ordinalOf(count)).toBe(words);
});

test('counts say one or many', () => {
  expect([counted(1, 'pin'), counted(0, 'pin'), counted(7, 'pin')]).toEqual([
    '1 pin',
    '0 pins',
    '7 pins',
  ]);
  expect(ticksOf([{ ticks: 480 }, { ticks: 240 }])).toBe(720);
});
