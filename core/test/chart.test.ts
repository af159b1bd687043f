import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from './deep.ts';
import {
  BarReadings,
  barTicks,
  divisions,
  parseChart,
  parseMeter,
  printChart,
  pushCount,
  type ChartResult,
  type Problem,
  type Song,
} from '../src/index.ts';
import { songs } from './generators.ts';

test('print and parse give the same song, for hundreds of generated songs, thousands in the deep test', () => {
  fc.assert(
    fc.property(songs, (song) => {
      const text = printChart(song);
      const read = parseChart(text);
      expect({ text, song: read.ok ? read.value : read.problems }).toEqual({ text, song });
    }),
    { numRuns: runs(200) },
  );
});

test('a bar is always as long as its metre says', () => {
  fc.assert(
    fc.property(songs, (song) => {
      for (const section of song.sections) {
        for (const bar of section.phrases.flatMap((phrase) => phrase.bars)) {
          if (bar.kind === 'same') continue;
          const ticks = bar.slots.reduce((sum, slot) => sum + slot.ticks, 0);
          expect(ticks).toBe(barTicks(song.meter));
        }
      }
    }),
  );
});

// Rulings on how a bar may be shared; common practice, no published source.
test.each([
  ['4/4', [1, 2, 4, 8, 16]],
  ['2/4', [1, 2, 4]],
  ['3/4', [1, 3, 6]],
  ['6/8', [1, 2, 6]],
  ['9/8', [1, 3, 9]],
  ['12/8', [1, 2, 4, 12]],
  ['2/2', [1, 2, 4, 8]],
  ['3/2', [1, 3, 6]],
  ['6/4', [1, 2, 6]],
  ['3/8', [1, 3]],
  ['7/8 (4+3)', [1, 2, 7]],
  ['5/4 (3+2)', [1, 2, 5]],
])('%s parts into %j', (text, parts) => {
  const read = parseMeter(text);
  const ways = read.ok ? divisions(read.value) : [];
  expect(ways.map((way) => way.length)).toEqual(parts);
});

const head = 'title: T\nkey: Eb\nmeter: 4/4\ntempo: 72\n\n';

function problemsOf(result: ChartResult): readonly Problem[] {
  return result.ok ? [] : result.problems;
}

function song(result: ChartResult): Song {
  return result.song;
}

describe('a chart with problems', () => {
  const broken = `${head}Verse:\n  1 | 1sus 4 1 | 7b | 4\n  > one | two | three | four\nChorus:\n  6m | 5/9\n`;

  test('says what and where, in the order of the text', () => {
    expect(problemsOf(parseChart(broken)).map(({ place, message }) => [place, message])).toEqual([
      [
        { line: 7, column: 7, length: 8 },
        '4/4 cannot share a bar among 3 parts; it takes 1, 2, 4, 8 or 16.',
      ],
      [{ line: 7, column: 18, length: 2 }, 'An accidental stands before the number: b7.'],
      [{ line: 10, column: 8, length: 3 }, expect.stringContaining('9 is no degree')],
    ]);
  });

  test('keeps the rest, and what was typed in the place of what it cannot read', () => {
    const { sections } = song(parseChart(broken));
    const slots = sections.map(({ phrases }) =>
      phrases[0]!.bars.map((bar) => bar.kind === 'played' && bar.slots.map(({ kind }) => kind)),
    );
    expect(slots).toEqual([
      [['chord'], ['chord', 'chord', 'chord'], ['unread'], ['chord']],
      [['chord'], ['unread']],
    ]);
    expect(sections[0]!.phrases[0]!.words).toEqual([['one', 'two', 'three', 'four']]);
  });

  test('is whole again when the first repair of each problem is taken', () => {
    let text = broken;
    for (let left = 5; left > 0; left -= 1) {
      const read = parseChart(text);
      if (read.ok) break;
      const { place, repairs } = read.problems[0]!;
      const lines = text.split('\n');
      const line = lines[place.line - 1]!;
      lines[place.line - 1] =
        line.slice(0, place.column - 1) +
        repairs[0]!.text +
        line.slice(place.column - 1 + place.length);
      text = lines.join('\n');
    }
    expect(parseChart(text).ok).toBe(true);
  });
});

test.each([
  ['key: H\n', 1, 6, 'no key'],
  ['tempo: fast\n', 1, 8, 'beats a minute'],
  ['meter: 7/8\n', 1, 8, 'unequal groups'],
  ['meter: 3/7\n', 1, 8, 'no metre'],
  ['numbers: letters\n', 1, 10, 'not one of'],
  ['kay: G\n', 1, 1, 'no field'],
  ['key: G\nkey: A\n', 2, 1, 'said above'],
  ['key:\n', 1, 5, 'no key'],
  ['1 | 4\n', 1, 1, 'stand in a section'],
  ['Verse 1: 1 | 4\n', 1, 1, 'a line to itself'],
  ['Verse:\n1\nkey: G\n', 3, 1, 'fields stand above'],
  ['Verse:\n> words\n', 2, 1, 'Words stand under'],
  ['Verse:\n1 | 4\n> a | b | c\n', 3, 9, 'words for 3 bars'],
  ['* softly\n', 1, 1, 'direction stands in a section'],
  ['Verse x0:\n', 1, 1, '1 to 99 times'],
  ['Verse:\n1 | | 4\n', 2, 1, 'a bar line stands between'],
  ['Verse:\n1 | ( 4 )\n', 2, 5, 'first bar of a song'],
  ['Verse:\n{3/7} 4\n', 2, 1, 'no metre'],
  ['Verse:\n4 {2/4} | 1\n', 2, 3, 'before the bar'],
  ['Verse:\n1 | {2/4} %\n', 2, 11, 'does not fit'],
  ['Verse:\n1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 <1\n', 2, 31, 'comes in before'],
  ['title: a\u0007b\n', 1, 9, 'U+0007'],
])('%j is a problem at line %i, column %i: %s', (text, line, column, message) => {
  const [problem] = problemsOf(parseChart(text));
  expect(problem?.message).toContain(message);
  expect([problem?.place.line, problem?.place.column]).toEqual([line, column]);
});

test('a chart or a line that is too long is refused with its size', () => {
  expect(problemsOf(parseChart('1 | '.repeat(50_000)))[0]!.message).toContain('200000');
  const long = parseChart(`${head}Verse:\n${'1 | '.repeat(2500)}\n4\n`);
  expect(problemsOf(long).map(({ message }) => message)).toEqual([
    expect.stringContaining('10000'),
  ]);
  expect(song(long).sections[0]!.phrases).toHaveLength(1);
});

test('any text gives a song or problems that lie inside it, never an exception', () => {
  const piece = fc.oneof(
    fc.constantFrom(
      'title: ',
      'key: ',
      'Verse:',
      '\n',
      '\n> ',
      '\n* ',
      ' | ',
      '1',
      '4maj7',
      '<',
      '~',
      '.',
      '%',
      '{2/4}',
      '(',
      ')',
      '🙂',
      'שלום',
      '\u0000',
      '<script>',
      ':',
      '\r\n',
      '\u2028',
      '\u2029',
    ),
    fc.string({ maxLength: 8 }),
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const text = pieces.join('');
      const lines = text.split(/\r\n|\r|\n|\u2028|\u2029/);
      const read = parseChart(text);
      for (const { place } of problemsOf(read)) {
        expect(place.line).toBeLessThanOrEqual(lines.length);
        expect(place.column - 1).toBeLessThanOrEqual(lines[place.line - 1]!.length);
      }
    }),
    { numRuns: runs(600) },
  );
});

// The Unicode Standard, 5.8: programs for writing put them in with Shift and Enter.
test.each(['\u2028', '\u2029', '\r', '\r\n'])('%j ends a line as any other end does', (end) => {
  const text = `${head}Verse x2:\n  1 | <4 . 5 .\n  > words | more\n\nEnd open:\n  9 | 1\n`;
  const [plain, other] = [parseChart(text), parseChart(text.replaceAll('\n', end))];
  expect(other.song).toEqual(plain.song);
  expect(other.barPlaces).toEqual(plain.barPlaces);
  expect(problemsOf(other)).toEqual(problemsOf(plain));
  const [place] = other.barPlaces.slice(-1);
  expect(text.replaceAll('\n', end).slice(other.lines.rangeOf(place!).from)).toBe(`1${end}`);
});

test('bars are found again in the text', () => {
  const text = `${head}Verse:\n  1 | 1sus4 1 | {2/4} 5\n  4~\n`;
  const places = parseChart(text).barPlaces.map(({ line, column, length }) =>
    text.split('\n')[line - 1]!.slice(column - 1, column - 1 + length),
  );
  expect(places).toEqual(['1', '1sus4 1', '{2/4} 5', '4~']);
});

const demo = new URL('../../demo/songs/', import.meta.url);

test.each(readdirSync(demo))('the demo chart %s reads, and survives print and parse', (file) => {
  const read = parseChart(readFileSync(new URL(file, demo), 'utf8'));
  expect(problemsOf(read)).toEqual([]);
  const again = parseChart(printChart(song(read)));
  expect(song(again)).toEqual(song(read));
});

// Common practice, no published source: "4 &" is an eighth early, "4 a" a sixteenth.
test.each([
  ['4/4', 0, 'eighth', '4&'],
  ['4/4', 0, 'sixteenth', '4a'],
  ['4/4', 960, 'eighth', '2&'],
  ['3/4', 0, 'eighth', '3&'],
  ['6/8', 0, 'eighth', '6'],
  ['6/8', 720, 'sixteenth', '3&'],
] as const)('in %s a chord due at tick %i, an %s early, comes on %s', (text, due, by, count) => {
  const meter = parseMeter(text);
  expect(meter.ok && pushCount(meter.value, due, { by, hands: 'both' })).toBe(count);
});

test('a line of bars is read as what stands before it says, however often it was read elsewhere', () => {
  const readings = new BarReadings();
  const line = '  1 | . | 4 4 4 4 x';
  const read = (head: string, body: string) => {
    const typed = `${head}\n\nVerse:\n${body}\n`;
    const found = parseChart(typed, readings);
    expect(found).toEqual(parseChart(typed));
    const bars = found.song.sections[0]!.phrases.flatMap((phrase) => phrase.bars);
    const ticks = bars.map((bar) =>
      bar.kind === 'played' ? bar.slots.map((slot) => slot.ticks) : [],
    );
    const wrong = found.ok ? [] : found.problems.map(({ place }) => place.line);
    return {
      ticks,
      wrong,
      lines: found.barPlaces.map((place) => [place.line, place.slots[0]?.line]),
    };
  };
  const twice = read('meter: 4/4', `${line}\n\n${line}`);
  expect(twice.lines).toEqual([4, 4, 4, 6, 6, 6].map((at) => [at, at]));
  expect(new Set(twice.wrong)).toEqual(new Set([4, 6]));
  expect(read('meter: 3/4', '  1 | .').ticks).toEqual([[1440], [1440]]);
  expect(read('meter: 4/4', '  1 | .').ticks).toEqual([[1920], [1920]]);
  // Nothing stands before the first chord that it could be pushed into, or that could be held.
  expect(read('meter: 4/4', '  <1').wrong).toEqual([4]);
  expect(read('meter: 4/4', '  1\n  <1').wrong).toEqual([]);
  expect(read('meter: 4/4', '  .').wrong).toEqual([4]);
  expect(read('meter: 4/4', '  1\n  .').wrong).toEqual([]);
  expect(read('meter: 4/4', '  (1)\n  (1)').wrong).toEqual([5, 5]);
});
