import {
  movedTo,
  placeInLine,
  quoted,
  success,
  type Problem,
  type Result,
} from '../../kit/result.ts';
import { isLike } from '../../kit/words.ts';
import type { MinorSchool } from '../../pitch/degree.ts';
import type { Meter } from '../meter.ts';
import {
  isLineName,
  longestLineName,
  mostGraceNotes,
  mostGripNotes,
  mostLineBars,
  mostVoices,
  type LineBar,
  type LineCell,
  type LineEvent,
  type LineFinger,
  type LineNote,
  type LineStrike,
  type NamedLine,
} from '../played.ts';
import type { TunePlace } from '../tune.ts';
import { problem, readRhythm } from './readRhythm.ts';
import { readMarkedDegree } from './readTune.ts';

/**
 * Reads one bar of a line that a hand plays, in the rhythm that `readRhythm` reads: degrees with octaves as in a tune, `5'+3`
 * struck together, `{b3}3` with short notes before, `b3^3` a finger that slides, `3@2` a finger, `>` an accent, and `&` between
 * two voices of the hand, the upper first.
 */
export function readLineBar(text: string, { meter, minor }: TunePlace): Result<LineBar> {
  const voices: LineEvent[][] = [];
  const cells = text.split('&');
  if (cells.length > mostVoices)
    return problem(`A hand has up to ${mostVoices} voices.`, 0, text.length, []);
  let start = 0;
  for (const cell of cells) {
    const read = readRhythm(cell, meter, (word, at) => readStrike(word, at, minor), 'line');
    if (!read.ok) return within(read.problems, start);
    if (read.value.length === 0 && cells.length > 1)
      return problem('Beside & stand the notes of a second voice.', start, cell.length, []);
    voices.push(
      read.value.map((event) =>
        event.kind === 'note' ? { ...event.note, ticks: event.ticks } : event,
      ),
    );
    start += cell.length + 1;
  }
  return success(voices);
}

const inLine = (one: Problem, start: number) => movedTo(one, 1, start);
/** What is wrong in a part of a line, where that part begins. */
const within = (problems: readonly Problem[], start: number) => ({
  ok: false as const,
  problems: problems.map((one) => inLine(one, start)),
});

const noNote =
  "A note is a degree, 1 to 7, with ' an octave up or , an octave down; 5+3 are struck together, {b3}3 has a short one before it, b3^3 slides, 3@2 is a finger.";

/** Reads what a hand strikes at once: `{b3}3+5@4`, `b3^3`. */
export function readStrike(word: string, start: number, minor: MinorSchool): Result<LineStrike> {
  const wrong = (message: string) => problem(message, start, word.length, ['_']);
  const [, braced, slid, grip = '', accent] =
    /^(?:\{([^{}]*)\})?(?:([^{}^+>]+)\^)?([^{}^>]*)(>)?$/.exec(word) ?? [];
  const grace = (braced?.trim() ?? '').split(/\s+/).filter(Boolean);
  if (braced !== undefined && grace.length === 0)
    return wrong('Between braces stand the short notes before a note: {b3}3.');
  if (grace.length > mostGraceNotes)
    return wrong(`Before a note there are up to ${mostGraceNotes} short ones.`);
  const typed = grip.split('+');
  if (typed.length > mostGripNotes) return wrong(`A hand strikes up to ${mostGripNotes} keys.`);
  const read = {
    grace: grace.map((one) => readNote(one, minor)),
    slide: slid === undefined ? null : readNote(slid, minor),
    notes: typed.map((one) => readNote(one, minor)),
  };
  const all = [...read.grace, ...read.notes, ...(slid === undefined ? [] : [read.slide])];
  if (all.includes(null)) return wrong(`${quoted(word)} is no note of a line. ${noNote}`);
  if (all.includes('far')) return wrong('That is farther than a hand goes in a line.');
  const kept = (notes: readonly (LineNote | 'far' | null)[]) =>
    notes.filter((note): note is LineNote => note !== null && note !== 'far');
  return success({
    kind: 'notes',
    notes: kept(read.notes),
    grace: kept(read.grace),
    slide: kept([read.slide])[0] ?? null,
    accent: accent !== undefined,
  });
}

function readNote(text: string, minor: MinorSchool): LineNote | 'far' | null {
  const read = readMarkedDegree(text, minor);
  const finger = read && /^(?:@([1-5]))?$/.exec(read.rest);
  if (!read || !finger) return null;
  if (read.isFar) return 'far';
  return {
    ...read.note,
    finger: finger[1] === undefined ? null : (Number(finger[1]) as LineFinger),
  };
}

/** Reads what a line says of the bars above it; a bar that cannot be read says nothing, and why is told where it stands. */
export function readPlayLine(
  text: string,
  meters: readonly Meter[],
  minor: MinorSchool,
  named: readonly NamedLine[],
): { readonly cells: LineCell[]; readonly problems: readonly Problem[] } {
  const typed = barsOf(text);
  const cells: LineCell[] = [];
  const problems: Problem[] = [];
  let start = 0;
  for (const [index, cell] of typed.entries()) {
    const meter = meters[index];
    if (!meter) {
      const message = `There is a line for ${typed.length} bars, and the line of chords has ${meters.length}.`;
      const place = placeInLine(start, Math.max(cell.length, 1));
      problems.push({ severity: 'problem', message, place, repairs: [] });
      break;
    }
    const read = readCell(cell, { meter, minor }, named);
    cells.push(read.ok ? read.value : { kind: 'nothing' });
    if (!read.ok) problems.push(...read.problems.map((one) => inLine(one, start)));
    start += cell.length + 1;
  }
  return { cells, problems };
}

/** The bars of a line of text; a bar line at its end parts nothing. */
function barsOf(text: string): string[] {
  const bars = text.split('|');
  if (bars.length > 1 && bars.at(-1)!.trim() === '') bars.pop();
  return bars;
}

function readCell(cell: string, place: TunePlace, named: readonly NamedLine[]): Result<LineCell> {
  const typed = cell.trim();
  if (typed === '') return success({ kind: 'nothing' });
  if (isLineName(typed)) {
    const line = named.find(({ name }) => name.toLowerCase() === typed.toLowerCase());
    if (line) return success({ kind: 'named', name: line.name });
    const near = named.filter(({ name }) => isLike(name.toLowerCase(), typed.toLowerCase()));
    return problem(
      `No line of this song is called ${quoted(typed)}. What it is stands above the first section: line ${typed}: 5 6 5 3`,
      cell.length - cell.trimStart().length,
      typed.length,
      [...near.map(({ name }) => name), ''],
    );
  }
  const read = readLineBar(cell, place);
  return read.ok ? success({ kind: 'bar', voices: read.value }) : read;
}

/** Reads what stands after the colon of `line riff: 5 6 5 3 | 1' . . .`: its bars, in the metre of the song. */
export function readNamedLine(name: string, value: string, place: TunePlace): Result<NamedLine> {
  const wrong = (message: string) =>
    problem(message, value.length - value.trimStart().length, value.trim().length, []);
  if (name.length > longestLineName)
    return wrong(`The name of a line holds up to ${longestLineName} characters.`);
  if (!isLineName(name) || /[|&]/.test(name))
    return wrong('The name of a line begins with a letter and has no bar line in it.');
  const typed = barsOf(value);
  if (typed.length > mostLineBars) return wrong(`A named line has up to ${mostLineBars} bars.`);
  const bars: LineBar[] = [];
  let start = 0;
  for (const cell of typed) {
    if (cell.trim() === '')
      return problem('A bar of a line has notes, or _ for silence.', start, cell.length, [' _ ']);
    const read = readLineBar(cell, place);
    if (!read.ok) return within(read.problems, start);
    bars.push(read.value);
    start += cell.length + 1;
  }
  return success({ name, bars });
}
