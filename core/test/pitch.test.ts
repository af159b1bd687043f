import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Key as TonalKey, Note as TonalNote } from 'tonal';
import {
  allKeys,
  degreeOfNote,
  formatKey,
  formatNote,
  frequency,
  keySignature,
  midiNumber,
  noteOfDegree,
  parseKey,
  pitchClass,
  sameKey,
  scale,
  simplestKey,
  toOwnTonic,
  toRelative,
  transposeKey,
  twelveKeys,
} from '../src/index.ts';
import { degrees, keys } from './generators.ts';

// The circle of fifths as harmony textbooks print it (Piston, Harmony, chapter 1), flats to sharps.
const majorCircle = [
  'Cb',
  'Gb',
  'Db',
  'Ab',
  'Eb',
  'Bb',
  'F',
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F#',
  'C#',
];
const minorCircle = [
  'Ab',
  'Eb',
  'Bb',
  'F',
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F#',
  'C#',
  'G#',
  'D#',
  'A#',
];

test('signatures follow the circle of fifths', () => {
  expect(allKeys.map((key) => [formatKey(key), keySignature(key)])).toEqual([
    ...majorCircle.map((name, index) => [name, index - 7]),
    ...minorCircle.map((name, index) => [`${name} minor`, index - 7]),
  ]);
});

test.each(allKeys)('signature and scale agree with tonal: %j', (key) => {
  const tonic = formatNote(key.tonic);
  const theirs = key.mode === 'major' ? TonalKey.majorKey(tonic) : TonalKey.minorKey(tonic);
  const signature = keySignature(key);
  expect((signature < 0 ? 'b' : '#').repeat(Math.abs(signature))).toBe(theirs.keySignature);
  const scaleOf = 'natural' in theirs ? theirs.natural.scale : theirs.scale;
  expect(scale(key).map((note) => formatNote(note))).toEqual([...scaleOf]);
});

test('MIDI numbers: C4 is 60, and all spellings agree with tonal', () => {
  expect(midiNumber({ letter: 'C', alter: 0 }, 4)).toBe(60);
  for (const name of ['C', 'Cb', 'B#', 'F##', 'Ebb', 'G', 'A', 'Bb']) {
    const letter = name[0] as 'C';
    const alter = { '': 0, b: -1, '#': 1, '##': 2, bb: -2 }[name.slice(1)]!;
    for (let octave = 0; octave < 9; octave += 1) {
      expect([name, octave, midiNumber({ letter, alter }, octave)]).toEqual([
        name,
        octave,
        TonalNote.midi(`${name}${octave}`),
      ]);
    }
  }
});

test('frequencies: A4 is 440 Hz (ISO 16), an octave doubles', () => {
  expect(frequency(69)).toBe(440);
  expect(frequency(57)).toBe(220);
  expect(frequency(60)).toBeCloseTo(261.6256, 3);
});

describe('parseKey', () => {
  test.each([
    ['Bb', 'Bb'],
    ['F# minor', 'F# minor'],
    ['f#m', 'F# minor'],
    ['  E♭ major ', 'Eb'],
    ['c min', 'C minor'],
    ['B', 'B'],
    ['b', 'B'],
  ])('%s', (text, name) => {
    const read = parseKey(text);
    expect(read.ok && formatKey(read.value)).toBe(name);
  });

  test.each([
    ['G#', 'Ab'],
    ['Fb', 'E'],
    ['D# major', 'Eb'],
    ['Bbb minor', 'A minor'],
  ])('%s has too many accidentals; %s is offered', (text, repair) => {
    const read = parseKey(text);
    expect(!read.ok && read.problems[0]!.repairs[0]!.text).toBe(repair);
  });

  test('says where in the text a bad key stands', () => {
    const read = parseKey('  H dorian');
    expect(!read.ok && read.problems[0]!.place).toEqual({ line: 1, column: 3, length: 8 });
  });

  test('reads what formatKey writes', () => {
    fc.assert(
      fc.property(keys, fc.constantFrom('typed' as const, 'printed' as const), (key, signs) => {
        const read = parseKey(formatKey(key, signs));
        expect(read.ok && sameKey(read.value, key)).toBe(true);
      }),
    );
  });
});

test('there are twelve keys of a mode, and the simplest spelling has the fewest accidentals', () => {
  for (const mode of ['major', 'minor'] as const) {
    const twelve = twelveKeys(mode);
    expect(new Set(twelve.map((key) => pitchClass(key.tonic))).size).toBe(12);
    for (const key of allKeys.filter((other) => other.mode === mode)) {
      const simplest = simplestKey(pitchClass(key.tonic), mode);
      expect(Math.abs(keySignature(simplest))).toBeLessThanOrEqual(Math.abs(keySignature(key)));
    }
  }
});

test('up and down again is the same key, in its simplest spelling', () => {
  fc.assert(
    fc.property(keys, fc.integer({ min: -24, max: 24 }), (key, semitones) => {
      const back = transposeKey(transposeKey(key, semitones), -semitones);
      expect(back).toEqual(transposeKey(key, 0));
    }),
  );
});

test('a degree names a note and the note names the degree, in every key', () => {
  fc.assert(
    fc.property(degrees, keys, (degree, key) => {
      expect(degreeOfNote(noteOfDegree(degree, key), key)).toEqual(degree);
    }),
  );
});

describe('minor songs', () => {
  // Common practice, no published source: home is 6 of the relative major or 1 of its own.
  test.each([
    [6, 0, 1, 0],
    [7, 0, 2, 0],
    [1, 0, 3, -1],
    [2, 0, 4, 0],
    [3, 0, 5, 0],
    [4, 0, 6, -1],
    [5, 0, 7, -1],
    [5, 1, 7, 0],
  ] as const)(
    'relative %i (altered %i) is own %i (altered %i)',
    (step, alter, ownStep, ownAlter) => {
      expect(toOwnTonic({ step, alter })).toEqual({ step: ownStep, alter: ownAlter });
      expect(toRelative({ step: ownStep, alter: ownAlter })).toEqual({ step, alter });
    },
  );

  test('either way without loss', () => {
    fc.assert(
      fc.property(degrees, (degree) => {
        expect(toRelative(toOwnTonic(degree))).toEqual(degree);
        expect(toOwnTonic(toRelative(degree))).toEqual(degree);
      }),
    );
  });
});
