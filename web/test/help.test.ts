import { expect, test } from '@jest/globals';
import { parseChart } from '@intervallum/core';
import { legendText } from '../src/app/help/legend.ts';
import { sampleText } from '../src/screens/settings/sampleText.ts';
import { grammar, type Typed } from '../src/lenses/chart/grammar.ts';

/** A chart in which something stands that is typed at such a place. */
const around: Readonly<Record<Typed['place'], (typed: string) => string>> = {
  // A roadmap names sections that are there.
  field: (typed) => `${typed}\n\nVerse 1:\n  1\n\nChorus:\n  4\n`,
  heading: (typed) => `${typed}\n  1 | 4\n`,
  bars: (typed) => `Verse:\n  ${typed}\n`,
  line: (typed) => `Verse:\n  ${typed}\n  1 | 4\n`,
  under: (typed) => `Verse x2:\n  1 | 1 | 4 | 5\n  ${typed}\n`,
};

test.each(grammar.map(({ typed, place }) => [typed, place] as const))(
  'the card’s %s is read without a problem as what it stands for',
  (typed, place) => {
    const chart = around[place](typed);
    const read = parseChart(chart);
    expect(read.ok ? [] : read.problems).toEqual([]);
    // It says something: without it the song is another one.
    const without = parseChart(chart.replace(typed, '').replace(/^ *\n/gm, ''));
    expect(read.song).not.toEqual(without.song);
  },
);

test('the legend is a chart without problems, each part with its words', () => {
  const read = parseChart(legendText);
  const { song } = read;
  expect(read.ok ? [] : read.problems).toEqual([]);
  expect(song.sections.length).toBeGreaterThan(4);
  for (const { directions } of song.sections) expect(directions).toHaveLength(1);
  expect(song.sections.at(-1)!.times).toBe(2);
});

test('the sample of the settings has no problem and something of everything that can be hidden', () => {
  const read = parseChart(sampleText);
  expect(read.ok ? [] : read.problems).toEqual([]);
  const [phrase] = read.song.sections[0]!.phrases;
  expect(phrase!.tune).toHaveLength(4);
  expect(phrase!.words[0]).toHaveLength(4);
});
