import { describe, expect, test } from '@jest/globals';
import { parseChart, shareParts, type PencilMark, type Song } from '@intervallum/core';
import fc from 'fast-check';
import { layOut } from '../src/music/rails/layout.ts';
import type { Measure } from '../src/music/rails/measure.ts';
import { naturalWidth, settingsOf, spanOf, withoutHyphens } from '../src/music/rails/natural.ts';
import { fitToPage, heightOf, setPages, type Asked } from '../src/music/rails/pages.ts';
import { withPencilled } from '../src/music/rails/pencilRoom.ts';
import { barsWidth, type Room } from '../src/music/rails/columns.ts';
import { planRows, type Piece } from '../src/music/rails/rows.ts';
import { sheetOfBar, sheetOfSlot, sheetsOf } from '../src/music/rails/sheets.ts';
import { sizesOf } from '../src/music/rails/sizes.ts';
import { pageOfSlot, standPages } from '../src/music/rails/standPages.ts';
import { lastSection } from '../src/music/rails/usePlan.ts';
import { viewAsWritten } from '../src/music/rails/view.ts';

/** A face in which every sign is as wide. */
const measure: Measure = (text, _face, size) => text.length * size * 0.55;
const settings = {
  reading: 'chart',
  minor: 'chart',
  symbols: 'words',
  language: 'english',
  spelling: 'strict',
} as const;
const shows = { letters: true, words: true, tune: 'degrees', over: false } as const;

const songOf = (text: string) => parseChart(`meter: 4/4\n\n${text}`).song;

function settingFor(song: Song, numeral = 40) {
  const view = viewAsWritten(song, settings);
  return settingsOf(() => view, { shows, sizes: sizesOf(numeral), measure });
}

function askedOf(song: Song): Asked {
  const view = viewAsWritten(song, settings);
  return { sections: layOut(song), viewOf: () => view, shows, measure, final: lastSection(song) };
}

const wide: Room = { width: 4000, names: 'above', joined: false };

function planOf(text: string, room: Room = wide) {
  const song = songOf(text);
  return planRows({
    sections: layOut(song),
    room,
    settingOf: settingFor(song),
    final: lastSection(song),
  });
}

const line = (bars: number, bar = '1') =>
  `  ${Array.from({ length: bars }, () => bar).join(' | ')}\n`;
const barsOf = ({ from, to }: Piece) => to - from;

describe('words that are pencilled under bars', () => {
  const song = songOf(`Verse:\n${line(4)}${line(4)}`);
  const pencilled = (bar: number, words: string) =>
    new Map([[bar, { bar, words, isMarked: false, isHidden: false }]]);
  const heightsOf = (pencil: ReadonlyMap<number, PencilMark> | null) =>
    planRows({
      sections: withPencilled(layOut(song), pencil),
      room: wide,
      settingOf: settingFor(song),
      final: null,
    })[0]!.rows.map(({ height }) => height);
  const plain = heightsOf(null);
  test.each([
    ['make room in their own row', 5, 'watch Tavia', 0, 1],
    ['more of it where they are long', 5, 'softly until Tavia comes in '.repeat(40), 0, 8],
    ['none where none are written', 5, '', 0, 0],
  ])('%s', (_name, bar, words, first, least) => {
    const heights = heightsOf(pencilled(bar, words));
    const lineHeight = sizesOf(40).remark * 1.15 * 1.25;
    expect(heights[0]! - plain[0]!).toBe(first);
    const more = heights[1]! - plain[1]!;
    if (least === 0) expect(more).toBe(0);
    else expect(more).toBeGreaterThanOrEqual(least * lineHeight);
  });
  test('leave sections without them as they are, and fit on a stand all the same', () => {
    const two = songOf(`Verse:\n${line(4)}\nChorus:\n${line(4)}`);
    const laid = layOut(two);
    const after = withPencilled(laid, pencilled(6, 'watch Tavia '.repeat(20)));
    expect(after[0]).toBe(laid[0]);
    expect(after[1]!.rails[0]!.bars[2]).toMatchObject({ pencilled: 'watch Tavia '.repeat(20) });
    const room = { width: 1200, first: 500, other: 500, joined: false, columnGap: 22 };
    const asked = { ...askedOf(two), sections: after };
    for (const { set, page } of standPages(asked, room, { numeral: null, bySection: false }))
      for (const column of set.pages[page]!)
        expect(heightOf(column, set.sizes.apart)).toBeLessThanOrEqual(500);
  });
});

describe('a line of bars', () => {
  // A bar of one bare number is 33 pixels wide in this face, with what it needs beside it.
  test.each([
    [1, 400, [1]],
    [4, 400, [4]],
    [8, 400, [8]],
    [8, 250, [4, 4]],
    [5, 150, [3, 2]],
    [6, 150, [3, 3]],
    [7, 150, [4, 3]],
    [9, 150, [3, 3, 3]],
    [12, 300, [8, 4]],
    [16, 300, [8, 8]],
    [3, 40, [1, 1, 1]],
  ])('of %i on a page of %i pixels stands as %j', (bars, width, rows) => {
    const [section] = planOf(`A:\n${line(bars)}`, { ...wide, width });
    expect(section!.rows.map(({ pieces }) => pieces.map(barsOf))).toEqual(rows.map((one) => [one]));
  });

  test('that is shorter than the others leaves columns empty: bars of a section are equally wide', () => {
    const [section] = planOf(`A:\n${line(4)}${line(3)}`);
    expect(section!.columns).toBe(4);
    expect(section!.rows.map(({ pieces }) => pieces[0]!.span)).toEqual([4, 3]);
  });

  test('with one bar too long for it has wider columns by itself', () => {
    const [section] = planOf(`A:\n${line(4)}${line(4)}${line(3)}  1 | 1 | 1 | 1 4\n`, {
      ...wide,
      width: 240,
    });
    expect(section!.rows.map(({ pieces }) => pieces.map(barsOf))).toEqual([
      [4],
      [4],
      [3],
      [2],
      [2],
    ]);
    expect(section!.rows.at(-1)!.pieces[0]).toMatchObject({ scale: 2, span: 4 });
  });

  test('shares a row with the next where that is asked and there is room', () => {
    const rows = (width: number) =>
      planOf(`A:\n${line(4)}${line(4)}${line(4)}`, {
        width,
        names: 'above',
        joined: true,
      })[0]!.rows.map(({ pieces }) => pieces.map(barsOf));
    expect(rows(300)).toEqual([[4, 4], [4]]);
    expect(rows(200)).toEqual([[4], [4], [4]]);
  });
});

describe('what is not played every time', () => {
  const places = (text: string) =>
    planOf(text)[0]!.rows.map(({ pieces }) => pieces.map(({ after, span }) => [after, span]));

  test('goes on where the line ended, and the next ending stands under it', () => {
    expect(places('A:\n  1 | 4\n  5 | 4 | 1\n  1st ending: 5\n  2nd ending: 1 | 1\n')).toEqual([
      [[0, 2]],
      [[0, 3]],
      [
        [0, 1],
        [0, 2],
      ],
    ]);
    expect(places('A:\n  1 | 4 | 5 | 1\n  5 | 4 | 1\n  1st ending: 5\n  2nd ending: 1\n')).toEqual([
      [[0, 4]],
      [
        [0, 3],
        [0, 1],
      ],
      [[3, 1]],
    ]);
  });
  test('stands under the bar that it takes the place of', () => {
    expect(places('A x3:\n  1 | 4 | 5 | 1\n  3rd time bar 3: 2m\n')).toEqual([[[0, 4]], [[2, 1]]]);
  });
});

test('repeat signs stand around what is repeated, and a line closes the song where it ends', () => {
  const edges = (text: string) =>
    planOf(text).map(({ rows }) =>
      rows.flatMap(({ pieces }) => pieces.map(({ opens, closes }) => [opens, closes])),
    );
  expect(edges(`A x2:\n${line(2)}${line(2)}\nB:\n${line(2)}`)).toEqual([
    [
      ['repeat', null],
      [null, 'repeat'],
    ],
    [[null, 'final']],
  ]);
  expect(edges('A x2:\n  1 | 4\n  1st ending: 5\n  2nd ending: 1\n')).toEqual([
    [
      ['repeat', null],
      [null, 'repeat'],
      [null, 'final'],
    ],
  ]);
  // By its roadmap the song ends with another section than the one that stands last.
  expect(edges('road: A, B, A\n\nA:\n  1\nB:\n  4\n'.replace('meter', ''))).toHaveLength(2);
});

test('words are read without the hyphens between their syllables', () => {
  expect(['wan-der-ed on the', 'good-', '- and', 'a - b'].map(withoutHyphens)).toEqual([
    'wandered on the',
    'good-',
    '- and',
    'a - b',
  ]);
});

const written = [
  line(4),
  '  1 . . <5 | % | 4maj7 | <<r5sus4 . 5 6m\n',
  '  {3/4} 1 | 4 | 5\n',
  '  {2/4} 1 | {4/4} 5 | 1 | 1 | 1 | 4\n',
  line(9, '4/5'),
  '  #4m7b5 b7 5(13b9) 1/3 | 2m7 | 5\n',
  '  > some very long words that wrap | and more | wan-der-ed\n',
  '  1st ending: 4 | 1\n',
  '  2nd ending: 5\n',
  'Bridge x2:\n',
  '  * everybody, as softly as can be\n',
] as const;
const lines = fc.array(fc.constantFrom(...written), { minLength: 1, maxLength: 9 });
const rooms = fc.record({
  width: fc.integer({ min: 60, max: 1600 }),
  names: fc.constantFrom('beside' as const, 'above' as const),
  joined: fc.boolean(),
});

describe('whatever is written, on a page of any width', () => {
  test('every bar stands once, in order, no row is longer than its columns, and every bar can be read', () => {
    fc.assert(
      fc.property(lines, rooms, fc.integer({ min: 14, max: 90 }), (text, room, numeral) => {
        const song = songOf(`Verse:\n${text.join('')}`);
        const sections = layOut(song);
        const settingOf = settingFor(song, numeral);
        const planned = planRows({ sections, room, settingOf, final: null });
        for (const { laid, rows, columns, setting, fit } of planned) {
          const pieces = rows.flatMap((row) => row.pieces);
          expect(pieces.flatMap(({ rail, from, to }) => rail.bars.slice(from, to))).toEqual(
            laid.rails.flatMap(({ bars }) => bars),
          );
          const width = barsWidth(room, setting);
          for (const row of rows) {
            const used = row.pieces.reduce((sum, { after, span }) => sum + after + span, 0);
            expect(used).toBeLessThanOrEqual(columns + 1e-6);
            expect(row.height).toBeGreaterThan(setting.sizes.numeral);
          }
          if (setting.sizes.numeral === 14) continue;
          for (const { rail, from, to, scale } of pieces)
            for (const bar of rail.bars.slice(from, to)) {
              const given = (width / columns) * scale * spanOf(bar, fit.columnTicks);
              expect(given + 1e-6).toBeGreaterThanOrEqual(naturalWidth(bar, setting));
            }
        }
      }),
      { numRuns: 75 },
    );
  });

  test('an edit plans the same rows as planning afresh, and leaves those alone that it did not touch', () => {
    fc.assert(
      fc.property(lines, lines, rooms, (one, other, room) => {
        const before = songOf(`A:\n${line(4)}\nVerse:\n${one.join('')}`);
        const now = shareParts(before, songOf(`A:\n${line(4)}\nVerse:\n${other.join('')}`));
        const settingOf = settingFor(before);
        const laid = layOut(before);
        const planned = planRows({ sections: laid, room, settingOf, final: null });
        const again = planRows(
          { sections: layOut(now, laid), room, settingOf, final: null },
          planned,
        );
        const afresh = planRows({ sections: layOut(now), room, settingOf, final: null });
        const shape = (sections: typeof again) =>
          sections.map(({ columns, rows }) => [
            columns,
            rows.map(({ pieces, height, above }) => [
              height,
              above,
              pieces.map(({ id: _, ...piece }) => piece),
            ]),
          ]);
        expect(shape(again)).toEqual(shape(afresh));
        if (again[0]!.columns === planned[0]!.columns)
          expect(again[0]!.rows).toBe(planned[0]!.rows);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a song fitted to a page', () => {
  const room = { width: 1000, first: 640, other: 640, joined: false, columnGap: 20 };
  const ways = [
    { columns: 1, names: 'beside' },
    { columns: 2, names: 'above' },
  ] as const;

  test('is on it whole, in the largest size in which it is, or there is none in which it is', () => {
    fc.assert(
      fc.property(lines, (text) => {
        const asked = askedOf(songOf(`Verse:\n${text.join('')}`));
        const wish = { least: 20, most: 60, ways, breaksLines: true };
        const set = fitToPage(asked, room, wish);
        const heights = (of: NonNullable<typeof set>) =>
          of.pages.flat().map((column) => heightOf(column, of.sizes.apart));
        if (set) {
          expect(set.pages).toHaveLength(1);
          expect(Math.max(...heights(set))).toBeLessThanOrEqual(room.first);
          expect(set.pages[0]!.length).toBeLessThanOrEqual(set.columns);
        } else
          for (const way of ways) {
            const least = setPages(asked, room, { ...way, numeral: 20, air: 'little' });
            const isBroken = least.pages
              .flat(2)
              .some(({ planned }) => planned.setting.sizes.numeral < 20);
            expect(
              least.pages.length > 1 || isBroken || Math.max(...heights(least)) > room.first,
            ).toBe(true);
          }
      }),
      { numRuns: 30 },
    );
  });

  test('keeps a section together where the page has room for it', () => {
    const asked = askedOf(
      songOf(['A', 'B', 'C'].map((name) => `${name}:\n${line(4)}${line(4)}`).join('\n')),
    );
    const set = setPages(asked, room, { numeral: 40, columns: 2, names: 'above' });
    expect(set.pages).toHaveLength(1);
    const sections = set.pages[0]!.map((column) => [
      ...new Set(column.map(({ section }) => section)),
    ]);
    expect(sections).toEqual([[0, 1], [2]]);
  });
});

test('at a stand every slot is on one page, in order; on a phone a page has one section', () => {
  fc.assert(
    fc.property(lines, fc.boolean(), fc.constantFrom(null, 30, 72), (text, bySection, numeral) => {
      const song = songOf(`Verse:\n${line(2)}${text.join('')}`);
      const height = bySection ? 400 : 300;
      const room = { width: 380, first: height, other: height, joined: false, columnGap: 20 };
      const pages = standPages(askedOf(song), room, { numeral, bySection });
      const slots = layOut(song).flatMap(({ rails }) =>
        rails.flatMap(({ bars }) => bars.flatMap((bar) => bar.slots)),
      ).length;
      const found = Array.from({ length: slots }, (_, slot) => pageOfSlot(pages, slot));
      expect(found).not.toContain(null);
      expect(found).toEqual(found.toSorted((one, other) => one! - other!));
      if (bySection) for (const { sections } of pages) expect(sections).toHaveLength(1);
    }),
    { numRuns: 30 },
  );
});

describe('what is drawn together of a very long chart', () => {
  const planned = (text: string) => planOf(text, { ...wide, width: 300 });

  test('is all of a song of usual length', () => {
    const sections = planned(`A x2:\n  1 | 4\n\nB:\n\nC:\n${line(4).repeat(150)}`);
    const [sheet, ...more] = sheetsOf(sections);
    expect(more).toEqual([]);
    expect(sheet!.parts.map(({ planned: { place }, rows }) => [place, rows.length])).toEqual([
      [0, 1],
      [1, 0],
      [2, 150],
    ]);
    expect([sheet!.from, sheet!.to]).toEqual([0, 602]);
  });

  test('has every section and every row once, in order, and few enough of them', () => {
    const section = fc.array(fc.integer({ min: 1, max: 30 }), { maxLength: 60 });
    fc.assert(
      fc.property(fc.array(section, { maxLength: 40 }), (lengths) => {
        const sections = planned(
          lengths.map((bars) => `S:\n${bars.map((count) => line(count)).join('')}`).join('\n'),
        );
        const sheets = sheetsOf(sections, 50);
        const rows = sheets.flatMap(({ parts }) => parts.flatMap((part) => part.rows));
        expect(rows.map(({ row }) => row)).toEqual(sections.flatMap((one) => one.rows));
        expect([
          ...new Set(sheets.flatMap(({ parts }) => parts.map((part) => part.planned.place))),
        ]).toEqual(sections.map((_, place) => place));
        for (const [index, { parts, from, to, fromSlot, toSlot }] of sheets.entries()) {
          const bars = parts.flatMap((part) => part.rows).reduce((sum, row) => sum + row.bars, 0);
          expect(bars + 2 * parts.length).toBeLessThanOrEqual(55);
          expect([from, to]).toEqual([sheets[index - 1]?.to ?? 0, from + bars]);
          expect(fromSlot).toBe(sheets[index - 1]?.toSlot ?? 0);
          if (bars > 0) expect(sheetOfBar(sheets, to - 1)).toBe(index);
          if (toSlot > fromSlot) expect(sheetOfSlot(sheets, toSlot - 1)).toBe(index);
        }
      }),
      { numRuns: 20 },
    );
    expect(sheetOfBar(sheetsOf([]), 0)).toBeNull();
    expect(sheetOfSlot(sheetsOf([]), null)).toBeNull();
  });
});
