import type { MidiNumber, Ticks } from '../kit/ticks.ts';
import {
  degreeHeight,
  formatDegree,
  toOwnTonic,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { countedOctave, type Held } from './tune.ts';

/** A finger, from the thumb. */
export type LineFinger = 1 | 2 | 3 | 4 | 5;

/** A note of a line that a hand plays; its octave as `linePitches` says. */
export interface LineNote {
  readonly degree: Degree;
  readonly octave: number;
  /** Null where the player finds it. */
  readonly finger: LineFinger | null;
}

/** What is struck at once, and how the hand comes to it. */
export interface LineStrike {
  readonly kind: 'notes';
  /** As they were written; several are a grip. */
  readonly notes: readonly LineNote[];
  /** Short notes just before, in their order. */
  readonly grace: readonly LineNote[];
  /** The key from which the finger of the first note slides, on the beat. */
  readonly slide: LineNote | null;
  readonly accent: boolean;
}

/** What a voice of a hand does for a stretch of a bar. */
export type LineEvent = (LineStrike & { readonly ticks: Ticks }) | LineRest | Held;
export interface LineRest {
  readonly kind: 'rest';
  readonly ticks: Ticks;
}

/** One bar of a hand: one voice, or two, the upper first. */
export type LineBar = readonly (readonly LineEvent[])[];

/** What a line says of one bar above it. */
export type LineCell =
  /** The hand plays its chords. */
  | { readonly kind: 'nothing' }
  /** The named line begins here, and goes on through the bars that follow as long as they say nothing. */
  | { readonly kind: 'named'; readonly name: string }
  | { readonly kind: 'bar'; readonly voices: LineBar };

export const lineHands = ['right', 'left', 'both'] as const;
export type LineHand = (typeof lineHands)[number];

/** A line that is played under some bars, in the place of what the hand holds, or over it. */
export interface HandLine {
  /** Both: the left hand plays the same an octave below. */
  readonly hand: LineHand;
  readonly over: boolean;
  /** Octaves that it is played higher or, negative, lower than it is written. */
  readonly octaves: number;
  /** A cell for each bar; fewer where it ends early. */
  readonly cells: readonly LineCell[];
}

/** A line that has a name, for the sections that play it. */
export interface NamedLine {
  readonly name: string;
  readonly bars: readonly LineBar[];
}

export const mostLines = 60;
export const longestLineName = 40;
export const mostLineBars = 16;
export const mostVoices = 2;
export const mostGripNotes = 5;
export const mostGraceNotes = 4;

const octaveWords: Readonly<Record<string, number>> = {
  'octave up': 1,
  'octave down': -1,
  'two octaves up': 2,
  'two octaves down': -2,
};

/** What stands before the colon of a played line: `play right over, octave up`; null for any other word. */
export function playLineNamed(word: string): Omit<HandLine, 'cells'> | null {
  const found =
    /^play (?<hand>right|left|both)(?<over> over)?(?:,? (?<octaves>(?:two )?octaves? (?:up|down)))?$/.exec(
      word.trim().toLowerCase().replace(/\s+/g, ' '),
    )?.groups;
  if (!found) return null;
  const octaves = found['octaves'] ? octaveWords[found['octaves']] : 0;
  if (octaves === undefined) return null;
  return { hand: found['hand'] as LineHand, over: found['over'] !== undefined, octaves };
}

/** The words of such a line before its colon. */
export function printPlayHead({ hand, over, octaves }: Omit<HandLine, 'cells'>): string {
  const moved = Object.entries(octaveWords).find(([, by]) => by === octaves)?.[0];
  return `play ${hand}${over ? ' over' : ''}${moved ? `, ${moved}` : ''}`;
}

/** The name of a line that a line of the head gives a meaning: `line riff: …`; null for any other line. */
export function lineLineNamed(word: string): string | null {
  return /^line\s+(?<name>\S.*)$/i.exec(word.trim())?.groups?.['name']?.trim() ?? null;
}

/** True for text that can only be the name of a line: it begins with a letter and with no degree. */
export function isLineName(text: string): boolean {
  return /^\p{L}/u.test(text) && !/^[b♭]+[1-7]/u.test(text);
}

/** A note as it is written: its degree as the school counts, octave marks, finger. */
export function printLineNote({ degree, octave, finger }: LineNote, minor: MinorSchool): string {
  const own = minor === 'own tonic' ? toOwnTonic(degree) : degree;
  const octaves = countedOctave({ degree, octave }, minor);
  const marks = (octaves < 0 ? ',' : "'").repeat(Math.abs(octaves));
  return formatDegree(own) + marks + (finger === null ? '' : `@${finger}`);
}

/** Lines that say nothing are none, and of a line the bars at its end that say nothing are left out. */
export function withoutEmptyLines(lines: readonly HandLine[]): HandLine[] {
  return lines
    .map((line) => ({
      ...line,
      cells: line.cells.slice(0, line.cells.findLastIndex(({ kind }) => kind !== 'nothing') + 1),
    }))
    .filter(({ cells }) => cells.length > 0);
}

/** The lines under bars of which one more stands at a place. */
export function withCellAt(lines: readonly HandLine[], place: number): HandLine[] {
  return lines.map((line) =>
    line.cells.length > place
      ? { ...line, cells: line.cells.toSpliced(place, 0, { kind: 'nothing' }) }
      : line,
  );
}

/** The lines under some of the bars, from one up to another; what a named line says of them is written out where it has begun before. */
export function cellsBetween(
  lines: readonly HandLine[],
  from: number,
  to: number,
  named: readonly NamedLine[],
): HandLine[] {
  return withoutEmptyLines(
    lines.map((line) => {
      const cells = line.cells.slice(from, to);
      const played = barsOfCells(line.cells, to, named);
      for (let place = from; place < to; place += 1) {
        const voices = played[place];
        if (cells[place - from]?.kind === 'named' || !voices) continue;
        const begins = line.cells.slice(from, place + 1).some(({ kind }) => kind === 'named');
        if (!begins) cells[place - from] = { kind: 'bar', voices };
      }
      for (let place = 0; place < cells.length; place += 1) cells[place] ??= { kind: 'nothing' };
      return { ...line, cells };
    }),
  );
}

/** What is played in each of so many bars; null where nothing is said. */
export function barsOfCells(
  cells: readonly LineCell[],
  count: number,
  named: readonly NamedLine[],
): (LineBar | null)[] {
  const bars: (LineBar | null)[] = Array.from({ length: count }, () => null);
  for (const [place, cell] of cells.entries()) {
    if (place >= count) break;
    if (cell.kind === 'bar') bars[place] = cell.voices;
    if (cell.kind !== 'named') continue;
    const line = named.find(({ name }) => name.toLowerCase() === cell.name.toLowerCase());
    const free = cells.findIndex(({ kind }, later) => later > place && kind !== 'nothing');
    const end = Math.min(count, free < 0 ? count : free);
    for (const [index, bar] of (line?.bars ?? []).entries())
      if (place + index < end) bars[place + index] = bar;
  }
  return bars;
}

/** Middle C, nearest to which the 1 of a right hand lies; that of a left hand is an octave below. */
const middle = 60;

/**
 * The key of each note of a line in a musical key: the 1 without a mark is the home note of the (relative) major nearest to middle
 * C for the right hand, an octave below for the left (common practice, no published source).
 * @example linePitches(key('B♭'), 'right')({ degree: { step: 1, alter: 0 }, octave: 0 }) // 58
 */
export function linePitches(
  key: Key,
  hand: 'left' | 'right',
): (note: Pick<LineNote, 'degree' | 'octave'>) => MidiNumber {
  const above = fold(pitchClass(relativeMajor(key).tonic), 12);
  const home = middle + (above > 6 ? above - 12 : above) - (hand === 'left' ? 12 : 0);
  return ({ degree, octave }) => home + degreeHeight(degree) + 12 * octave;
}

/** Something with lines of hands under it, with others in their place; where none says anything there are none. */
export function withPlayed<Line extends { readonly played?: readonly HandLine[] }>(
  of: Line,
  lines: readonly HandLine[],
): Line {
  const { played: _before, ...rest } = of;
  const kept = withoutEmptyLines(lines);
  return (kept.length > 0 ? { ...rest, played: kept } : rest) as Line;
}

/** One bar of a line that a hand plays. */
export interface LineOfBar extends Omit<HandLine, 'cells'> {
  readonly voices: LineBar;
}

/** What hands play in each of so many bars. */
export function linesOfBars(
  lines: readonly HandLine[],
  count: number,
  named: readonly NamedLine[],
): (readonly LineOfBar[])[] {
  const rows = lines.map(({ cells, ...head }) => ({
    head,
    bars: barsOfCells(cells, count, named),
  }));
  return Array.from({ length: count }, (_, place) =>
    rows.flatMap(({ head, bars }) => (bars[place] ? [{ ...head, voices: bars[place] }] : [])),
  );
}

/** The other way about: the lines under some bars, each in one row. */
export function linesFromBars(bars: readonly (readonly LineOfBar[])[]): HandLine[] {
  const heads = new Map<string, Omit<HandLine, 'cells'>>();
  for (const { voices: _, ...head } of bars.flat()) heads.set(printPlayHead(head), head);
  return [...heads].map(([name, head]) => ({
    ...head,
    cells: bars.map((bar): LineCell => {
      const here = bar.find((line) => printPlayHead(line) === name);
      return here ? { kind: 'bar', voices: here.voices } : { kind: 'nothing' };
    }),
  }));
}
