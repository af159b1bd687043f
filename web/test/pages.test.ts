import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { paginate, type Block, type Sheet } from '../src/music/rails/pages.ts';

const sheet: Sheet = { first: 100, other: 120, columns: 1, sectionGap: 10 };
const block = (section: number, row: number, height: number): Block => ({
  section,
  row,
  height,
  name: 5,
});
const shape = (blocks: readonly Block[], on: Sheet) =>
  paginate(blocks, on).map((page) => page.map((column) => column.map(({ row }) => row)));

describe('lines of bars on paper', () => {
  test('fill a page, then the next', () => {
    const blocks = [block(0, 0, 40), block(0, 1, 40), block(0, 2, 40), block(1, 0, 40)];
    expect(shape(blocks, sheet)).toEqual([[[0, 1]], [[2, 0]]]);
  });
  test('fill two columns before the next page', () => {
    const blocks = Array.from({ length: 6 }, (_, row) => block(0, row, 40));
    expect(shape(blocks, { ...sheet, columns: 2 })).toEqual([
      [
        [0, 1],
        [2, 3],
      ],
      [[4, 5]],
    ]);
  });
  test('what is higher than a column has one for itself', () => {
    expect(shape([block(0, 0, 500), block(0, 1, 10)], sheet)).toEqual([[[0]], [[1]]]);
  });
  test('are all there, in order, and no column is fuller than it is high', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(3), fc.integer({ min: 5, max: 90 })), { maxLength: 30 }),
        fc.constantFrom(1, 2, 3),
        (rows, columns) => {
          const blocks = rows
            .sort(([one], [other]) => one - other)
            .map(([section, height], row) => block(section, row, height));
          const pages = paginate(blocks, { ...sheet, columns });
          expect(pages.flat(2)).toEqual(blocks);
          for (const [index, page] of pages.entries()) {
            expect(page.length).toBeLessThanOrEqual(columns);
            for (const column of page) {
              const sections = new Set(column.map(({ section }) => section)).size;
              const height =
                column.reduce((sum, one) => sum + one.height, 0) +
                sections * 5 +
                Math.max(0, sections - 1) * sheet.sectionGap;
              expect(height).toBeLessThanOrEqual(index === 0 ? sheet.first : sheet.other);
            }
          }
        },
      ),
    );
  });
});
