import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areInOrder,
  carryDecisions,
  carryHands,
  carrySlots,
  compareTexts,
  copiesSaid,
  copySection,
  moveSection,
  followEdit,
  followSlots,
  freeHands,
  noDecisions,
  insertBar,
  isSaid,
  join,
  parseChart,
  placedSlots,
  printChart,
  putChord,
  remove,
  saysOf,
  split,
  typedSlots,
  withEdits,
  type ChartResult,
  type Cursor,
  type Edit,
  type TextEdit,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';
import { chord } from './read.ts';

const head = 'title: T\n\nA:\n  ';

/** Where each old slot is after an edit of the text, by what it says: '1>1' where it stayed, '4>' where it is gone. */
function followed(before: string, edits: readonly TextEdit[]): string[] {
  const read = parseChart(before);
  const after = parseChart(withEdits(before, edits));
  const follow = followSlots(read, after, edits);
  const now = typedSlots(after);
  return typedSlots(read).map(({ slot: old }, slot) => {
    const there = follow(slot);
    return `${saysOf(old)}>${there === null ? '' : `${there}:${saysOf(now[there]!.slot)}`}`;
  });
}

const put = (text: string, at: string, insert: string, instead = ''): TextEdit => {
  const from = text.indexOf(at);
  return { from, to: from + instead.length, insert };
};

describe('slots follow the edits of their text', () => {
  const text = `${head}1 4 | 5 | 6m 4\n`;
  test.each<[string, TextEdit, string[]]>([
    ['a bar before', put(text, '5', '2m | '), ['1>0:1', '4>1:4', '5>3:5', '6m>4:6m', '4>5:4']],
    [
      'a chord typed over',
      put(text, '5', '37', '5'),
      ['1>0:1', '4>1:4', '5>2:37', '6m>3:6m', '4>4:4'],
    ],
    ['a figure added', put(text, ' | 6m', '7'), ['1>0:1', '4>1:4', '5>2:57', '6m>3:6m', '4>4:4']],
    [
      'a bar taken away',
      put(text, '5 | ', '', '5 | '),
      ['1>0:1', '4>1:4', '5>', '6m>2:6m', '4>3:4'],
    ],
    ['bars made words', put(text, '1 4', '> '), ['1>', '4>', '5>', '6m>', '4>']],
  ])('%s', (_, edit, expected) => {
    expect(followed(text, [edit])).toEqual(expected);
  });

  test('what is equal is told apart by where it stands, not by what it says', () => {
    const same = `${head}1 | 1 | 1\n`;
    const first = same.indexOf('1');
    expect(followed(same, [{ from: first, to: first, insert: '1 | ' }])).toEqual([
      '1>1:1',
      '1>2:1',
      '1>3:1',
    ]);
  });

  test('whatever is edited, a slot that no edit touches keeps its chord, and none goes past another', () => {
    fc.assert(
      fc.property(
        songs,
        fc.array(fc.tuple(fc.nat(), fc.nat(6), fc.constantFrom('', '4 ', '\n', ' | 2m', '%'))),
        (song, given) => {
          const text = printChart(song);
          const edits: TextEdit[] = [];
          let last = 0;
          for (const [where, length, insert] of given) {
            const from = last + (where % 40);
            const to = from + length;
            if (to > text.length) break;
            edits.push({ from, to, insert });
            last = to;
          }
          const [before, after] = [parseChart(text), parseChart(withEdits(text, edits))];
          const follow = followSlots(before, after, edits);
          const found = placedSlots(before.song).flatMap((_, slot) => follow(slot) ?? []);
          expect(found).toEqual([...new Set(found)].sort((one, other) => one - other));
          expect(found.every((slot) => slot < placedSlots(after.song).length)).toBe(true);
        },
      ),
      { numRuns: runs(100) },
    );
  });
});

describe('a tool says where its slots come from', () => {
  const follow = (bars: string, tool: (read: ChartResult, at: Cursor) => Edit, at: Cursor) => {
    const read = parseChart(`${head}${bars}\n`);
    const edit = tool(read, at);
    if (!edit.ok || !edit.slots) throw new Error('It says nothing.');
    const after = parseChart(withEdits(read.text, edit.changes));
    const now = typedSlots(after);
    const where = followEdit(read, after, edit);
    return typedSlots(read).map(({ slot: old }, slot) => {
      const there = where(slot);
      return `${saysOf(old)}>${there === null ? '' : `${there}:${saysOf(now[there]!.slot)}`}`;
    });
  };
  test.each<[string, string, (read: ChartResult, at: Cursor) => Edit, Cursor, string[]]>([
    [
      'a chord put',
      '1 | 1',
      (r, at) => putChord(r, at, chord('4')),
      { bar: 1, slot: 0 },
      ['1>0:1', '1>1:4'],
    ],
    ['split', '1 | 4', split, { bar: 0, slot: 0 }, ['1>0:1', '4>2:4']],
    ['joined', '1 4 | 5', join, { bar: 0, slot: 0 }, ['1>0:1', '4>', '5>1:5']],
    ['the first taken away', '1 4 | 5', remove, { bar: 0, slot: 0 }, ['1>', '4>0:4', '5>1:5']],
    [
      'an equal bar before',
      '_ | _',
      (r, at) => insertBar(r, at, 'before'),
      { bar: 0, slot: 0 },
      ['rest>1:rest', 'rest>2:rest'],
    ],
    ['a section copied', '1 | 4', copySection, { bar: 1, slot: 0 }, ['1>0:1', '4>1:4']],
  ])('%s', (_, bars, tool, at, expected) => {
    expect(follow(bars, tool, at)).toEqual(expected);
  });

  test('and says it for as many slots as its text then has', () => {
    const tools = [
      split,
      join,
      remove,
      copySection,
      (r: ChartResult, at: Cursor) => insertBar(r, at, 'before'),
      (r: ChartResult, at: Cursor) => moveSection(r, at, 1),
    ];
    let said = 0;
    fc.assert(
      fc.property(songs, fc.nat(), fc.nat(), (song, where, which) => {
        const read = parseChart(printChart(song));
        const slots = placedSlots(read.song);
        const at = slots[where % Math.max(1, slots.length)] ?? { bar: 0, slot: 0 };
        const edit = tools[which % tools.length]!(read, { bar: at.bar, slot: at.slot });
        if (!edit.ok || !edit.slots) return;
        said += 1;
        const after = parseChart(withEdits(read.text, edit.changes));
        expect(areInOrder(edit.changes, read.text.length)).toBe(true);
        // A sign that has lost the bar it repeats is read as a slot of its own, a parted tie as one.
        if (after.ok && slots[where % Math.max(1, slots.length)]?.is.kind === 'chord')
          expect(edit.slots.length).toBe(placedSlots(after.song).length);
      }),
      { numRuns: runs(100) },
    );
    expect(said).toBeGreaterThan(15);
  });
});

describe('decisions', () => {
  const hands = {
    ...freeHands,
    registers: [
      { slot: 1, octaves: 1 },
      { slot: 2, octaves: -1 },
    ],
  };
  const read = parseChart('key: C\n\nA:\n 1 | 4\n\nB:\n 5\n');
  const carried = (edit: Edit) => {
    if (!edit.ok || !edit.slots) throw new Error('The edit was refused.');
    const now = parseChart(withEdits(read.text, edit.changes));
    const follow = followEdit(read, now, edit);
    const copies = isSaid(now, edit.slots) ? copiesSaid(edit.slots) : null;
    return carryDecisions({ ...noDecisions, hands }, follow, copies).hands.registers;
  };
  test('of a section are those of its copy as well', () => {
    expect(carried(copySection(read, { bar: 0, slot: 0 }))).toEqual([
      { slot: 1, octaves: 1 },
      { slot: 3, octaves: 1 },
      { slot: 4, octaves: -1 },
    ]);
  });
  test('go with a section that moves', () => {
    const moved = [
      { slot: 2, octaves: 1 },
      { slot: 0, octaves: -1 },
    ];
    expect(carried(moveSection(read, { bar: 2, slot: 0 }, -1))).toEqual(moved);
    expect(carried(moveSection(read, { bar: 0, slot: 0 }, 1))).toEqual(moved);
  });
  test('stay the same object where nothing was copied', () => {
    const edit = split(read, { bar: 2, slot: 0 });
    if (!edit.ok || !edit.slots) throw new Error('The edit was refused.');
    const now = parseChart(withEdits(read.text, edit.changes));
    const decisions = { ...noDecisions, hands };
    expect(carryDecisions(decisions, followEdit(read, now, edit), copiesSaid(edit.slots))).toBe(
      decisions,
    );
  });
});

describe('a text that came from outside', () => {
  test('is what the edits found in it make of the one before', () => {
    const text = fc
      .array(fc.constantFrom('1 ', '4 ', '| ', '\n', 'A:\n', '5m7 ', '> la '))
      .map((parts) => parts.join(''));
    fc.assert(
      fc.property(text, text, (before, after) => {
        const edits = compareTexts(before, after);
        expect(areInOrder(edits, before.length)).toBe(true);
        expect(withEdits(before, edits)).toBe(after);
      }),
    );
  });

  test('keeps what hangs on the chords it leaves', () => {
    const before = `${head}1add9 | 5/7 | 6m7 | 4maj7\n`;
    const after = before.replace('1add9 |', '1add9 | 4 |');
    expect([0, 1, 2, 3].map(carrySlots(before, after))).toEqual([0, 2, 3, 4]);
  });

  test('of the largest size, without a chord in common, is compared in time that grows with its length', () => {
    const bars = (chords: readonly string[], lines: number) =>
      `title: T\n\nA:\n${Array.from({ length: lines }, (_, line) => `  ${Array.from({ length: 16 }, (_, bar) => chords[(line * 7 + bar) % chords.length]).join(' | ')}\n`).join('')}`;
    const steps = (lines: number) => {
      const [before, after] = [bars(['1', '4', '5'], lines), bars(['2m', '37', '6m', 'b7'], lines)];
      const hands = { ...freeHands, registers: [{ slot: 3, octaves: 1 }] };
      const began = process.cpuUsage().user;
      for (let run = 0; run < 3; run += 1) carryHands(hands, before, after);
      return process.cpuUsage().user - began;
    };
    steps(50);
    // Ten times the text in well under a hundred times the work, as a table of all pairs would take.
    expect(steps(1_000) / steps(100)).toBeLessThan(40);
  });
});
