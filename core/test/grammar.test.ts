import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  expand,
  formatChord,
  handsLines,
  nothingSaidOfHands,
  parseChart,
  parseChord,
  parseMeter,
  printChart,
  printHandsLine,
  printTexture,
  printTuneBar,
  readHandsLine,
  readTexture,
  printLineBar,
  readLineBar,
  readTuneBar,
  type HandsLine,
  type Problem,
  type TexturedHand,
} from '../src/index.ts';

/** The examples of the grammar page, so that it cannot say what is not so. */
const page = readFileSync(new URL('../../docs/chart-text.md', import.meta.url), 'utf8');

const blocks = [...page.matchAll(/```chart\n([\s\S]*?)```/g)].map((found) => found[1]!);

test.each(blocks)('the chart block reads and prints as it stands: %s', (block) => {
  const read = parseChart(block);
  expect(read.ok ? [] : read.problems).toEqual([]);
  if (read.ok) expect(printChart(read.value).replace(/\s+/g, ' ')).toBe(block.replace(/\s+/g, ' '));
});

interface Row {
  readonly table: string;
  readonly typed: string;
  readonly expected: string;
}

const rows: Row[] = [...page.matchAll(/<!-- test: (.+?) -->\n\n((?:\|.*\n)+)/g)].flatMap((table) =>
  table[2]!
    .split('\n')
    .slice(2, -1)
    .map((row) => {
      const [typed, expected] = row.split(/(?<!\\)\|/).slice(1, 3);
      const plain = (cell: string) => cell.trim().replaceAll('\\|', '|');
      return { table: table[1]!, typed: plain(typed!).slice(1, -1), expected: plain(expected!) };
    }),
);

/** What a person gets by taking each repair of the first problem in turn. */
function repaired(typed: string, problem: Problem): string[] {
  const { column, length } = problem.place;
  return problem.repairs.map(
    ({ text }) => typed.slice(0, column - 1) + text + typed.slice(column - 1 + length),
  );
}

const asProblem = (texts: string[]) => `problem: ${texts.map((text) => `\`${text}\``).join(', ')}`;

function readChord(typed: string, reading: 'as written' | 'in key'): string {
  const read = parseChord(typed, { reading });
  if (read.ok) return `\`${formatChord(read.value)}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

/** A chord by a name of one's own; the names are those of the page. */
function readOwn(typed: string): string {
  const lines = ['four = 1 3 4 6', 'open = 1 5 9 of the chord', 'warm = 1 3 7 9 of the chord'];
  const { song } = parseChart(`title:\nkey: C\nmeter: 4/4\n${lines.join('\n')}\n\nVerse:\n  1\n`);
  const read = parseChord(typed, { names: song.names });
  if (read.ok) return `\`${formatChord(read.value)}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

function readBars(typed: string, meter: string): string {
  const head = `title:\nkey: C\nmeter: ${meter}\n\nVerse:\n`;
  const read = parseChart(head + typed);
  if (read.ok) return `\`${printChart(read.value).split('\n').at(-2)!.trim()}\``;
  const texts = repaired(typed, read.problems[0]!);
  for (const text of texts) expect([text, parseChart(head + text).ok]).toEqual([text, true]);
  return asProblem(texts);
}

function readTune(typed: string, time: string): string {
  const meter = parseMeter(time);
  if (!meter.ok) throw new Error(time);
  const place = { meter: meter.value, minor: 'relative' as const };
  const read = readTuneBar(typed, place);
  if (read.ok) return `\`${printTuneBar(read.value, place)}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

function readLine(typed: string, time: string): string {
  const meter = parseMeter(time);
  if (!meter.ok) throw new Error(time);
  const place = { meter: meter.value, minor: 'relative' as const };
  const read = readLineBar(typed, place);
  if (read.ok) return `\`${printLineBar(read.value, place)}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

function readHand(typed: string, hand: TexturedHand): string {
  const read = readTexture(typed, hand);
  if (read.ok) return `\`${read.value ? printTexture(read.value) : ''}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

function readHands(typed: string, line: HandsLine): string {
  const read = readHandsLine(line, typed, nothingSaidOfHands);
  if (read.ok) return `\`${printHandsLine(line, read.value) ?? ''}\``;
  return asProblem(repaired(typed, read.problems[0]!));
}

/** Each time through a section of four, as its bars; ` // ` parts the lines. */
function readEndings(typed: string): string {
  const lines = typed.split(' // ').join('\n');
  const read = parseChart(`title:\nkey: C\nmeter: 4/4\n\nVerse x4:\n1 | 4\n${lines}\n`);
  if (!read.ok) return asProblem(repaired(typed, read.problems[0]!));
  const { parts, slots } = expand(read.value);
  const chords = parts.map(({ from, to }) =>
    slots.slice(from, to).map(({ is }) => (is.kind === 'chord' ? formatChord(is.chord) : is.kind)),
  );
  return chords.map((bars) => bars.join(' ')).join(', ');
}

/** What reads the rows of a table, by what the table is called. */
function reader(table: string): (typed: string) => string {
  if (table === 'endings') return readEndings;
  if (table === 'own names') return readOwn;
  const [, what, where] = /^(bars|tunes|lines) in (.+)$/.exec(table) ?? [];
  if (what === 'bars') return (typed) => readBars(typed, where!);
  if (what === 'tunes') return (typed) => readTune(typed, where!);
  if (what === 'lines') return (typed) => readLine(typed, where!);
  const hand = /^textures of the (left|right) hand$/.exec(table)?.[1];
  if (hand) return (typed) => readHand(typed, hand as TexturedHand);
  const line = handsLines.find((name) => table === `values of ${name}`);
  if (line) return (typed) => readHands(typed, line);
  return (typed) => readChord(typed, table === 'chords in key' ? 'in key' : 'as written');
}

describe('the tables', () => {
  test('there are tables to run', () => expect(rows.length).toBeGreaterThan(60));

  test.each(rows)('$table: $typed reads as $expected', ({ table, typed, expected }) => {
    expect(reader(table)(typed)).toBe(expected);
  });
});
