import { formatDegree, toOwnTonic, type MinorSchool } from '../../pitch/degree.ts';
import { feltBeats, divisions, type Meter } from '../meter.ts';
import {
  countedOctave,
  cut,
  finest,
  type Held,
  type TuneBar,
  type TuneEvent,
  type TuneNote,
  type TunePlace,
} from '../tune.ts';

/** A line's tune as text. */
export function printTuneLine(
  tune: readonly TuneBar[],
  meters: readonly Meter[],
  minor: MinorSchool,
): string {
  return tune.map((bar, place) => printTuneBar(bar, { meter: meters[place]!, minor })).join(' | ');
}

/** The tune of one bar as text. */
export function printTuneBar(bar: TuneBar, { meter, minor }: TunePlace): string {
  if (bar.length === 0) return '';
  return printRhythm<TuneEvent>(bar, meter, (event) => printEvent(event, minor));
}

/** What lasts some ticks. */
interface Lasting {
  readonly ticks: number;
}

/** What is done in a bar as text: in equal parts, or in beats with groups in them, whichever is shorter. */
export function printRhythm<Event extends Lasting>(
  bar: readonly Event[],
  meter: Meter,
  print: (event: Event | Held) => string,
): string {
  const plain = divisions(meter).find((way) => way.length <= 8 && bordersHold(bar, way));
  const beats = divisions(meter).find((one) => one.length === feltBeats(meter).length)!;
  const inBeats = printParts(bar, beats, print);
  const inParts = plain ? printParts(bar, plain, print) : null;
  return inParts !== null && inParts.length <= inBeats.length ? inParts : inBeats;
}

/** The numbers of parts that a group is written with, the fewest first. */
const groupCounts = [2, 3, 4, 6, 8, 12, 16, 24] as const;

/** The events of a stretch as parts of these lengths; a part with more than one thing in it is a group. */
function printParts<Event extends Lasting>(
  events: readonly (Event | Held)[],
  way: readonly number[],
  print: (event: Event | Held) => string,
): string {
  let start = 0;
  return way
    .map((ticks) => {
      const inside: readonly (Event | Held)[] = cut(events, start, start + ticks);
      start += ticks;
      if (inside.length === 1) return print(inside[0]!);
      const parts = groupCounts.find(
        (many) => ticks % many === 0 && bordersHold(inside, equalParts(ticks, many)),
      );
      // Where no one count of parts meets every note, groups stand in groups.
      const count = parts ?? [3, 2].find((many) => (ticks / many) % finest === 0);
      if (!count) throw new RangeError('A note of a tune begins where none can be written.');
      return `(${printParts(inside, equalParts(ticks, count), print)})`;
    })
    .join(' ');
}

function equalParts(ticks: number, count: number): number[] {
  return Array.from({ length: count }, () => ticks / count);
}

/** True if every event begins and ends at a border of these parts. */
function bordersHold(events: readonly Lasting[], way: readonly number[]): boolean {
  let at = 0;
  const borders = new Set(way.map((ticks) => (at += ticks)));
  let end = 0;
  return events.every(({ ticks }) => borders.has((end += ticks)));
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
