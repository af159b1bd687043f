import { describe, expect, test } from '@jest/globals';
import {
  formatChord,
  parseKey,
  readTypedChord,
  type Key,
  type NoteLanguage,
  type NumberStyle,
} from '../src/index.ts';
import { plainStyle } from '../src/chord/reading.ts';

function key(name: string): Key {
  const read = parseKey(name);
  if (!read.ok) throw new Error(name);
  return read.value;
}

interface HowRead {
  readonly reading: NumberStyle['reading'];
  readonly language: NoteLanguage;
}

/** What a reader typed, as a number with its quality written out; else what is said of it. */
function typed(
  text: string,
  keyName: string,
  { reading = 'as written', language = 'english' }: Partial<HowRead> = {},
): string {
  const style = { ...plainStyle, reading };
  const letterStyle = { ...plainStyle, language, spelling: 'strict' } as const;
  const read = readTypedChord(text, { style, letterStyle, key: key(keyName) });
  return read.ok ? formatChord(read.value) : read.problems[0]!.message;
}

describe('a chord typed into a slot', () => {
  // Letters in the key of the chart; the numbers are by hand from its scale.
  test.each([
    ['4maj7', 'Eb', '4maj7'],
    ['Ab', 'Eb', '4'],
    ['Abmaj7/C', 'Eb', '4maj7/6'],
    ['Fm7', 'Eb', '2m7'],
    ['Gb', 'Eb', 'b3'],
    ['D/F#', 'G', '5/7'],
    ['F#m7b5', 'E minor', '7m7b5'],
    ['Em', 'E minor', '6m'],
    ['C', 'A', 'b3'],
  ])('%s in %s is %s', (text, keyName, expected) => {
    // In a minor key home is 6m: F#m7b5 over E minor is the 7 of G.
    expect(typed(text, keyName)).toBe(expected);
  });

  test('numbers are meant as they are looked at: in key a bare 2 is minor', () => {
    const inKey = { reading: 'in key' } as const;
    expect(typed('2', 'C', inKey)).toBe('2m');
    expect(typed('2M', 'C', inKey)).toBe('2');
    expect(typed('D', 'C', inKey)).toBe('2');
  });

  test('letters are meant in the reader’s language: H is a half tone above B', () => {
    expect(typed('H', 'C', { language: 'german' })).toBe('7');
    expect(typed('B', 'C', { language: 'german' })).toBe('b7');
    expect(typed('B', 'C')).toBe('7');
  });

  test.each([
    ['9', 'degrees run from 1 to 7'],
    ['5xyz', '“xyz” is no chord quality'],
    ['Xm', 'Xm'],
    ['H', 'H'],
  ])('%s is said to be none in the terms it was typed in', (text, words) => {
    expect(typed(text, 'C')).toContain(words);
  });
});
