import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expand, parseChart, perform, toPianoMusicXml, voice, type Voiced } from '../src/index.ts';
import { runs } from './deep.ts';
import { playedOnce, songs } from './generators.ts';

/** A reader of its own, which knows MusicXML's elements and nothing of ours. */
interface XmlNote {
  readonly duration: number;
  readonly staff: number;
  readonly rest?: unknown;
  readonly chord?: unknown;
  readonly 'time-modification'?: { readonly 'actual-notes': number };
  readonly pitch?: { readonly step: string; readonly alter?: number; readonly octave: number };
  readonly lyric?: { readonly text: string; readonly syllabic: string };
  readonly tie?: readonly { readonly '@type': string }[];
}
interface XmlMeasure {
  readonly note: readonly XmlNote[];
  readonly attributes?: { readonly key?: { readonly fifths: number } };
}
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  isArray: (name) => ['note', 'measure', 'tie'].includes(name),
});
const measuresOf = (voiced: Voiced): readonly XmlMeasure[] =>
  parser.parse(toPianoMusicXml(voiced))['score-partwise'].part.measure;

/** What begins to sound on a staff: the tick and the MIDI numbers. */
function attacks(measures: readonly XmlMeasure[], staff: number): (readonly [number, number[]])[] {
  const found: [number, number[]][] = [];
  let start = 0;
  for (const { note } of measures) {
    const own = note.filter((one) => one.staff === staff);
    let at = start;
    for (const one of own) {
      const begins = one.chord === undefined ? at : at - one.duration;
      if (one.pitch && !one.tie?.some((tie) => tie['@type'] === 'stop')) {
        const { step, alter = 0, octave } = one.pitch;
        const number = 12 * (octave + 1) + [9, 11, 0, 2, 4, 5, 7]['ABCDEFG'.indexOf(step)]! + alter;
        if (found.at(-1)?.[0] === begins) found.at(-1)![1].push(number);
        else found.push([begins, [number]]);
      }
      if (one.chord === undefined) at += one.duration;
    }
    start = at;
  }
  return found;
}

const lengths = (measures: readonly XmlMeasure[], staff: number) =>
  measures.map(({ note }) =>
    note
      .filter((one) => one.staff === staff && one.chord === undefined)
      .reduce((sum, { duration }) => sum + duration, 0),
  );

const songOf = (bars: string, head = '') => {
  const read = parseChart(`key: Eb\nmeter: 4/4\n${head}\nA:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
};

describe('the piano part, read by another reader', () => {
  test('chords begin where the hands play them: pushes early, stops short, what is held tied', () => {
    const voiced = voice(expand(songOf('1 | <4 | <r57! | . _')));
    const measures = measuresOf(voiced);
    const [first, second, third] = voiced.slots.filter((slot) => slot !== null);
    expect(attacks(measures, 1)).toEqual([
      [0, first!.right],
      [1680, second!.right],
      [3600, third!.right],
    ]);
    expect(attacks(measures, 2)).toEqual([
      [0, first!.left],
      [1680, second!.left],
      [3840, third!.left],
    ]);
  });

  test('textures are written as they are played, triplets as three in the time of two', () => {
    const song = songOf('right: A, triplets\n  left: alternating bass\n  1 | <4');
    const voiced = voice(expand(song));
    const measures = measuresOf(voiced);
    const played = perform(voiced).notes;
    for (const [staff, hand] of [
      [1, 'right'],
      [2, 'left'],
    ] as const) {
      const onsets = [
        ...new Set(played.filter((note) => note.hand === hand).map(({ onset }) => onset)),
      ];
      expect(attacks(measures, staff).map(([at]) => at)).toEqual(onsets);
    }
    const triplets = measures[0]!.note.filter((one) => one.staff === 1 && one.duration === 160);
    expect(triplets.every((one) => one['time-modification']?.['actual-notes'] === 3)).toBe(true);
    expect(triplets.length).toBeGreaterThan(8);
  });

  test('what is sung stands under the right hand, a word parted by its hyphens', () => {
    const song = songOf(
      '1 4 | 5 | 1\n  tune: 1 2 3 4 | 5 . 4 . | 3\n  > Low on the | reed-bed | sleeps\n  > Late in the | | light',
      'road: A x2\n',
    );
    const lyrics = measuresOf(voice(expand(song))).map(({ note }) =>
      note.flatMap(({ lyric, staff }) =>
        lyric ? [[staff, lyric.text, lyric.syllabic] as const] : [],
      ),
    );
    // Each chord has the words that begin while it is held.
    expect(lyrics).toEqual([
      [
        [1, 'Low on', 'single'],
        [1, 'the', 'single'],
      ],
      [[1, 'reed-bed', 'single']],
      [[1, 'sleeps', 'single']],
      [
        [1, 'Late in', 'single'],
        [1, 'the', 'single'],
      ],
      [],
      [[1, 'light', 'single']],
    ]);
  });

  test('both staves fill every measure, whatever the textures', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const timeline = expand(playedOnce(song));
        if (timeline.slots.length === 0) return;
        const measures = measuresOf(voice(timeline));
        const bars = timeline.parts
          .flatMap((part) =>
            part.bars.map(({ slots }) => slots.reduce((sum, { is }) => sum + is.ticks, 0)),
          )
          .filter((ticks) => ticks > 0);
        expect([lengths(measures, 1), lengths(measures, 2)]).toEqual([bars, bars]);
      }),
      { numRuns: runs(8), endOnFailure: true },
    );
  });

  test('a lift has its key, every time through is written out', () => {
    const measures = measuresOf(voice(expand(songOf('1 | 4', 'road: A, up 2, A\n'))));
    expect(measures.map(({ attributes }) => attributes?.key?.fifths ?? null)).toEqual([
      -3,
      null,
      -1,
      null,
    ]);
  });

  const demo = join(import.meta.dirname, '../../demo/songs');
  test.each(readdirSync(demo))('%s: both staves fill every measure', (file) => {
    const read = parseChart(readFileSync(join(demo, file), 'utf8'));
    if (!read.ok) throw new Error(file);
    const timeline = expand(read.value);
    const measures = measuresOf(voice(timeline));
    const bars = timeline.parts.flatMap((part) =>
      part.bars.map(({ slots }) => slots.reduce((sum, { is }) => sum + is.ticks, 0)),
    );
    expect(lengths(measures, 1)).toEqual(bars.filter((ticks) => ticks > 0));
    expect(lengths(measures, 2)).toEqual(bars.filter((ticks) => ticks > 0));
  });
});
