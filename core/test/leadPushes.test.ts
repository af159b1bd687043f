import { expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { fromMusicXml, parseChart, printChart, toMusicXml } from '../src/index.ts';

const parser = new XMLParser({
  ignoreAttributes: false,
  isArray: (name) => ['measure', 'note', 'harmony', 'tie'].includes(name),
});

interface Written {
  readonly '@_print-object'?: string;
  readonly duration: number;
  readonly rest?: unknown;
  readonly tie?: readonly { readonly '@_type': string }[];
}

/** What is printed in each measure: lengths in eighths, `_` silence, `(` tied to what follows, `)` to what was before. */
function printed(bars: string): string[] {
  const read = parseChart(`title:\nkey: C\nmeter: 4/4\n\nVerse:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  const xml = toMusicXml(read.value);
  const back = fromMusicXml(xml);
  if (!back.ok) throw new Error(back.problems[0]!.message);
  // What is printed is for eyes: the chart comes back as it was.
  expect(printChart(back.value.song)).toBe(printChart(read.value));
  const measures = parser.parse(xml)['score-partwise'].part.measure as {
    note: readonly Written[];
  }[];
  return measures.map(({ note }) =>
    note
      .filter((one) => one['@_print-object'] !== 'no')
      .map(({ duration, rest, tie = [] }) => {
        const has = (type: string) => tie.some((one) => one['@_type'] === type);
        return `${has('stop') ? ')' : ''}${rest === undefined ? '' : '_'}${duration / 240}${has('start') ? '(' : ''}`;
      })
      .join(' '),
  );
}

// Counted by hand.
test.each<[bars: string, eighths: readonly string[]]>([
  ['1 | 4', ['8', '8']],
  ['1 | <4', ['6( )1 1(', ')8']],
  ['1 <4 | 5', ['3 4( )1', '8']],
  ['1 . . <5 | <1', ['4( )1 2 1(', ')8']],
  ['1 | <r4', ['8', '8']],
  ['1 | <<4', ['6( )1.5 0.5(', ')8']],
  ['_ <1 | 4', ['_3 4( )1', '8']],
])('a lead part shows what comes early: %s', (bars, eighths) => {
  expect(printed(bars)).toEqual(eighths);
});
