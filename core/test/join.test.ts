import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { joinTexts, withEdits } from '../src/index.ts';
import { runs } from './deep.ts';

const joined = (base: string, mine: string, theirs: string) => {
  const edits = joinTexts(base, mine, theirs);
  return edits && withEdits(mine, edits);
};

const verse = 'Verse:\n  1 | 4 | 5 | 1\n  > Low the lamp\n\nChorus:\n  4 | 1\n';

test.each<readonly [string, string, string, string | null]>([
  // Two lines beside each other are two.
  [
    '5 | 1',
    '57 | 1',
    verse.replace('lamp', 'light'),
    verse.replace('5 | 1', '57 | 1').replace('lamp', 'light'),
  ],
  [
    '4 | 1\n',
    '4 | 1\n\nTag:\n  1\n',
    verse.replace('Low', 'Now'),
    verse.replace('Low', 'Now') + '\nTag:\n  1\n',
  ],
  // The same line, or different lines at one place: a person decides.
  ['5 | 1', '57 | 1', verse.replace('1 | 4 | 5', '1 | 4m | 5'), null],
  ['4 | 1\n', '4 | 1\n  5\n', `${verse}  6m\n`, null],
  ['  > Low the lamp\n', '', verse.replace('Low', 'Now'), null],
  // What both did is done once.
  ['5 | 1', '57 | 1', verse.replace('5 | 1', '57 | 1'), verse.replace('5 | 1', '57 | 1')],
])('%j as %j beside another change', (from, to, theirs, expected) => {
  expect(joined(verse, verse.replace(from, to), theirs)).toBe(expected);
});

test('edits of lines apart are all in it, whoever joins; what is not joined touched one line', () => {
  const line = fc.constantFrom('1 | 4', '5 | 1', '> words', '', 'Verse:');
  const text = (lines: readonly string[]) => lines.map((one) => `${one}\n`).join('');
  const edit = fc.record({
    at: fc.nat({ max: 11 }),
    how: fc.constantFrom('write' as const, 'remove' as const, 'before' as const),
  });
  fc.assert(
    fc.property(
      fc.array(line, { minLength: 2, maxLength: 12 }),
      edit,
      edit,
      (lines, one, other) => {
        // Each line is told from every other, so that it is known which was touched.
        const base = lines.map((words, at) => `${at} ${words}`);
        const make = ({ at, how }: typeof one, mark: string) => {
          const place = at % base.length;
          const made = [...base];
          if (how === 'write') made[place] = `${base[place]} ${mark}`;
          if (how === 'remove') made.splice(place, 1);
          if (how === 'before') made.splice(place, 0, mark);
          return { place, how, made };
        };
        const [mine, theirs] = [make(one, 'mine'), make(other, 'theirs')];
        const there = joined(text(base), text(mine.made), text(theirs.made));
        const back = joined(text(base), text(theirs.made), text(mine.made));
        expect(back).toBe(there);
        const touchesOne = mine.place === theirs.place;
        const bothPutIn = mine.how === 'before' && theirs.how === 'before';
        const onePutsIn = mine.how === 'before' || theirs.how === 'before';
        const bothRemove = mine.how === 'remove' && theirs.how === 'remove';
        const cannot = touchesOne && !bothRemove && (bothPutIn || !onePutsIn);
        if (cannot) return expect(there).toBeNull();
        const gone = [mine, theirs].flatMap(({ how, place }) => (how === 'remove' ? [place] : []));
        const kept = base.flatMap((words, place) => {
          const written = [mine, theirs].flatMap(({ how, place: at }, who) =>
            how === 'write' && at === place ? [who === 0 ? ' mine' : ' theirs'] : [],
          );
          const before = [mine, theirs].flatMap(({ how, place: at }, who) =>
            how === 'before' && at === place ? [who === 0 ? 'mine' : 'theirs'] : [],
          );
          return [...before, ...(gone.includes(place) ? [] : [words + written.join('')])];
        });
        expect(there).toBe(text(kept));
      },
    ),
    { numRuns: runs(300) },
  );
});
