import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chordTones,
  fromMusicXml,
  parseChart,
  placedSlots,
  printChart,
  toMusicXml,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { songs } from './generators.ts';
import { key } from './read.ts';

/**
 * Every kind-value of MusicXML 4.0 with its tones in semitones above the root, as the standard's documentation lists them
 * (from memory); null for those that name a function or leave the tones to the degrees.
 */
const kinds: Readonly<Record<string, string | null>> = {
  major: '0 4 7',
  minor: '0 3 7',
  augmented: '0 4 8',
  diminished: '0 3 6',
  dominant: '0 4 7 10',
  'major-seventh': '0 4 7 11',
  'minor-seventh': '0 3 7 10',
  'diminished-seventh': '0 3 6 9',
  'augmented-seventh': '0 4 8 10',
  'half-diminished': '0 3 6 10',
  'major-minor': '0 3 7 11',
  'major-sixth': '0 4 7 9',
  'minor-sixth': '0 3 7 9',
  'dominant-ninth': '0 4 7 10 2',
  'major-ninth': '0 4 7 11 2',
  'minor-ninth': '0 3 7 10 2',
  'dominant-11th': '0 4 7 10 2 5',
  'major-11th': '0 4 7 11 2 5',
  'minor-11th': '0 3 7 10 2 5',
  'dominant-13th': '0 4 7 10 2 5 9',
  'major-13th': '0 4 7 11 2 5 9',
  'minor-13th': '0 3 7 10 2 5 9',
  'suspended-second': '0 2 7',
  'suspended-fourth': '0 5 7',
  power: '0 7',
  Neapolitan: null,
  Italian: null,
  French: null,
  German: null,
  pedal: null,
  Tristan: null,
  other: null,
  none: null,
};
/** The degree that each tone of a kind stands on, in the order they are listed; sixths and suspended tones apart. */
function degreesOf(kind: string): number[] {
  const count = (kinds[kind] ?? '').split(' ').length;
  if (kind.endsWith('-sixth')) return [1, 3, 5, 6];
  if (kind === 'suspended-second') return [1, 2, 5];
  if (kind === 'suspended-fourth') return [1, 4, 5];
  return kind === 'power' ? [1, 5] : [1, 3, 5, 7, 9, 11, 13].slice(0, count);
}
const scale = [0, 2, 4, 5, 7, 9, 11];
/** An added degree is counted from a dominant chord: major and perfect, but for the seventh. */
const natural = (value: number) => (scale[(value - 1) % 7]! - ((value - 1) % 7 === 6 ? 1 : 0)) % 12;

interface Degree {
  readonly value: number;
  readonly alter: number;
  readonly type: 'add' | 'alter' | 'subtract';
}

/** What a kind and its degrees sound, in semitones above the root. */
function soundOf(kind: string, degrees: readonly Degree[]): number[] {
  let tones = kinds[kind]!.split(' ').map((semitones, at) => ({
    value: degreesOf(kind)[at]!,
    at: Number(semitones),
  }));
  for (const { value, alter, type } of degrees) {
    if (type === 'subtract') tones = tones.filter((tone) => tone.value !== value);
    else if (type === 'alter' && tones.some((tone) => tone.value === value))
      tones = tones.map((tone) => (tone.value === value ? { value, at: tone.at + alter } : tone));
    else tones.push({ value, at: natural(value) + alter });
  }
  return [...new Set(tones.map(({ at }) => (at + 24) % 12))].sort((one, other) => one - other);
}

const harmonyOf = (kind: string, degrees: readonly Degree[], more = '') =>
  `<harmony><root><root-step>C</root-step></root><kind>${kind}</kind>${more}${degrees
    .map(
      ({ value, alter, type }) =>
        `<degree><degree-value>${value}</degree-value><degree-alter>${alter}</degree-alter><degree-type>${type}</degree-type></degree>`,
    )
    .join('')}</harmony>`;

/** What comes of a harmony: its tones and its bass above C as the printed chart has them, or that it was told as lost. */
function broughtBack(harmony: string): { tones: number[]; bass: number } | 'told' | 'silent' {
  const read = fromMusicXml(
    `<score-partwise><part-list/><part id="P1"><measure><attributes><divisions>1</divisions><key><fifths>0</fifths></key></attributes>${harmony}<note><rest/><duration>4</duration></note></measure></part></score-partwise>`,
  );
  if (!read.ok) return 'silent';
  const printed = parseChart(printChart(read.value.song));
  const slot = placedSlots(printed.song).find(({ is }) => is.kind === 'chord')?.is;
  if (slot?.kind !== 'chord')
    return read.value.dropped.some((text) => /cannot be read whole: /.test(text))
      ? 'told'
      : 'silent';
  const tones = chordTones(slot.chord, key('C'));
  const classes = tones.filter(({ role }) => role !== 'bass').map(({ pitchClass }) => pitchClass);
  const bass = slot.chord.kind === 'stack' ? null : slot.chord.bass;
  return {
    tones: [...new Set(classes)].sort((one, other) => one - other),
    bass: bass ? (scale[bass.step - 1]! + bass.alter + 12) % 12 : 0,
  };
}

describe('a chord of a score', () => {
  test.each(Object.keys(kinds))('of the kind %s keeps its tones or is told', (kind) => {
    const back = broughtBack(harmonyOf(kind, []));
    if (kinds[kind]) expect(back).toMatchObject({ tones: soundOf(kind, []) });
    // No chord is silence, which is kept; a kind that says no tones is told.
    else expect(back).toBe(kind === 'none' ? 'silent' : 'told');
  });

  test('keeps every tone, with whatever degree of the standard, or is told', () => {
    let kept = 0;
    let all = 0;
    for (const kind of Object.keys(kinds).filter((name) => kinds[name]))
      for (const value of [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13])
        for (const alter of [-1, 0, 1])
          for (const type of ['add', 'alter', 'subtract'] as const) {
            // What is taken away has no height of its own.
            if (type === 'subtract' && alter !== 0) continue;
            const degrees = [{ value, alter, type }];
            const back = broughtBack(harmonyOf(kind, degrees));
            all += 1;
            if (back === 'told') continue;
            kept += 1;
            expect([kind, ...degrees, back]).toEqual([
              kind,
              ...degrees,
              expect.objectContaining({ tones: soundOf(kind, degrees) }),
            ]);
          }
    // Most of them are chords that players write.
    expect(kept / all).toBeGreaterThan(0.5);
  });

  test('with several degrees too', () => {
    const degree = fc.record({
      value: fc.integer({ min: 1, max: 14 }),
      alter: fc.integer({ min: -3, max: 3 }),
      type: fc.constantFrom('add' as const, 'alter' as const, 'subtract' as const),
    });
    const real = Object.keys(kinds).filter((name) => kinds[name]);
    fc.assert(
      fc.property(
        fc.constantFrom(...real),
        fc.array(degree, { minLength: 2, maxLength: 4 }),
        (kind, degrees) => {
          const back = broughtBack(harmonyOf(kind, degrees));
          if (back !== 'told') expect(back).toMatchObject({ tones: soundOf(kind, degrees) });
        },
      ),
      { numRuns: runs(500) },
    );
  });

  test.each([
    ['an inversion', harmonyOf('dominant', [], '<inversion>3</inversion>'), 10],
    ['a bass', harmonyOf('major', [], '<bass><bass-step>D</bass-step></bass>'), 2],
    [
      'a bass and an inversion',
      harmonyOf('minor', [], '<inversion>1</inversion><bass><bass-step>G</bass-step></bass>'),
      7,
    ],
  ] as const)('with %s keeps it', (_, harmony, bass) => {
    expect(broughtBack(harmony)).toMatchObject({ bass });
  });

  test.each([
    [
      'a bass that is no note',
      harmonyOf('major', [], '<bass><bass-step>D</bass-step><bass-alter>3</bass-alter></bass>'),
    ],
    ['an inversion it has no tone for', harmonyOf('major', [], '<inversion>3</inversion>')],
    [
      'another chord under it',
      harmonyOf('major', []).replace(
        '</harmony>',
        '<root><root-step>D</root-step></root><kind>minor</kind></harmony>',
      ),
    ],
    [
      'a degree without a type',
      harmonyOf('major', []).replace(
        '</harmony>',
        '<degree><degree-value>9</degree-value></degree></harmony>',
      ),
    ],
    ['a degree of nothing', harmonyOf('major', []).replace('</harmony>', '<degree/></harmony>')],
  ])('with %s is told', (_, harmony) => {
    expect(broughtBack(harmony)).toBe('told');
  });
});

test('a score that breaks off anywhere says what was open, or what it never had', () => {
  fc.assert(
    fc.property(songs, fc.double({ min: 0, max: 1, noNaN: true }), (song, share) => {
      const whole = toMusicXml(song);
      const cut = whole.slice(0, Math.floor(share * (whole.trimEnd().length - 1)));
      const read = fromMusicXml(cut);
      if (read.ok) throw new Error('It was read as if it were whole.');
      const begun = /<score-partwise[^>]*>/.test(cut);
      if (begun)
        expect(read.problems[0]!.message).toMatch(/^This file ends before <[\w-]+> is closed/);
    }),
    { numRuns: runs(60) },
  );
});
