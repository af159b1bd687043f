import { describe, expect, test } from '@jest/globals';
import {
  cellOf,
  gridOf,
  landings,
  parseMeter,
  printTexture,
  readTexture,
  silenced,
  touchOf,
  turned,
  withColumn,
  withTouch,
  type Meter,
  type Texture,
} from '../src/index.ts';
import fc from 'fast-check';

function meter(text: string): Meter {
  const read = parseMeter(text);
  if (!read.ok) throw new Error(text);
  return read.value;
}
function texture(text: string, hand: 'left' | 'right' = 'right'): Texture | null {
  const read = readTexture(text, hand);
  if (!read.ok) throw new Error(text);
  return read.value;
}
const common = meter('4/4');

describe('the grid of a pattern', () => {
  test('a bar has a column for every step; the last is cut where the bar ends', () => {
    const lengths = (text: string, time: Meter) =>
      gridOf(texture(text), 'right', time).columns.map(({ ticks }) => ticks);
    expect(lengths('block', common)).toEqual([480, 480, 480, 480]);
    expect(lengths('outer-inner', meter('7/8 (4+3)'))).toEqual(Array(7).fill(240));
    expect(lengths('A, triplets', meter('2/4'))).toEqual(Array(6).fill(160));
    expect(lengths('', common)).toEqual([480, 480, 480, 480]);
    expect(gridOf(null, 'right', common).columns.map(({ step }) => step.kind)).toEqual([
      'strike',
      'hold',
      'hold',
      'hold',
    ]);
  });

  test('a note goes round: struck, ringing, gone; a touch is of the whole column', () => {
    const [first] = gridOf(texture('M'), 'right', common).columns;
    const struck = turned(first!.step, 'right', 'top');
    expect(cellOf(struck, 'top')).toBe('struck');
    expect(cellOf(turned(struck, 'right', 'top'), 'top')).toBe('rings');
    expect(cellOf(turned(turned(struck, 'right', 'top'), 'right', 'top'), 'top')).toBe('none');
    expect(turned(first!.step, 'right', 'middle')).toMatchObject({ notes: [{ rings: true }] });
    expect(touchOf(withTouch(struck, 'short'))).toBe('short');
    expect(silenced(silenced(struck))).toEqual({ kind: 'hold' });
  });

  test('a change makes it the player’s own, said as shortly as it repeats', () => {
    const own = texture('T M T M, sixteenths, soft');
    const grid = gridOf(own, 'right', common);
    expect(printTexture(withColumn(own, grid, 0, grid.columns[0]!.step, common))).toBe(
      'T M, sixteenths, soft',
    );
    const bass = texture('alternating bass', 'left');
    const changed = withColumn(bass, gridOf(bass, 'left', common), 3, { kind: 'hold' }, common);
    expect(printTexture(changed)).toBe('L 5 L ., beats, leading');
  });

  test('where both hands land, whatever their steps', () => {
    const left = gridOf(texture('L, triplets', 'left'), 'left', meter('2/4'));
    const right = gridOf(texture('A, eighths'), 'right', meter('2/4'));
    expect(landings(left, right)).toEqual([0, 480]);
  });

  test('any grid comes back from the texture that is made of it', () => {
    const steps = fc.constantFrom('T', 'M~', 'A>', '(TL)', '.', '_', 'ML!');
    const made = fc.array(steps, { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(made, fc.constantFrom('4/4', '3/4', '6/8', '5/4 (3+2)'), (texts, time) => {
        const own = texture(texts.join(' '));
        const grid = gridOf(own, 'right', meter(time));
        const again = withColumn(own, grid, 0, grid.columns[0]!.step, meter(time));
        expect(gridOf(again, 'right', meter(time))).toEqual(grid);
      }),
    );
  });
});
