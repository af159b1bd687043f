import { expect, test } from '@jest/globals';
import { expand, findMoves, parseChart } from '@intervallum/core';
import { gapMarks } from '../src/lenses/moves/gapMarks.ts';
import { rangeAround } from '../src/lenses/moves/gap.ts';

const { song } = parseChart('key: C\n\nVerse x2:\n  1 | . | 4 5 | 1\n\nEnd:\n  6m | 1\n');
const timeline = expand(song);
const ideas = timeline.slots.flatMap((_, after) => {
  const kinds = findMoves(timeline, { after }).moves.map(({ kind }) => kind);
  return kinds.length > 0 ? [{ after, kinds }] : [];
});

test('each gap of the text has its mark once, of the text; or each time of it, as it is played', () => {
  const written = gapMarks({ timeline, ideas, kind: null, open: 2, asPlayed: false });
  expect(Math.max(...written.keys())).toBeLessThan(7);
  const played = gapMarks({ timeline, ideas, kind: null, open: 2, asPlayed: true });
  expect(played.size).toBe(ideas.length);
  expect([...written.values()].filter(({ isOpen }) => isOpen)).toHaveLength(1);
  expect([...played.values()].filter(({ isOpen }) => isOpen)).toHaveLength(2);
  for (const { after, kinds } of ideas) expect(played.get(after)!.ideas).toBe(kinds.length);
});

test('where a chord is held, the gap is open that lies behind it', () => {
  const marks = gapMarks({ timeline, ideas, kind: null, open: 1, asPlayed: false });
  expect(marks.get(0)!.isOpen).toBe(true);
});

test('of one kind only those count', () => {
  const marks = gapMarks({ timeline, ideas, kind: 'two five', open: null, asPlayed: false });
  for (const [slot, { ideas: count, isOpen }] of marks) {
    const { kinds } = ideas.find(({ after }) => timeline.slots[after]!.slot === slot)!;
    expect([count, isOpen]).toEqual([kinds.includes('two five') ? 1 : 0, false]);
  }
});

test('what is heard has two bars before and behind it, as many as there are', () => {
  const bar = 1920;
  const { slots } = timeline;
  const around = (from: number, to: number) => {
    const range = rangeAround(from, to)(timeline);
    return [slots[range.from]!.start / bar, (slots[range.to]?.start ?? timeline.ticks) / bar];
  };
  expect(around(3 * bar, 4 * bar)).toEqual([1, 6]);
  expect(around(0, bar)).toEqual([0, 3]);
  expect(around(9 * bar, 10 * bar)).toEqual([7, 10]);
});
