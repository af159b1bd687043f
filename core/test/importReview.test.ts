import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  answerTo,
  fromMusicXml,
  fromText,
  printChart,
  toMusicXml,
  toText,
  withNames,
  type Imported,
} from '../src/index.ts';
import { songs } from './generators.ts';
import { runs } from './deep.ts';

function imported(text: string, answers: Readonly<Record<string, string>> = {}): Imported {
  const read = fromText(text, { answers });
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

/** The lines of bars of the chart, one after the other. */
const barsOf = ({ song }: Imported) =>
  printChart(song)
    .split('\n')
    .filter((line) => /^ {2}[^>*]/.test(line))
    .map((line) => line.trim());

const sheet = `Low Tide
Capo 2

Verse
G D Em C
Low the water
C D

Chorus
G C D
nobody plays here

but it is sung
`;
const usual = ['1 | 5 | 6m | 4', '4 | 5', '1 | 4 | 5', '_'];

describe('what was decided without being sure is decided otherwise', () => {
  test.each<[string, Readonly<Record<string, string>>, readonly string[]]>([
    ['nothing is said', {}, usual],
    ['two chords are a bar', { 'chords in a bar': '2' }, ['1 5 | 6m 4', '4 5', '1 4 | 5', '_']],
    [
      'four on one line, two on the others',
      { 'chords in a bar': '2', [answerTo({ id: 'chords in a bar', line: 5 })]: '4' },
      ['1 5 6m 4', '4 5', '1 4 | 5', '_'],
    ],
    ['words alone are directions', { 'words alone': 'directions' }, usual.slice(0, 3)],
    ['in three', { meter: '3/4', 'chords in a bar': '4' }, ['1 5 6m 4 . .', '4 5 .', '1 4 5', '_']],
    ['answers that are none', { meter: '9/4', 'chords in a bar': 'x', other: 'y' }, usual],
  ])('%s', (_, answers, bars) => {
    expect(barsOf(imported(sheet, answers))).toEqual(bars);
  });

  test('every question says what was taken, of its line or of all', () => {
    const { questions } = imported(sheet, { 'chords in a bar': '2' });
    expect(questions.map((one) => [answerTo(one), one.taken])).toEqual([
      ['words alone', 'silent bars'],
      ['meter', '4/4'],
      ['capo', 'shapes'],
      ['chords in a bar', '2'],
      ['chords in a bar, line 5', '2'],
      ['chords in a bar, line 7', '2'],
      ['chords in a bar, line 10', '2'],
    ]);
  });

  test('chords beside a capo are shapes, or stand as they sound', () => {
    expect(printChart(imported(sheet).song)).toContain('key: A\n');
    expect(printChart(imported(sheet, { capo: 'as they sound' }).song)).toContain('key: G\n');
  });
});

test('what is said beside the name of a section is a direction of it', () => {
  const { song } = imported('T\nKey: G\n\nBridge (build up)\nEm C\n\nEnding — slow\nG D\n');
  expect(song.sections.map(({ name, directions }) => [name, directions])).toEqual([
    ['Bridge', ['build up']],
    ['Ending', ['slow']],
  ]);
});

describe('a section in another key', () => {
  const lifted = (last: string) =>
    `T\n\nVerse\nG D Em C\n\nChorus\nC G D Em\nC D G G\n\nChorus\n${last}\n\nTag\nC D G\n`;

  test('is a lift, with how sure that is; the song comes back from it', () => {
    const { song, guessed } = imported(lifted('D A E F#m\nD E A A'));
    const text = printChart(song);
    expect(text).toContain('road: Verse, Chorus, up 2, Chorus 2, down 2, Tag\n');
    expect(text).toContain('Chorus 2:\n  4 | 1 | 5 | 6m\n  4 | 5 | 1 | 1\n\nTag:\n  4 | 5 | 1\n');
    expect(guessed.join(' ')).toMatch(/“Chorus” is in A \(\d+ % sure\).*“Tag” is in G again/);
  });

  test('is not, where somebody says so, and where borrowed chords are all it has', () => {
    const text = lifted('D A E F#m\nD E A A');
    const line = text.split('\n').indexOf('D A E F#m') + 1;
    const kept = imported(text, { [answerTo({ id: 'key change', line })]: 'the same key' });
    expect(kept.song.road).toBeNull();
    expect(barsOf(kept)).toContain('5 | 2 | 6 | 7m');
    expect(imported(lifted('Eb F G G\nC Cm G G')).song.road).toBeNull();
  });

  test.each([
    ['F# B C# D#m', 'F#', '1 | 4 | 5 | 6m'],
    ['Gb Cb Db Ebm', 'Gb', '1 | 4 | 5 | 6m'],
    ['C# F# G# A#m', 'C#', '1 | 4 | 5 | 6m'],
    ['Db Gb Ab Bbm', 'Db', '1 | 4 | 5 | 6m'],
  ])('%s is spelled in %s', (line, key, bars) => {
    const read = imported(`T\n\nVerse\n${line}\n${line}\n`);
    expect(printChart(read.song)).toContain(`key: ${key}\n`);
    expect(barsOf(read)).toEqual([bars, bars]);
  });
});

describe('where each line comes from', () => {
  test('lines of a text with the words under them, and the name beside them', () => {
    const { sources } = imported(`${sheet}\nTAG: G C (x2)\n`);
    expect(sources).toEqual([
      [
        { unit: 'line', from: 5, to: 6, text: 'G D Em C\nLow the water' },
        { unit: 'line', from: 7, to: 7, text: 'C D' },
      ],
      [
        { unit: 'line', from: 10, to: 11, text: 'G C D\nnobody plays here' },
        { unit: 'line', from: 13, to: 13, text: 'but it is sung' },
      ],
      [{ unit: 'line', from: 15, to: 15, text: 'TAG: G C (x2)' }],
    ]);
  });

  test('every line of any song that goes out as text and comes back is where it says', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const text = toText(song, { chords: 'letters' });
        const read = fromText(text);
        if (!read.ok) return;
        const lines = text.split('\n');
        const { sources, song: back } = read.value;
        expect(sources.map((section) => section.length)).toEqual(
          back.sections.map(({ phrases }) => phrases.length),
        );
        for (const source of sources.flat())
          if (source) expect(lines.slice(source.from - 1, source.to).join('\n')).toBe(source.text);
      }),
      { numRuns: runs(40) },
    );
  });

  test('measures of a score, each in one line, with the chords that stand there', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const read = fromMusicXml(toMusicXml(song));
        if (!read.ok) return;
        const measures = read.value.sources.flat().flatMap((source) => {
          if (!source) return [];
          expect(source.text.split(' | ')).toHaveLength(source.to - source.from + 1);
          return [[source.from, source.to] as const];
        });
        const inOrder = measures.toSorted(([one], [other]) => one - other);
        for (const [index, [from]] of inOrder.entries())
          expect(from).toBe((inOrder[index - 1]?.[1] ?? 0) + 1);
      }),
      { numRuns: runs(40) },
    );
  });

  test('in letters, as the score shows them', () => {
    const chord = (step: string, alter: number, kind: string, more = '') =>
      `<harmony><root><root-step>${step}</root-step><root-alter>${alter}</root-alter></root><kind>${kind}</kind>${more}</harmony><note><rest/><duration>2</duration></note>`;
    const bass = '<bass><bass-step>E</bass-step></bass>';
    const read = fromMusicXml(
      `<score-partwise><part id="P"><measure number="1"><attributes><divisions>1</divisions></attributes>${chord('F', 1, 'minor-seventh', bass)}${chord('B', -1, 'dominant')}</measure><measure number="2">${chord('C', 0, 'none')}</measure></part></score-partwise>`,
    );
    expect(read.ok && read.value.sources).toEqual([
      [{ unit: 'measure', from: 1, to: 2, text: 'F♯m7/E B♭7 | N.C.' }],
    ]);
  });
});

test('another title and other names of sections; the road follows, what would be no name is mended', () => {
  const { song } = imported('T\nOrder: Verse, Chorus, Verse\n\nVerse\nG D\n\nChorus\nC G\n');
  const named = withNames(song, {
    title: 'Tide | Low',
    names: { 0: 'Opening', 1: 'key:', 7: 'x' },
  });
  expect(printChart(named)).toContain(
    'title: Tide Low\nkey: G\nmeter: 4/4\nroad: Opening, key, Opening\n',
  );
  expect(withNames(song, { title: null, names: { 0: '   ' } })).toEqual(song);
});
