import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { expand, parseChart, type Song } from '../src/index.ts';
import { mostPlayedBars, playedLength } from '../src/chart/time/length.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';

const head = 'title: Long\nkey: G\n';
const barsOf = (song: Song) => expand(song).parts.reduce((sum, { bars }) => sum + bars.length, 0);
const problemsOf = (text: string) => {
  const read = parseChart(text);
  return read.ok ? [] : read.problems;
};
/** The text after the first repair of its first problem. */
function repaired(text: string): string {
  const [{ place, repairs } = { place: null, repairs: [] }] = problemsOf(text);
  const lines = text.split('\n');
  const line = lines[place!.line - 1]!;
  lines[place!.line - 1] =
    line.slice(0, place!.column - 1) +
    repairs[0]!.text +
    line.slice(place!.column - 1 + place!.length);
  return lines.join('\n');
}

describe('how long a song is played', () => {
  test('is counted as it is unrolled', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const { bars, beyondAt } = playedLength(song);
        if (beyondAt === null) expect(barsOf(song)).toBe(bars);
        else expect(barsOf(song)).toBeLessThanOrEqual(mostPlayedBars);
      }),
      { numRuns: runs(200) },
    );
  });

  test('with what is played instead beyond the bars, and endings of later times', () => {
    const { song } = parseChart(
      `${head}\nVerse x4:\n  1 | 4\n  2nd time bar 2: 5 | 1\n  1st ending: 1\n  3rd ending: 1 | 1 | 1\n`,
    );
    expect(playedLength(song).bars).toBe(barsOf(song));
  });

  test('of ninety-nine times ninety-nine is told before anything is unrolled, and cut', () => {
    const steps = Array.from({ length: 20 }, () => 'Verse x99').join(', ');
    const text = `${head}road: ${steps}\n\nVerse x99:\n  ${'1 | '.repeat(99)}1\n`;
    const [problem] = problemsOf(text);
    expect(problem?.message).toBe(
      'With this the song is played for more than 5,000 bars (198,000 in all); what is beyond them is left out. Play it less often.',
    );
    expect(problem?.place).toMatchObject({ line: 3, column: 7, length: 9 });
    expect(barsOf(parseChart(text).song)).toBe(5_000);
  });

  test.each([
    [`${head}\n  Verse  x99 :\n  ${'1 | '.repeat(59)}1\n`, 'Verse x83:'],
    [`${head}road: Tag, Verse x99\n\nVerse:\n  ${'1 | '.repeat(59)}1\n\nTag:\n  1\n`, 'Verse x83'],
  ])('has the most that fits as a repair', (text, written) => {
    expect(problemsOf(text)).toHaveLength(1);
    expect(repaired(text)).toContain(written);
    expect(problemsOf(repaired(text))).toEqual([]);
  });
});
