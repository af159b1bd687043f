import { describe, expect, test } from '@jest/globals';
import { circleOf, draw, folderArrows, runsUp, storeyOf } from '../lib/house.mjs';
import { layers } from '../lib/layers.mjs';

/** @param {...string} rows each `from > to` */
const imports = (...rows) =>
  rows.map((row) => {
    const [from = '', to = ''] = row.split(' > ');
    return { from, to };
  });
/** @param {Record<string, readonly string[]>} rows */
const arrows = (rows) => new Map(Object.entries(rows).map(([from, all]) => [from, new Set(all)]));

describe('the arrows between folders', () => {
  test('are those of the imports: within a folder there is none, nor for what stands beside the folders', () => {
    const found = folderArrows(
      imports(
        'web/src/lenses/chart/a.tsx > web/src/ui/Button.tsx',
        'web/src/lenses/chart/a.tsx > web/src/lenses/parts/b.tsx',
        'web/src/lenses/lens.ts > core/src/chart/read/parseChart.ts',
        'web/src/main.ts > web/src/app/start.tsx',
        'server/src/songs/store.ts > node_modules/zod/index.js',
      ),
      storeyOf,
    );
    expect(found).toEqual(arrows({ 'web/lenses': ['web/ui', 'core/chart'] }));
  });

  test.each([
    ['web/ui', 'web/lenses', true],
    ['web/lenses', 'web/ui', false],
    ['web/workers', 'web/document', false],
    ['core/kit', 'core/formats', true],
    ['server/songs', 'server/shares', true],
    // Which part may import from which other is a rule of its own.
    ['core/kit', 'web/app', false],
  ])('from %s to %s runs up: %s', (from, to, up) => {
    expect(runsUp(from, to)).toBe(up);
  });

  test('a folder that no storey names is told by name', () => {
    expect(() => runsUp('web/ui', 'web/attic')).toThrow('web/attic');
  });
});

test.each([
  [arrows({ a: ['b'], b: ['c'] }), null],
  [arrows({ a: ['b', 'c'], b: ['d'], c: ['d'] }), null],
  [arrows({ a: ['b'], b: ['c'], c: ['b'] }), ['b', 'c', 'b']],
  [arrows({ z: ['a'], a: ['b'], b: ['c'], c: ['a'] }), ['a', 'b', 'c', 'a']],
])('folders that import each other in a circle are found (%#)', (from, circle) => {
  expect(circleOf(from)).toEqual(circle);
});

test('the drawing leaves out what follows from other arrows, and draws each folder once', () => {
  const drawn = draw(
    arrows({ 'web/app': ['web/screens', 'web/ui'], 'web/screens': ['web/ui', 'core/kit'] }),
  );
  const lines = drawn.split('\n').map((line) => line.trim());
  expect(lines.filter((line) => line.includes('-->'))).toEqual([
    'web_app --> web_screens',
    'web_screens --> web_ui',
    'web --> contract',
    'server --> contract',
    'contract --> core',
  ]);
  expect(lines.filter((line) => line === 'web_ui[ui]')).toHaveLength(1);
});

test('no folder stands on two storeys', () => {
  for (const rows of Object.values(layers)) {
    const names = rows.flat();
    expect(new Set(names).size).toBe(names.length);
  }
});
