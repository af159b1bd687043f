import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  allKeys,
  easyNote,
  formatChord,
  fromLetters,
  nameNote,
  noteLanguages,
  parseChord,
  pitchClass,
  readNoteName,
  sayNote,
  toLetters,
  twelveKeys,
  type Letter,
  type Symbols,
} from '../src/index.ts';
import { chords, keys } from './generators.ts';
import { key } from './read.ts';
import { runs } from './deep.ts';

const notes = fc.record({
  letter: fc.constantFrom<Letter>('C', 'D', 'E', 'F', 'G', 'A', 'B'),
  alter: fc.integer({ min: -2, max: 2 }),
});

// Note names of the languages (from memory, music dictionaries).
test.each([
  ['german', 'B', -1, 'B', 'B'],
  ['german', 'B', 0, 'H', 'H'],
  ['german', 'B', -2, 'Heses', 'Heses'],
  ['german', 'A', -1, 'As', 'As'],
  ['german', 'E', -2, 'Eses', 'Eses'],
  ['german', 'F', 1, 'Fis', 'Fis'],
  ['german', 'C', 2, 'Cisis', 'Cisis'],
  ['portuguese', 'B', -1, 'Sib', 'Si bemol'],
  ['portuguese', 'F', 1, 'Fá#', 'Fá sustenido'],
  ['portuguese', 'C', -1, 'Dób', 'Dó bemol'],
  ['spanish', 'F', 1, 'Fa#', 'Fa sostenido'],
  ['french', 'D', 1, 'Ré#', 'Ré dièse'],
  ['french', 'E', -1, 'Mib', 'Mi bémol'],
  ['italian', 'G', -1, 'Solb', 'Sol bemolle'],
  ['english', 'B', -1, 'Bb', 'B flat'],
] as const)(
  'in %s %s altered by %i is written %s and said %s',
  (language, letter, alter, written, said) => {
    const note = { letter, alter };
    expect(nameNote(note, { language })).toBe(written);
    expect(sayNote(note, language)).toBe(said);
  },
);

test('every name is read again, written or said', () => {
  fc.assert(
    fc.property(
      notes,
      fc.constantFrom(...noteLanguages),
      fc.constantFrom('typed' as const, 'printed' as const),
      (note, language, signs) => {
        expect(readNoteName(nameNote(note, { language, signs }), language)).toEqual({
          note,
          rest: '',
        });
        if (language !== 'english')
          expect(readNoteName(sayNote(note, language), language)).toEqual({ note, rest: '' });
      },
    ),
  );
});

describe('chords where a language could be misread', () => {
  test.each([
    ['Asus4', 'german', 'C', '6sus4'],
    ['Essus4', 'german', 'Eb', '1sus4'],
    ['Esus4', 'german', 'C', '3sus4'],
    ['B', 'german', 'F', '4'],
    ['Hm7b5', 'german', 'C', '7m7b5'],
    ['Do7', 'portuguese', 'C', '17'],
    ['Dó/Lá', 'portuguese', 'C', '1/6'],
    ['Fá sustenido dim', 'portuguese', 'G', '7dim'],
    ['Solsus4', 'spanish', 'C', '5sus4'],
    ['Sol', 'french', 'C', '5'],
    ['Sib/Re', 'italian', 'Bb', '1/3'],
    ['Rém7', 'french', 'C', '2m7'],
    ['Fa sostenido dim', 'spanish', 'G', '7dim'],
    ['Dim', 'german', 'C', 'problem'],
  ] as const)('%s in %s, key %s, is %s', (text, language, inKey, numbers) => {
    const read = fromLetters(text, key(inKey), { language });
    expect(read.ok ? formatChord(read.value) : 'problem').toBe(numbers);
  });
});

test('letters come back exactly in every language, key and chord', () => {
  fc.assert(
    fc.property(chords, keys, fc.constantFrom(...noteLanguages), (made, inKey, language) => {
      const text = toLetters(made, inKey, { language });
      const read = fromLetters(text, inKey, { language, spelling: 'strict' });
      expect({ text, read: read.ok && read.value }).toEqual({ text, read: made });
    }),
    { numRuns: runs(2000) },
  );
});

test('easy reading sounds the same and avoids double accidentals, Cb, Fb, B# and E#', () => {
  fc.assert(
    fc.property(notes, (note) => {
      const easy = easyNote(note);
      expect(pitchClass(easy)).toBe(pitchClass(note));
      expect(Math.abs(easy.alter)).toBeLessThan(2);
      expect(['Cb', 'Fb', 'B#', 'E#']).not.toContain(nameNote(easy));
    }),
  );
  const read = parseChord('4');
  expect(read.ok && toLetters(read.value, key('Gb'), { spelling: 'easy' })).toBe('B');
  expect(read.ok && toLetters(read.value, key('Gb'))).toBe('Cb');
});

describe('stacks and layers', () => {
  test.each([
    ['[2-5-1]', '[2-5-1]', '[F-Bb-Eb]'],
    ['[3-5-1]', '[3-5-1]', '[G-Bb-Eb]'],
    ['[2-5-1]/3', '[2-5-1]/3', '[F-Bb-Eb]/G'],
    ['[b3-5-1]/b7', '[b3-5-1]/b7', '[Gb-Bb-Eb]/Db'],
    ['[b7-b3-b6]', '[b7-b3-b6]', '[Db-Gb-Cb]'],
    ['2M/[57]/5', '2/[57]/5', 'F/[Bb7]/Bb'],
    ['6m/[57omit3]/5', '6m/[57omit3]/5', 'Cm/[Bb7omit3]/Bb'],
  ])('%s prints %s, in E flat %s', (typed, printed, letters) => {
    const read = parseChord(typed);
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(formatChord(read.value)).toBe(printed);
    expect(parseChord(printed)).toMatchObject({ ok: true, value: read.value });
    expect(toLetters(read.value, key('Eb'))).toBe(letters);
    expect(fromLetters(letters, key('Eb'), { spelling: 'strict' })).toMatchObject({
      ok: true,
      value: read.value,
    });
    for (const style of [{ reading: 'in key' }, { minor: 'own tonic' }] as const) {
      expect(parseChord(formatChord(read.value, style), style)).toMatchObject({
        value: read.value,
      });
    }
  });

  test.each(['[2-5]', '[2-3-9]', '[2-5-1]/9', '[2-5-1', '2M/[5]/5', '2M/[57]/9', '2M/[57]'])(
    '%s is a problem with a repair',
    (typed) => {
      const read = parseChord(typed);
      expect(!read.ok && read.problems[0]!.message.length).toBeGreaterThan(10);
    },
  );
});

test('every chord type in all twelve keys of both modes: letters round-trip, signs and words print and parse', () => {
  const signs: Symbols = { minor: '-', majorSeventh: '△', diminished: '°', halfDiminished: 'ø' };
  const seen = new Set<string>();
  let checks = 0;
  fc.assert(
    fc.property(chords, (made) => {
      seen.add(JSON.stringify(made.figures));
      for (const reading of ['as written', 'in key'] as const) {
        const text = formatChord(made, { reading, symbols: signs });
        const read = parseChord(text, { reading });
        expect({ text, read: read.ok && read.value }).toEqual({ text, read: made });
      }
      for (const inKey of [...twelveKeys('major'), ...twelveKeys('minor')]) {
        const read = fromLetters(toLetters(made, inKey, { symbols: signs }), inKey, {
          spelling: 'strict',
        });
        if (!read.ok || JSON.stringify(read.value) !== JSON.stringify(made)) {
          expect([toLetters(made, inKey, { symbols: signs }), read]).toEqual(made);
        }
        checks += 1;
      }
    }),
    { numRuns: runs(1500) },
  );
  console.log(`${seen.size} chord types, ${checks} round trips through letters in 24 keys`);
  expect(seen.size).toBeGreaterThan(150);
  expect(allKeys).toHaveLength(30);
});
