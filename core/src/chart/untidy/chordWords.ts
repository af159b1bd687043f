import { formatChord } from '../../chord/formatChord.ts';
import { fromLetters } from '../../chord/letters.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import type { Key } from '../../pitch/key.ts';

/** What a word is read by: the song's key, for letters, and how its numbers are written. */
export interface ChordReading {
  readonly key: Key;
  readonly style: NumberStyle;
}

/** Numerals are counted from home, in a minor key as well. */
const fromHome = { reading: 'as written', minor: 'own tonic', signs: 'typed' } as const;
const fromMajorHome = { ...fromHome, minor: 'relative' } as const;

const numerals: Readonly<Record<string, number>> = {
  i: 1,
  ii: 2,
  iii: 3,
  iv: 4,
  v: 5,
  vi: 6,
  vii: 7,
};

/**
 * A word as the numbers of the chart: a chord in numbers as it stands, roman numerals and letters turned into numbers, `N.C.` into
 * silence. The likeliest first where it may be two things (`V/V`); none for a word that is no chord.
 */
export function numbersOfWord(word: string, { key, style }: ChordReading): readonly string[] {
  if (/^n\.?c\.?$/i.test(word)) return ['_'];
  // Marks of time and touch stand around a chord as in the chart.
  const [, push, chord, marks] = /^(<*r?)(.*?)((?:~\d*|[!>^])*)$/.exec(word)!;
  const said = (text: string) => push! + text + marks!;
  if (parseChord(chord!, style).ok) return [word];
  const isMinor = key.mode === 'minor';
  const roman = romanChords(chord!, isMinor);
  if (roman.length > 0) {
    const read = roman.flatMap((text) => {
      const found = parseChord(text, isMinor ? fromHome : fromMajorHome);
      return found.ok ? [said(formatChord(found.value, style))] : [];
    });
    return [...new Set(read)];
  }
  const letters = fromLetters(chord!, key, { language: 'english', spelling: 'strict' });
  return letters.ok ? [said(formatChord(letters.value, style))] : [];
}

/**
 * A roman numeral as numbers, as written: small letters are minor, `°` diminished, `ø` half diminished; `V/V` is the dominant of
 * the dominant, or a 5 over its own 5th, which is another chord. In a minor key III, VI and VII are those of its scale, a small vii
 * leads to home.
 */
function romanChords(text: string, isMinor: boolean): string[] {
  const found = /^([b#♭♯]*)(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)(.*)$/u.exec(text);
  if (!found) return [];
  const [, sign, numeral, rest] = found;
  const degree = numerals[numeral!.toLowerCase()]!;
  const isSmall = numeral === numeral!.toLowerCase();
  const slash = /^(.*)\/([b#♭♯]*)(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)$/u.exec(rest!);
  const quality = (typed: string) => {
    const half = /^ø7?/u.exec(typed);
    if (half) return `m7b5${typed.slice(half[0].length)}`;
    const whole = /^(?:°|o|dim)(7?)/u.exec(typed);
    if (whole) return `dim${whole[1]}${typed.slice(whole[0].length)}`;
    return isSmall && !/^m(?!aj)/.test(typed) ? `m${typed}` : typed;
  };
  const isLow = (one: string) => isMinor && ['III', 'VI', 'VII'].includes(one);
  const plain = `${!sign && isLow(numeral!) ? 'b' : sign}${degree}`;
  if (!slash) {
    const over = /^(.*)\/([b#♭♯]*[1-7])$/u.exec(rest!);
    return over ? [`${plain}${quality(over[1]!)}/${over[2]}`] : [`${plain}${quality(rest!)}`];
  }
  const to = numerals[slash[3]!.toLowerCase()]!;
  const isToLow = !slash[2] && isLow(slash[3]!);
  const seen = `${plain}${quality(slash[1]!)}/${isToLow ? 'b' : slash[2]}${to}`;
  const over = (degrees: readonly string[]) =>
    isToLow ? lowered(degrees[to - 1]!) : degrees[to - 1]!;
  // A dominant or a diminished chord of another degree: the fifth above it, or the half step below.
  if (degree === 5 && !sign && !slash[2]) return [`${over(fifthAbove)}${slash[1]}`, seen];
  if (degree === 7 && !sign && !slash[2]) return [`${over(belowOf)}${quality(slash[1]!)}`, seen];
  return [seen];
}

/** A degree a half step lower. */
function lowered(degree: string): string {
  return degree.startsWith('#') ? degree.slice(1) : `b${degree}`;
}

/** The fifth above each degree, and the half step below it. */
const fifthAbove = ['5', '6', '7', '1', '2', '3', '#4'] as const;
const belowOf = ['7', '#1', '#2', '3', '#4', '#5', '#6'] as const;
