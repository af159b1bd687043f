import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addSection,
  fromMusicXml,
  fromText,
  parseChart,
  printChart,
  toMusicXml,
  toText,
  type Song,
} from '../src/index.ts';
import { runs } from './deep.ts';

/** Names that a heading says something else with, or that are the words of a field, an ending, a tune. */
const misleading = [
  'Vamp x2 open',
  'Vamp x2',
  'Open',
  'x3',
  'Vamp open',
  'Vamp x1',
  'key',
  'Tune',
  'left',
  '1st ending',
  '2nd time bar 3',
  'Chorus (2x)',
  'Chorus (until the signal)',
];
const name = fc.oneof(
  fc.constantFrom(...misleading),
  fc
    .array(fc.constantFrom('Vamp', 'x2', 'x', 'open', 'x12', 'key', '1st', 'ending', '(2x)', '4'), {
      minLength: 1,
      maxLength: 4,
    })
    .map((words) => words.join(' ')),
);
const heading = fc.record({ name, times: fc.integer({ min: 1, max: 4 }), open: fc.boolean() });

function songWith({
  name: called,
  times,
  open,
}: Pick<Song['sections'][number], 'name' | 'times' | 'open'>) {
  const { song } = parseChart('title: T\nkey: G\n\nVerse:\n  1 | 4\n\nTag:\n  5 | 1\n');
  const [first, second] = song.sections;
  return { ...song, sections: [{ ...first!, name: called, times, open }, second!] };
}
const headings = ({ sections }: Song) =>
  sections.map(({ name: called, times, open }) => ({ name: called, times, open }));

describe('the name of a section that reads as something else', () => {
  test('survives printing and reading, with how often it is played', () => {
    fc.assert(
      fc.property(heading, (said) => {
        const song = songWith(said);
        const read = parseChart(printChart(song));
        expect(read.ok).toBe(true);
        expect(headings(read.song)).toEqual(headings(song));
      }),
      { numRuns: runs(200) },
    );
  });

  test.each([
    ['Verse', 1, false, 'Verse:'],
    ['Verse', 2, true, 'Verse x2 open:'],
    ['Vamp x2 open', 1, false, 'Vamp x2 open x1:'],
    ['Vamp open', 3, true, 'Vamp open x3 open:'],
    ['key', 1, false, 'key x1:'],
    ['x2', 1, false, 'x2:'],
  ] as const)('“%s”, %i times, open %s, is written %s', (called, times, open, line) => {
    expect(printChart(songWith({ name: called, times, open }))).toContain(`\n${line}\n`);
  });

  test.each(misleading)('“%s” survives a text and a score', (called) => {
    const song = songWith({ name: called, times: 1, open: false });
    const text = fromText(toText(song, { chords: 'letters' }));
    const score = fromMusicXml(toMusicXml(song));
    for (const imported of [text, score]) {
      expect(imported.ok && headings(imported.value.song)).toEqual(headings(song));
      expect(imported.ok && headings(parseChart(printChart(imported.value.song)).song)).toEqual(
        headings(song),
      );
    }
  });

  test('is understood as in a chart where a section is added', () => {
    const read = parseChart('title: T\n\nVerse:\n  1\n');
    const made = addSection(read, null, 'Vamp x2 open');
    expect(made.ok && made.changes.map(({ insert }) => insert).join('')).toContain('Vamp x2 open:');
    expect(addSection(read, null, 'Tune').ok).toBe(false);
  });
});
