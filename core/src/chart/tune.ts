import {
  failure,
  movedTo,
  placeInLine,
  quoted,
  replaceWith,
  success,
  type Problem,
  type Result,
} from '../result.ts';
import {
  degreeOfSemitones,
  degreeSemitones,
  formatDegree,
  readDegree,
  toOwnTonic,
  toRelative,
  type Degree,
  type MinorSchool,
} from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { feltBeats, barTicks, divisions, formatMeter, type Meter } from './meter.ts';

/** What the tune does for a stretch of a bar, in ticks. */
export type TuneEvent = { readonly ticks: number } & (
  | TuneNote
  | { readonly kind: 'rest' }
  /** The note of the bar before sounds on. */
  | { readonly kind: 'held' }
);

export interface TuneNote {
  readonly kind: 'note';
  /** Of the relative major, as chords are. */
  readonly degree: Degree;
  /** Octaves above (or, negative, below) that of the home note; see `tunePitch`. */
  readonly octave: number;
  readonly accent: boolean;
}

/** The tune of one bar, as long as the bar; nothing at all where no tune is written. */
export type TuneBar = readonly TuneEvent[];

/** Farthest a note of a tune is marked from home, in octaves, and the most parts of a bar or of a group. */
const farthestOctave = 3;
const mostParts = 48;

/**
 * The pitch of a note of a tune, as a MIDI number. The 1 without a mark is the first home note of the (relative) major
 * key from A3 up, where most people sing (common practice, no published source).
 * @example tunePitch({ degree: { step: 5, alter: 0 }, octave: -1 }, key('C')) // 55
 */
export function tunePitch(
  { degree, octave }: Pick<TuneNote, 'degree' | 'octave'>,
  key: Key,
): number {
  const above = degreeSemitones({ ...degree, alter: 0 }) + degree.alter;
  return homeOf(key) + above + 12 * octave;
}

/** The octave that a pitch has when it is written as this degree: the other way about. */
export function tuneOctave(pitch: number, degree: Degree, key: Key): number {
  return Math.round((pitch - tunePitch({ degree, octave: 0 }, key)) / 12);
}

/** A pitch (a MIDI number) as a note of a tune: by its usual degree of the key. */
export function tuneNoteOf(pitch: number, key: Key): Pick<TuneNote, 'degree' | 'octave'> {
  const degree = degreeOfSemitones(pitch - homeOf(key));
  return { degree, octave: tuneOctave(pitch, degree, key) };
}

const lowestHome = 57;
function homeOf(key: Key): number {
  return lowestHome + fold(pitchClass(relativeMajor(key).tonic) - lowestHome, 12);
}

/** Where one reads a bar of the tune: in which metre, and how the numbers of a minor key are counted. */
export interface TunePlace {
  readonly meter: Meter;
  readonly minor: MinorSchool;
}

/**
 * Reads the tune of one bar: degrees with `'` an octave up and `,` an octave down, `.` to hold, `_` for silence, `>` for
 * an accent. The parts share the bar equally, and what stands in parentheses shares one part: `5 (6 5) 3 .`
 */
export function readTuneBar(text: string, place: TunePlace): Result<TuneBar> {
  const tokens = [...text.matchAll(/[()]|[^\s()]+/g)].map((found) => ({
    text: found[0],
    start: found.index,
  }));
  if (tokens.length === 0) return success([]);
  const parts = readParts(tokens, 0);
  if (!parts.ok) return parts;
  if (parts.value.end < tokens.length) {
    const { start } = tokens[parts.value.end]!;
    return problem('This parenthesis was never opened.', start, 1, ['']);
  }
  const way = waysOf(place.meter).find(({ length }) => length === parts.value.parts.length);
  if (!way) {
    const counts = [...new Set(waysOf(place.meter).map(({ length }) => length))];
    const enough = counts.find((count) => count > parts.value.parts.length);
    const missing = enough ? ' .'.repeat(enough - parts.value.parts.length) : null;
    return problem(
      `A bar of ${formatMeter(place.meter)} has ${counts.join(', ')} parts; this tune has ${parts.value.parts.length}. What is shorter stands in parentheses: (5 6).`,
      tokens[0]!.start,
      text.trimEnd().length - tokens[0]!.start,
      missing === null ? [] : [text.trim() + missing],
    );
  }
  const events: TuneEvent[] = [];
  const put = (part: Part, ticks: number): Result<TuneBar> => {
    if (part.kind === 'group') {
      const each = ticks / part.parts.length;
      if (!Number.isInteger(each) || each < finest)
        return problem(
          `${part.parts.length} parts are too many to share this stretch of the bar.`,
          part.start,
          part.length,
          [],
        );
      for (const inner of part.parts) {
        const read = put(inner, each);
        if (!read.ok) return read;
      }
      return success([]);
    }
    const last = events.at(-1);
    if (part.kind === 'hold' && last) events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'hold') events.push({ kind: 'held', ticks });
    else if (part.kind === 'rest' && last?.kind === 'rest')
      events[events.length - 1] = longer(last, ticks);
    else if (part.kind === 'rest') events.push({ kind: 'rest', ticks });
    else
      events.push({
        ...part.note,
        degree: place.minor === 'own tonic' ? toRelative(part.note.degree) : part.note.degree,
        octave: part.note.octave + ownOctave(part.note.degree, place.minor),
        ticks,
      });
    return success([]);
  };
  for (const [index, part] of parts.value.parts.entries()) {
    const read = put(part, way[index]!);
    if (!read.ok) return read;
  }
  return success(events);
}

/** The own tonic lies below the 1 of the relative major: its 1, 2 and b3 are 6, 7 and 1 there. */
function ownOctave(own: Degree, minor: MinorSchool): number {
  if (minor === 'relative') return 0;
  const relative = toRelative(own);
  const ownHeight = degreeSemitones({ ...own, alter: 0 }) + own.alter - 3;
  const height = degreeSemitones({ ...relative, alter: 0 }) + relative.alter;
  return Math.round((ownHeight - height) / 12);
}

type Part =
  | { readonly kind: 'hold' }
  | { readonly kind: 'rest' }
  | { readonly kind: 'note'; readonly note: TuneNote }
  | {
      readonly kind: 'group';
      readonly parts: readonly Part[];
      readonly start: number;
      readonly length: number;
    };

interface Token {
  readonly text: string;
  readonly start: number;
}

/** The parts up to the end or to a closing parenthesis, and where that is. */
function readParts(
  tokens: readonly Token[],
  from: number,
): Result<{ readonly parts: readonly Part[]; readonly end: number }> {
  const parts: Part[] = [];
  let at = from;
  while (at < tokens.length && tokens[at]!.text !== ')') {
    const token = tokens[at]!;
    if (token.text === '(') {
      const inner = readParts(tokens, at + 1);
      if (!inner.ok) return inner;
      const close = tokens[inner.value.end];
      if (!close) return problem('This parenthesis is never closed.', token.start, 1, ['']);
      const length = close.start + 1 - token.start;
      if (inner.value.parts.length === 0)
        return problem(
          'Between parentheses stand the notes that share one part.',
          token.start,
          length,
          ['_'],
        );
      parts.push({ kind: 'group', parts: inner.value.parts, start: token.start, length });
      at = inner.value.end + 1;
    } else {
      const read = readWord(token);
      if (!read.ok) return read;
      parts.push(...read.value);
      at += 1;
    }
    if (parts.length > mostParts)
      return problem(`A bar has up to ${mostParts} parts.`, token.start, token.text.length, ['']);
  }
  return success({ parts, end: at });
}

function readWord({ text, start }: Token): Result<readonly Part[]> {
  if (/^\.+$/.test(text)) return success(Array.from(text, () => ({ kind: 'hold' as const })));
  if (text === '_') return success([{ kind: 'rest' }]);
  const degree = readDegree(text);
  const marks = degree && /^(['’,]*)(>?)$/.exec(degree.rest);
  if (!degree || !marks)
    return problem(
      `${quoted(text)} is no note of a tune. A note is a degree, 1 to 7, with ' an octave up or , an octave down; . holds it, _ is silence.`,
      start,
      text.length,
      ['_'],
    );
  const octave = [...marks[1]!].reduce((sum, mark) => sum + (mark === ',' ? -1 : 1), 0);
  if (Math.abs(octave) > farthestOctave)
    return problem('That is farther than anyone sings.', start, text.length, [
      formatDegree(degree.degree),
    ]);
  return success([
    {
      kind: 'note',
      note: { kind: 'note', degree: degree.degree, octave, accent: marks[2] !== '' },
    },
  ]);
}

function problem(message: string, start: number, length: number, instead: readonly string[]) {
  return failure({
    severity: 'problem',
    message,
    place: placeInLine(start, Math.max(length, 1)),
    repairs: instead.map((text) =>
      text === '' ? { label: 'Delete it', text } : replaceWith(text),
    ),
  });
}

function longer(event: TuneEvent, ticks: number): TuneEvent {
  return { ...event, ticks: event.ticks + ticks };
}

/** Reads a line's tune, bar by bar; a bar that cannot be read is empty, and why is told where it stands in the text. */
export function readTuneLine(
  text: string,
  meters: readonly Meter[],
  minor: MinorSchool,
): { readonly tune: TuneBar[]; readonly problems: readonly Problem[] } {
  const cells = text.split('|');
  if (cells.at(-1)!.trim() === '') cells.pop();
  const tune: TuneBar[] = [];
  const problems: Problem[] = [];
  let start = 0;
  for (const [index, cell] of cells.entries()) {
    const meter = meters[index];
    if (!meter) {
      const message = `There is a tune for ${cells.length} bars, and the line above has ${meters.length}.`;
      const place = placeInLine(start, Math.max(cell.length, 1));
      problems.push({ severity: 'problem', message, place, repairs: [] });
      break;
    }
    const read = readTuneBar(cell, { meter, minor });
    tune.push(read.ok ? read.value : []);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, 1, start)));
    start += cell.length + 1;
  }
  return { tune: withoutSilentEnd(tune), problems };
}

/** A line's tune as text. */
export function printTuneLine(
  tune: readonly TuneBar[],
  meters: readonly Meter[],
  minor: MinorSchool,
): string {
  return tune.map((bar, place) => printTuneBar(bar, { meter: meters[place]!, minor })).join(' | ');
}

/** How the parts of a bar of a tune are parted: as chords are, and in sixteenths and what is half as long. */
function waysOf(meter: Meter): readonly (readonly number[])[] {
  const bar = barTicks(meter);
  const equal = (ticks: number) => Array.from({ length: bar / ticks }, () => ticks);
  return [...divisions(meter), equal(120), equal(60)];
}

/** The tune of one bar as text: in equal parts, or in beats with groups in them, whichever is shorter. */
export function printTuneBar(bar: TuneBar, { meter, minor }: TunePlace): string {
  if (bar.length === 0) return '';
  const plain = divisions(meter).find((way) => way.length <= 8 && bordersHold(bar, way));
  const beats = divisions(meter).find((one) => one.length === feltBeats(meter).length)!;
  const inBeats = printParts(bar, beats, minor);
  const inParts = plain ? printParts(bar, plain, minor) : null;
  return inParts !== null && inParts.length <= inBeats.length ? inParts : inBeats;
}

/** Every note of a tune begins on a multiple of this, in ticks: what groups in groups can still be written for. */
export const finest = 10;

/** The numbers of parts that a group is written with, the fewest first. */
const groupCounts = [2, 3, 4, 6, 8, 12, 16, 24] as const;

/** The events of a stretch as parts of these lengths; a part with more than one thing in it is a group. */
function printParts(events: TuneBar, way: readonly number[], minor: MinorSchool): string {
  let start = 0;
  return way
    .map((ticks) => {
      const inside = cut(events, start, start + ticks);
      start += ticks;
      if (inside.length === 1) return printEvent(inside[0]!, minor);
      const parts = groupCounts.find(
        (many) => ticks % many === 0 && bordersHold(inside, equalParts(ticks, many)),
      );
      // Where no one count of parts meets every note, groups stand in groups.
      const count = parts ?? [3, 2].find((many) => (ticks / many) % finest === 0);
      if (!count) throw new RangeError('A note of a tune begins where none can be written.');
      return `(${printParts(inside, equalParts(ticks, count), minor)})`;
    })
    .join(' ');
}

function equalParts(ticks: number, count: number): number[] {
  return Array.from({ length: count }, () => ticks / count);
}

/** True if every event begins and ends at a border of these parts. */
function bordersHold(events: TuneBar, way: readonly number[]): boolean {
  let at = 0;
  const borders = new Set(way.map((ticks) => (at += ticks)));
  let end = 0;
  return events.every(({ ticks }) => borders.has((end += ticks)));
}

/** What lies between two ticks of a bar; what began before them is held. */
export function cut(events: TuneBar, from: number, to: number): TuneBar {
  const found: TuneEvent[] = [];
  let start = 0;
  for (const event of events) {
    const end = start + event.ticks;
    const ticks = Math.min(end, to) - Math.max(start, from);
    if (ticks > 0) found.push(start >= from ? { ...event, ticks } : { kind: 'held', ticks });
    start = end;
  }
  return found;
}

function printEvent(event: TuneEvent, minor: MinorSchool): string {
  if (event.kind === 'held') return '.';
  if (event.kind === 'rest') return '_';
  return printTuneNote(event, minor);
}

/** @example printTuneNote(note, 'relative') // "5," for the fifth degree below the home note */
export function printTuneNote(note: TuneNote, minor: MinorSchool): string {
  const { degree, accent } = note;
  const own = minor === 'own tonic' ? toOwnTonic(degree) : degree;
  const octaves = countedOctave(note, minor);
  const mark = (octaves < 0 ? ',' : "'").repeat(Math.abs(octaves));
  return formatDegree(own) + mark + (accent ? '>' : '');
}

/** The octave of a note as a school counts it: from the home note of the relative major, or from the own tonic below it. */
export function countedOctave(
  { degree, octave }: Pick<TuneNote, 'degree' | 'octave'>,
  minor: MinorSchool,
): number {
  return minor === 'own tonic' ? octave - ownOctave(toOwnTonic(degree), minor) : octave;
}

/** A tune without the bars at its end in which nothing is written. */
export function withoutSilentEnd(bars: readonly TuneBar[]): TuneBar[] {
  return bars.slice(0, bars.findLastIndex((bar) => bar.length > 0) + 1);
}

/** The note that sounds at the end of a bar. */
export function soundingAfter(tune: TuneBar, before: TuneNote | null): TuneNote | null {
  const last = tune.at(-1);
  if (!last || last.kind === 'rest') return null;
  return last.kind === 'note' ? last : before;
}
