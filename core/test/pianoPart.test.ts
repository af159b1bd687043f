import { describe, expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expand, parseChart, toPianoMusicXml, voice, type Voiced } from '../src/index.ts';

/** A reader of its own, which knows MusicXML's elements and nothing of ours. */
interface XmlNote {
  readonly duration: number;
  readonly staff: number;
  readonly rest?: unknown;
  readonly chord?: unknown;
  readonly pitch?: { readonly step: string; readonly alter?: number; readonly octave: number };
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
