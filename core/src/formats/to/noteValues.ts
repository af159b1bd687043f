import { eighth, sixteenth, ticksPerQuarter } from '../../kit/ticks.ts';

/** A length that one note can be written with. */
export interface NoteValue {
  readonly ticks: number;
  readonly type: 'whole' | 'half' | 'quarter' | 'eighth' | '16th' | '32nd' | '64th';
  readonly dots: 0 | 1;
  /** Three in the time of two. */
  readonly triplet: boolean;
}

const plainValues = (
  [
    [2880, 'whole', 1],
    [1920, 'whole', 0],
    [1440, 'half', 1],
    [960, 'half', 0],
    [720, 'quarter', 1],
    [480, 'quarter', 0],
    [360, 'eighth', 1],
    [240, 'eighth', 0],
    [180, '16th', 1],
    [120, '16th', 0],
    [60, '32nd', 0],
    [30, '64th', 0],
  ] as const
).map(([ticks, type, dots]): NoteValue => ({ ticks, type, dots, triplet: false }));

const tripletValues = (
  [
    [320, 'quarter'],
    [160, 'eighth'],
    [80, '16th'],
    [40, '32nd'],
  ] as const
).map(([ticks, type]): NoteValue => ({ ticks, type, dots: 0, triplet: true }));

/** The grid on which plain notes begin and end, and the places at which a length is parted where triplets meet them. */
const plainGrid = 30;
const beat = ticksPerQuarter;
const borders = [beat, eighth, sixteenth, sixteenth / 2] as const;

/**
 * The notes that a length is written with, tied, longest first; within a beat in triplets where plain notes do not meet
 * its ends. Together they are always as long as the length: what no note is long enough for is in the last one's ticks.
 * @param at where it begins in its bar, in ticks
 */
export function noteValues(ticks: number, at = 0): NoteValue[] {
  return written(at, at + ticks, 0);
}

function written(from: number, to: number, depth: number): NoteValue[] {
  const ticks = to - from;
  const border = borders[depth];
  if (border === undefined || (from % plainGrid === 0 && to % plainGrid === 0))
    return filled(ticks, plainValues);
  const whole = depth === 0 && from % beat === 0 ? Math.floor(ticks / beat) * beat : 0;
  const cut = from + (whole || border - (from % border));
  if (cut < to) return [...written(from, cut, depth), ...written(cut, to, depth)];
  if (ticks % tripletValues.at(-1)!.ticks === 0) return filled(ticks, tripletValues);
  return written(from, to, depth + 1);
}

function filled(ticks: number, values: readonly NoteValue[]): NoteValue[] {
  const shortest = values.at(-1)!;
  const found: NoteValue[] = [];
  let left = ticks;
  while (left >= shortest.ticks) {
    const value = values.find((one) => one.ticks <= left)!;
    found.push(value);
    left -= value.ticks;
  }
  const last = found.pop() ?? { ...shortest, ticks: 0 };
  return [...found, { ...last, ticks: last.ticks + left }];
}
