import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import {
  formatDegree,
  readDegree,
  toOwnTonic,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import { figureNumbers, sortedFigures, type Figure } from './chord.ts';
import { formatChord } from './formatChord.ts';
import { fromLetters } from './letters.ts';
import { onRoot, sameTones, type OwnName } from './ownNames.ts';
import { parseChord } from './parseChord.ts';

export const mostNames = 60;
const longestName = 20;
const [fewestTones, mostTones] = [3, 6];

/** Words of a quality, and numerals of another hand. */
const taken = /^(?:dim|aug|sus|maj|min|alt|add|omit|[iv]+)$/i;

/** The name that a line above the first section gives a meaning: `four = 1 3 4 6`; null for any other line. */
export function ownNameLine(
  line: string,
): { readonly name: string; readonly value: string; readonly start: number } | null {
  const found = /^\s*(?<name>[A-Za-z]{3,})\s*=(?<value>.*)$/.exec(line);
  if (!found) return null;
  const { name, value } = found.groups!;
  return { name: name!, value: value!, start: line.length - value!.length };
}

/**
 * Reads what stands after the sign: three to six degrees of the key from the lowest up, each less than an octave above the one
 * before (`1 3 4 6`), or with `of the chord` behind them tones of a chord, 3, 5 and 7 as the key has them there (`1 5 9`).
 * @param minor what the degrees of a minor key are counted from
 */
export function readOwnName(name: string, value: string, minor: MinorSchool): Result<OwnName> {
  const start = value.length - value.trimStart().length;
  const typed = value.trim();
  const problem = (message: string, instead: readonly string[] = []) =>
    failure({
      severity: 'problem' as const,
      message,
      place: placeInLine(start, Math.max(1, typed.length)),
      repairs: instead.map(replaceWith),
    });
  if (name.length > longestName)
    return problem(`The name of a shape holds up to ${longestName} letters.`);
  if (readsAsChord(name))
    return problem(
      `${quoted(name)} reads as something else in a chart; a name of your own is another word.`,
    );
  const [, words = '', ofChord] = /^(.*?)(\s*\bof (?:the |a )?chord)?$/i.exec(typed)!;
  const reads = words.split(/[\s-]+/).filter(Boolean);
  if (reads.length < fewestTones || reads.length > mostTones)
    return problem(
      `A shape is ${fewestTones} to ${mostTones} degrees from the lowest up, as in ${name} = 1 3 4 6.`,
    );
  return ofChord ? readOfChord(name, reads, problem) : readOfKey(name, reads, minor, problem);
}

type Refuse = (message: string, instead?: readonly string[]) => Result<never>;

function readOfKey(
  name: string,
  words: readonly string[],
  minor: MinorSchool,
  problem: Refuse,
): Result<OwnName> {
  const degrees: Degree[] = [];
  for (const word of words) {
    const read = readDegree(word);
    if (read?.rest !== '')
      return problem(`${quoted(word)} is no degree of the key; degrees run from 1 to 7.`);
    degrees.push(minor === 'own tonic' ? toRelative(read.degree) : read.degree);
  }
  return success({ name, of: 'key', degrees });
}

function readOfChord(name: string, words: readonly string[], problem: Refuse): Result<OwnName> {
  const figures: Figure[] = [];
  for (const word of words) {
    const [, signs = '', digits = ''] = /^(bb?|##?|♭♭?|♯♯?)?(\d{1,2})$/u.exec(word) ?? [];
    const figure = figureNumbers.find((one) => String(one) === digits);
    if (!figure)
      return problem(
        `${quoted(word)} is no tone of a chord; tones are ${figureNumbers.join(', ')}, perhaps with b or # before them.`,
      );
    const alter = [...signs].reduce((sum, sign) => sum + ('b♭'.includes(sign) ? -1 : 1), 0);
    if (!figures.some((one) => one.figure === figure)) figures.push({ figure, alter });
  }
  const whole = figures.some(({ figure }) => figure === 1)
    ? figures
    : [{ figure: 1 as const, alter: 0 }, ...figures];
  const chord = onRoot({ step: 1, alter: 0 }, whole);
  const symbol = formatChord(chord);
  const read = parseChord(symbol);
  if (!read.ok || formatChord(read.value) !== symbol || !sameTones(read.value, chord))
    return problem(`No chord has just the tones ${words.join(' ')}; leave one out, or add one.`);
  return success({ name, of: 'chord', figures: sortedFigures(whole) });
}

function readsAsChord(name: string): boolean {
  if (taken.test(name)) return true;
  return fromLetters(name, { tonic: { letter: 'C', alter: 0 }, mode: 'major' }).ok;
}

/** The line of a name: `four = 1 3 4 6`, `open = 1 5 9 of the chord`. */
export function printOwnName(own: OwnName, minor: MinorSchool): string {
  if (own.of === 'chord') {
    const signs = (alter: number) => (alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter));
    const tones = own.figures.map(({ figure, alter }) => `${signs(alter)}${figure}`);
    return `${own.name} = ${tones.join(' ')} of the chord`;
  }
  const degrees = own.degrees.map((degree) =>
    formatDegree(minor === 'own tonic' ? toOwnTonic(degree) : degree),
  );
  return `${own.name} = ${degrees.join(' ')}`;
}
