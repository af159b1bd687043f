import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  carryPencil,
  noPencil,
  parseChart,
  withPencilMark,
  type PencilMark,
} from '../src/index.ts';

const mark = (bar: number, words = `note ${bar}`): PencilMark => ({
  ...{ bar, words, isMarked: false, isHidden: false },
});
const pencilled = (...marks: PencilMark[]) => marks.reduce(withPencilMark, noPencil);

const chart = `title: Stone Ford
key: G

Verse:
| 1 | 5 | 6m | 4 |
Chorus:
| 4 | % | 1 | 57 |
`;

describe('what is pencilled at a bar', () => {
  const all = pencilled(mark(2), mark(5), mark(7));
  const barsAfter = (after: string) => {
    const { marks, lost } = carryPencil(all, chart, after);
    return [marks.map(({ bar, words }) => `${bar} ${words}`), lost];
  };
  test.each<[string, string, string[], string[]]>([
    [
      'an edit of another bar',
      chart.replace('| 1 | 5 |', '| 1add9 | 5/7 |'),
      ['2 note 2', '5 note 5', '7 note 7'],
      [],
    ],
    [
      'an edit of its own bar',
      chart.replace('6m', '6m7'),
      ['2 note 2', '5 note 5', '7 note 7'],
      [],
    ],
    [
      'a section before it',
      chart.replace('Verse:', 'Intro:\n| 2m | 3m |\nVerse:'),
      ['4 note 2', '7 note 5', '9 note 7'],
      [],
    ],
    [
      'a bar taken out before it',
      chart.replace('| 1 | 5 |', '| 5 |'),
      ['1 note 2', '4 note 5', '6 note 7'],
      [],
    ],
    [
      'its bar taken out',
      chart.replace('| 5 | 6m | 4 |', '| 5 | 4 |'),
      ['4 note 5', '6 note 7'],
      ['note 2'],
    ],
    [
      'the whole section taken out',
      chart.replace(/Chorus:[\s\S]*/, ''),
      ['2 note 2'],
      ['note 5', 'note 7'],
    ],
    [
      'another title and key',
      chart.replace('Stone Ford', 'Ford').replace('key: G', 'key: A'),
      ['2 note 2', '5 note 5', '7 note 7'],
      [],
    ],
  ])('goes with it through %s', (_name, after, marks, lost) => {
    expect(barsAfter(after)).toEqual([marks, lost]);
  });

  test('is one for each bar, and none where nothing is left of it', () => {
    const again = withPencilMark(all, mark(5, 'otherwise'));
    expect(again.marks.map(({ words }) => words)).toEqual(['note 2', 'otherwise', 'note 7']);
    expect(withPencilMark(again, mark(5, '')).marks.map(({ bar }) => bar)).toEqual([2, 7]);
  });
});

test('whatever bars come and go around it, a mark stays at its chord or its words are kept', () => {
  // Every bar has a bass of its own, so that it is known again without the marks.
  const roots = ['1', '2m', '3m', '4', '5', '6m'];
  const basses = ['1', '2', '3', '4', '5', '6', '7'];
  const names = roots.flatMap((root) => basses.map((bass) => `${root}/${bass}`));
  const textOf = (bars: readonly string[]) => `key: C\n\nVerse:\n| ${bars.join(' | ')} |\n`;
  fc.assert(
    fc.property(
      fc.shuffledSubarray(names, { minLength: 4, maxLength: 16 }),
      fc.array(fc.tuple(fc.nat(15), fc.boolean()), { maxLength: 6 }),
      (bars, edits) => {
        const after = [...bars];
        for (const [index, [at, isOut]] of edits.entries()) {
          if (isOut && after.length > 1) after.splice(at % after.length, 1);
          else after.splice(at % (after.length + 1), 0, `b7sus4 ${index % 2 ? '4' : '5'}`);
        }
        const all = pencilled(...bars.map((name, bar) => mark(bar, name)));
        const carried = carryPencil(all, textOf(bars), textOf(after));
        const count = parseChart(textOf(after)).barPlaces.length;
        for (const { bar } of carried.marks) expect(bar < count).toBe(true);
        const kept = [...carried.marks.map(({ words }) => words), ...carried.lost];
        // None is lost and none is doubled, also where two came to one bar.
        expect(kept.flatMap((words) => words.split(' · ')).sort()).toEqual([...bars].sort());
        if (edits.every(([, isOut]) => !isOut))
          for (const { bar, words } of carried.marks) expect(after[bar]).toBe(words);
      },
    ),
  );
});
