import { beforeAll, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import {
  fromCsv,
  fromLetters,
  fromMidi,
  fromMusicXml,
  fromText,
  parseChart,
  parseChord,
  parseKey,
  parseMeter,
  toMidi,
  toMusicXml,
  toText,
  printChart,
  expand,
  voice,
  type Result,
  type Song,
} from '../src/index.ts';
import { isDeep, runs } from './deep.ts';
import { songs } from './generators.ts';
import { key } from './read.ts';

/** So many inputs a parser; every day fewer. */
const inputs = isDeep ? 100_000 : 400;
/** No input may take longer, in milliseconds; looked at where there is time to look again. */
const patience = 50;

/** Words of the grammars, in whatever order. */
const words = [
  ...[
    'title:',
    'key:',
    'Verse:',
    'A x2 open:',
    '1st ending:',
    'road:',
    'tune:',
    'left:',
    'left shape: 1-5-10 else 1-5',
    'right shape: bells',
    'meter:',
    'tempo:',
  ],
  ...[
    '|',
    '%',
    '.',
    '..',
    '_',
    '/',
    '~',
    '~2',
    '^',
    '!',
    '<',
    '<<r',
    '>',
    '*',
    '(',
    ')',
    '{',
    '}',
    '[',
    ']',
  ],
  ...[
    '1',
    '57sus4',
    'b7',
    '#4dim7',
    '6m7/5',
    '5(13b9)',
    '37#9#5',
    '4maj7',
    '2m11',
    '1add9',
    '9',
    '0',
    '13',
  ],
  ...[
    'C',
    'Am7',
    'F#m7b5',
    'Bb/D',
    'Ges',
    'Do',
    'H7',
    'N.C.',
    'x3',
    '2/4',
    '{rit}',
    '12/8',
    '7/8 (4+3)',
  ],
  ...[
    ' ',
    '  ',
    '\t',
    '\n',
    '\n\n',
    '\r\n',
    '\u2028',
    ',',
    ';',
    '"',
    "'",
    '=',
    '-',
    '\\',
    '\u00a0',
    '🎹',
    '\ud800',
    '\u202e',
  ],
  ...[
    '<a>',
    '</a>',
    '<harmony>',
    '<kind>',
    'major',
    '&amp;',
    '&#0;',
    '<![CDATA[',
    ']]>',
    '<!--',
    '<?',
    '?>',
  ],
];
const salad = fc
  .array(
    fc.oneof({ weight: 6, arbitrary: fc.constantFrom(...words) }, fc.string({ maxLength: 6 })),
    {
      maxLength: 40,
    },
  )
  .map((parts) => parts.join(''));

/** A true text with a piece taken out, doubled, turned about or put in from elsewhere. */
const broken = (whole: fc.Arbitrary<string>): fc.Arbitrary<string> =>
  fc
    .tuple(
      whole,
      salad,
      fc.array(
        fc.tuple(
          fc.constantFrom('cut', 'double', 'insert', 'end'),
          fc.double({ min: 0, max: 1, noNaN: true }),
          fc.nat(30),
        ),
        { minLength: 1, maxLength: 4 },
      ),
    )
    .map(([text, other, steps]) => {
      let now = text;
      for (const [kind, share, length] of steps) {
        const at = Math.floor(share * now.length);
        const [before, piece, after] = [
          now.slice(0, at),
          now.slice(at, at + length),
          now.slice(at + length),
        ];
        if (kind === 'cut') now = before + after;
        if (kind === 'double') now = before + piece + piece + after;
        if (kind === 'insert') now = before + other.slice(0, length) + piece + after;
        if (kind === 'end') now = before;
      }
      return now;
    });

// True ones are made once: making them takes longer than reading them.
const some: readonly Song[] = fc.sample(songs, { numRuns: runs(60), seed: 7 });
/** No longer than a page or two: how long a whole book takes is not the question. */
const of = (write: (song: Song) => string) =>
  fc.constantFrom(...some.map(write).filter((text) => text.length < 30_000));
const written = {
  chart: of(printChart),
  text: of((song) => toText(song, { chords: 'letters' })),
  score: of((song) => toMusicXml(song)),
  midi: fc.constantFrom(
    ...some.slice(0, 4).map((song) => {
      const bytes = toMidi(voice(expand(song)));
      return String.fromCharCode(...bytes.slice(0, 1_500));
    }),
  ),
};
const bytesOf = (text: string) => Uint8Array.from([...text].map((one) => one.charCodeAt(0) & 255));

const parsers: readonly (readonly [
  string,
  fc.Arbitrary<string>,
  (text: string) => Result<unknown>,
])[] = [
  ['parseChart', fc.oneof(salad, broken(written.chart)), parseChart],
  ['parseChord', salad, parseChord],
  ['parseKey', salad, parseKey],
  ['parseMeter', salad, parseMeter],
  ['fromLetters', salad, (text) => fromLetters(text, key('G'))],
  ['fromText', fc.oneof(salad, broken(written.text)), (text) => fromText(text, {})],
  ['fromMusicXml', fc.oneof(salad, broken(written.score)), fromMusicXml],
  ['fromMidi', fc.oneof(salad, broken(written.midi)), (text) => fromMidi(bytesOf(text))],
  ['fromCsv', salad, fromCsv],
];

describe(`${inputs} inputs that nobody foresaw`, () => {
  // The reader of lists tells of columns with the same name.
  beforeAll(() => {
    jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  });

  test.each(parsers)(
    '%s reads or refuses, and says why',
    (_, texts, parse) => {
      fc.assert(
        fc.property(texts, (text) => {
          const read = parse(text);
          if (!read.ok) expect(read.problems[0]?.message).toMatch(/\S/);
          const took = isDeep ? timed(() => parse(text)) : 0;
          // A machine that was busy elsewhere is given another chance.
          if (isDeep && took > patience)
            expect(
              Math.min(...Array.from({ length: 10 }, () => timed(() => parse(text)))),
            ).toBeLessThan(patience);
        }),
        { numRuns: inputs },
      );
    },
    isDeep ? 3_600_000 : 60_000,
  );

  test(
    'a chart that was read is printed, and read again as the same',
    () => {
      fc.assert(
        fc.property(fc.oneof(salad, broken(written.chart)), (text) => {
          const read = parseChart(text);
          if (!read.ok) return;
          const printed = printChart(read.value);
          const again = parseChart(printed);
          expect([printed, again.song]).toEqual([printed, read.value]);
        }),
        { numRuns: inputs },
      );
    },
    isDeep ? 3_600_000 : 60_000,
  );
});

function timed(work: () => unknown): number {
  const started = performance.now();
  work();
  return performance.now() - started;
}
