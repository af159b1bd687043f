import { failure, placeInLine, quoted, success, type Result } from '../kit/result.ts';
import {
  formatDegree,
  readDegree,
  toOwnTonic,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import { countedOctave, ownOctave } from './tune.ts';

/** A note of a hand by its degree, and the octave over the home note that its hand shape is counted from. */
export interface HeldDegree extends Degree {
  readonly octave: number;
}

/** Notes of both hands, in degrees. A hand that is null is free: it is found. */
export interface HandDegrees {
  /** The MIDI number of the 1 that octave 0 begins on: the register the hands were fixed in. */
  readonly register: number;
  readonly left: readonly HeldDegree[] | null;
  readonly right: readonly HeldDegree[] | null;
}

/** A hand shape of the song with a name of its own. */
export interface PaletteShape extends HandDegrees {
  readonly name: string;
  /** The root of the chord it was named on, where it goes with the root; null where it stays what it is in the key. */
  readonly over?: Degree | null;
}

/** In a chart octave 0 begins on the 1 nearest to middle C. */
export const chartRegister = 60;
/** As many shapes as a song's palette holds; a name is as long as there. */
export const mostShapes = 60;
export const longestShapeName = 40;
const mostNotes = 10;
const farthestOctave = 3;

/** The name of a shape that a line of the head gives a meaning: `shape the 4: …`; null for any other line. */
export function shapeNamed(word: string): string | null {
  return /^shape\s+(?<name>\S.*)$/i.exec(word.trim())?.groups?.['name']?.trim() ?? null;
}

/**
 * Reads what stands after the colon of such a line: the notes of the right hand, or of the left one, a bar line and the right
 * one's, from the lowest up, `'` an octave up and `,` an octave down from the 1 nearest to middle C; `over 4` after them for a shape
 * that goes with the root of a chord and was found on 4.
 */
export function readShape(name: string, value: string, minor: MinorSchool): Result<PaletteShape> {
  const start = value.length - value.trimStart().length;
  const typed = value.trim();
  const problem = (message: string, at = start, length = Math.max(1, typed.length)) =>
    failure({ severity: 'problem', message, place: placeInLine(at, length), repairs: [] });
  if (name.length > longestShapeName)
    return problem(`The name of a hand shape holds up to ${longestShapeName} characters.`);
  const [, notes = '', root] = /^(.*?)(?:\s+over\s+(\S+))?$/i.exec(typed)!;
  const over = root === undefined ? null : readDegree(root);
  if (root !== undefined && (!over || over.rest !== ''))
    return problem(`After “over” stands the degree of a root, as in over 4; not ${quoted(root)}.`);
  const hands = notes.split('|');
  if (hands.length > 2)
    return problem(
      'A shape has two hands: the left one stands before a bar line, the right one after it.',
    );
  const read: (readonly HeldDegree[])[] = [];
  let at = start;
  for (const hand of hands) {
    const held: HeldDegree[] = [];
    for (const found of hand.matchAll(/\S+/g)) {
      const note = readNote(found[0], minor);
      if (!note)
        return problem(
          `${quoted(found[0])} is no note of a shape. Notes are degrees, with ' an octave up and , an octave down: 5, 1 3 1'.`,
          at + found.index,
          found[0].length,
        );
      held.push(note);
    }
    read.push(held);
    at += hand.length + 1;
  }
  const [left, right] = read.length === 2 ? read : [[], read[0]!];
  if (left!.length + right!.length === 0)
    return problem("A shape has notes: 5 1 5, or for both hands 1, 5, | 3 5 1'.");
  if (left!.length > mostNotes || right!.length > mostNotes)
    return problem(`A hand holds up to ${mostNotes} notes.`);
  return success({
    name,
    register: chartRegister,
    left: left!.length > 0 ? left! : null,
    right: right!.length > 0 ? right! : null,
    over: over ? fromOwn(over.degree, minor) : null,
  });
}

function readNote(text: string, minor: MinorSchool): HeldDegree | null {
  const read = readDegree(text);
  if (!read || !/^(?:'*|,*|’*)$/u.test(read.rest)) return null;
  const octave = (read.rest.startsWith(',') ? -1 : 1) * read.rest.length;
  if (Math.abs(octave) > farthestOctave) return null;
  const degree = fromOwn(read.degree, minor);
  return { ...degree, octave: octave + ownOctave(read.degree, minor) };
}

const fromOwn = (degree: Degree, minor: MinorSchool) =>
  minor === 'relative' ? degree : toRelative(degree);

/** The line of a shape: `shape the 4: 5, 1 | 3 5 1'`. */
export function printShape({ name, left, right, over }: PaletteShape, minor: MinorSchool): string {
  const toOwn = (degree: Degree) => (minor === 'relative' ? degree : toOwnTonic(degree));
  const notes = (hand: readonly HeldDegree[]) =>
    hand
      .map(({ octave, ...degree }) => {
        const own = toOwn(degree);
        const by = countedOctave({ degree, octave }, minor);
        return formatDegree(own) + (by < 0 ? ','.repeat(-by) : "'".repeat(by));
      })
      .join(' ');
  const hands = left ? `${notes(left)} | ${notes(right ?? [])}`.trim() : notes(right ?? []);
  return `shape ${name}: ${hands}${over ? ` over ${formatDegree(toOwn(over))}` : ''}`;
}
