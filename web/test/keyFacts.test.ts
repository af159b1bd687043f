import { describe, expect, test } from '@jest/globals';
import {
  parseChart,
  parseKey,
  rankKeys,
  transposingInstruments,
  whyNoKey,
  type Key,
  type KeyRequest,
  type Singer,
  type TransposingInstrument,
} from '@intervallum/core';
import {
  pitchIn,
  reasonInWords,
  remedyInWords,
  stepsInWords,
  verdictInWords,
} from '../src/lenses/key/keyFacts.ts';

const english = { language: 'english' } as const;
function key(name: string): Key {
  const read = parseKey(name);
  if (!read.ok) throw new Error(name);
  return read.value;
}
function song(tune: readonly [string, string], more = '') {
  const read = parseChart(
    `title: T\nkey: C\n${more}\nVerse:\n  1 | 4\n  tune: ${tune[0]}\n\nChorus:\n  1 | 5\n  tune: ${tune[1]}\n`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.song;
}
const ana: Singer = { name: 'Ana', low: 60, high: 69 };
const horns = Object.keys(transposingInstruments) as TransposingInstrument[];
const all = (request: Partial<KeyRequest>) =>
  rankKeys({
    song: song(['3 . . . | 5 . . .', "1' . . . | 5 . 3 ."]),
    singers: [ana],
    congregation: true,
    guitar: true,
    horns,
    player: [key('G')],
    ...request,
  });

describe('why a key stands where it does', () => {
  test('is a sentence for every fact that core knows, with every note and number in its place', () => {
    const kinds = new Set<string>();
    for (const ranked of [
      ...all({}),
      ...all({ singers: [{ ...ana, low: 64, high: 68 }] }),
      ...all({ song: parseChart('title: T\nkey: Db\n\nA:\n  1 | 4\n').song }),
    ])
      for (const reason of ranked.reasons) {
        kinds.add(reason.fact.kind);
        const words = reasonInWords(reason, ranked.key, english);
        expect(words).not.toMatch(/\{\{|undefined|NaN|null/);
        expect(words).toMatch(/^\S.*\S$/);
      }
    expect([...kinds].sort()).toEqual([
      'congregation',
      'guitar',
      'horns',
      'lies',
      'moved',
      'no tune',
      'out of reach',
      'player',
      'reading',
      'strains',
    ]);
  });

  test('says what core says', () => {
    const [first] = all({ congregation: false, horns: [], player: [] });
    expect(first!.reasons.map((reason) => reasonInWords(reason, first!.key, english))).toEqual([
      '3 sharps to read.',
      'Ana sings C♯4 to A4 (as written); it sits in the middle of the voice.',
      'Guitars play it with open shapes.',
    ]);
    expect(verdictInWords(first!)).toBe('suits the voice');
    const nobody = all({ singers: [] });
    expect(verdictInWords(nobody[0]!)).toBe('');
    const [, ...others] = all({});
    expect(others.map((one) => verdictInWords(one))).toContainEqual(
      expect.stringMatching(/^Ana: .+ too (high|low)$/),
    );
  });

  test.each([
    [1, 'a half step'],
    [-2, 'a whole step'],
    [5, '5 half steps'],
    [-12, 'an octave'],
  ])('%d half steps are %s', (semitones, words) => {
    expect(stepsInWords(semitones)).toBe(words);
  });

  // Easy reading: B for Cb, in the octave in which it sounds.
  test.each([
    [71, 'Gb', 'B4'],
    [60, 'C#', 'C4'],
    [63, 'Eb', 'E♭4'],
    [66, 'D', 'F♯4'],
  ])('%d in %s reads %s', (midi, inKey, name) => {
    expect(pitchIn(midi, key(inKey), english)).toBe(name);
  });
});

describe('what would help where no key fits', () => {
  test('is a sentence for each remedy', () => {
    const narrow: Singer = { name: 'Ana', low: 57, high: 66, extremeLow: 57, extremeHigh: 66 };
    const wide = song(['1, . . . | 2, . . .', '5 . . . | 6 . . .']);
    const lifted = song(['1 . . . | 5 . . .', '1 . . . | 5 . . .'], 'road: Verse, up 4, Verse\n');
    const bea: Singer = { name: 'Bea', low: 50, high: 76 };
    const said = [
      ...whyNoKey({ song: wide, singers: [narrow] }, [bea])!.remedies,
      ...whyNoKey({ song: lifted, singers: [{ ...narrow, low: 60, high: 68 }] })!.remedies,
    ];
    expect([...new Set(said.map(({ kind }) => kind))].sort()).toEqual([
      'no lift',
      'notes',
      'octave',
      'singer',
    ]);
    for (const remedy of said) {
      const words = remedyInWords(remedy, english);
      expect(words).toMatch(/^[A-G][♭♯]?( minor)?( suits|,).+\.$/);
      expect(words).not.toMatch(/\{\{|undefined/);
    }
  });
});
