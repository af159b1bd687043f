import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  compareSongs,
  parseChart,
  printChart,
  type Song,
  type SongDifference,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';
import { readChart } from './read.ts';

const chart = `title: Low Water
key: G
meter: 4/4
tempo: 70

Verse 1:
  1 | 5/7 | 6m7 | 4 5
  > Stones | on the | river | bed

Verse 2:
  1 | 5/7 | 4 | 4
  > Rain | on the | river | stones

Chorus x2:
  4 | 1/3 | 2m7 | 5
`;

const between = (before: string, after: string) =>
  compareSongs(readChart(before).song, readChart(after).song);

/** What is found when one thing of the chart is written otherwise. */
const changed = (from: string, to: string) => between(chart, chart.replace(from, to)).differences;

describe('two states of a song', () => {
  test.each<readonly [string, string, readonly SongDifference[]]>([
    [
      '4 | 4\n',
      '4m | 4\n',
      [{ kind: 'chords', section: 'Verse 2', bar: 3, before: '4', after: '4m' }],
    ],
    [
      '6m7 | 4 5\n',
      '6m7 | 4 57\n',
      [{ kind: 'chords', section: 'Verse 1', bar: 4, before: '5', after: '57' }],
    ],
    // A chord more: the whole bar says it.
    [
      '2m7 | 5\n',
      '2m7 5 | 5\n',
      [{ kind: 'chords', section: 'Chorus', bar: 3, before: '2m7', after: '2m7 5' }],
    ],
    ['2m7 | 5\n', '5\n', [{ kind: 'bars removed', section: 'Chorus', bar: 3, count: 1 }]],
    [
      '2m7 | 5\n',
      '2m7 | 5 | 5 | 57\n',
      [{ kind: 'bars added', section: 'Chorus', bar: 5, count: 2 }],
    ],
    [
      'river | bed',
      'river’s | bed',
      [{ kind: 'words', section: 'Verse 1', bar: 3, before: 'river', after: 'river’s' }],
    ],
    ['tempo: 70', 'tempo: 74', [{ kind: 'field', field: 'tempo', before: '70', after: '74' }]],
    ['tempo: 70\n', 'tempo: 70\nline riff: 5 6 1 . \n', [{ kind: 'named' }]],
    ['tempo: 70\n', '', [{ kind: 'field', field: 'tempo', before: '70', after: '' }]],
    [
      'Chorus x2:',
      'Refrain x2:',
      [{ kind: 'section renamed', section: 'Refrain', before: 'Chorus' }],
    ],
    ['Chorus x2:', 'Chorus x3:', [{ kind: 'section said', section: 'Chorus' }]],
    ['Chorus x2:\n', 'Chorus x2:\n  * softly\n', [{ kind: 'section said', section: 'Chorus' }]],
    [
      'Chorus x2:',
      'Bridge:\n  b7 | 4\n\nChorus x2:',
      [{ kind: 'section added', section: 'Bridge' }],
    ],
    [
      '2m7 | 5\n',
      '2m7 | 5\n  2nd ending: 1\n',
      [{ kind: 'bars added', section: 'Chorus', bar: 5, count: 1 }],
    ],
    // Spaces, and other ways to write the same, do not count.
    ['1 | 5/7 | 6m7', '1  |5/7 |  6m7', []],
  ])('%j written as %j', (from, to, expected) => {
    expect(changed(from, to)).toEqual(expected);
  });

  test('say in which bars they differ, counted over each', () => {
    const later = chart
      .replace('Verse 2:', 'Bridge:\n  b7 | 4\n\nVerse 2:')
      .replace('4 | 4\n', '4m | 4\n')
      .replace('4 | 1/3 | 2m7 | 5', '4 | 2m7 | 5');
    const { before, after } = between(chart, later);
    expect([...before].sort((one, other) => one - other)).toEqual([6, 9]);
    expect([...after].sort((one, other) => one - other)).toEqual([4, 5, 8]);
  });
});

/** Every bar as its chart has it. */
function barsOf(song: Song): string[] {
  return song.sections.flatMap(({ phrases }) =>
    phrases.flatMap(({ bars, words, tune, played, when }) =>
      bars.map((bar, place) =>
        JSON.stringify([
          when,
          bar,
          words.map((line) => line[place]?.trim() ?? '').filter(Boolean),
          tune[place] ?? null,
          (played ?? []).map(({ cells }) => cells[place] ?? null),
        ]),
      ),
    ),
  );
}

test('a song is like itself, however it was written; what is not marked is the same in both, in its order', () => {
  fc.assert(
    fc.property(songs, fc.array(fc.nat({ max: 5 }), { maxLength: 6 }), (song, picked) => {
      expect(compareSongs(song, parseChart(printChart(song)).song)).toEqual({
        differences: [],
        before: new Set(),
        after: new Set(),
      });
      // Its sections in another order, some of them twice, some left out.
      const sections = picked.flatMap((at) => song.sections[at] ?? []);
      const mixed = { ...song, sections };
      const { before, after, differences } = compareSongs(song, mixed);
      const kept = (all: readonly string[], marked: ReadonlySet<number>) =>
        all.filter((_, place) => !marked.has(place));
      const [old, now] = [kept(barsOf(song), before), kept(barsOf(mixed), after)];
      expect(old.length).toBe(now.length);
      expect(differences.length === 0).toBe(
        JSON.stringify(song.sections) === JSON.stringify(mixed.sections),
      );
      for (const [place, bar] of old.entries()) expect(now[place]).toBe(bar);
    }),
    { numRuns: runs(100) },
  );
});
