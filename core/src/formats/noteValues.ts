import { element, type Element } from './xml.ts';

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

/** Grids on which plain notes and triplets lie. */
const plainGrid = 30;
const beat = 480;

/**
 * The notes that a length is written with, tied, longest first; within a beat in triplets where plain notes do not meet
 * its ends. What is shorter than a 64th at its end is left out.
 * @param at where it begins in its bar, in ticks
 */
export function noteValues(ticks: number, at = 0): NoteValue[] {
  const meets = (value: number) => value % plainGrid === 0;
  if (meets(at) && meets(ticks)) return filled(ticks, plainValues);
  const found: NoteValue[] = [];
  const end = at + ticks;
  for (let from = at; from < end;) {
    const wholeBeats = from % beat === 0 ? Math.floor((end - from) / beat) * beat : 0;
    const to = wholeBeats > 0 ? from + wholeBeats : Math.min(end, beatAfter(from));
    const plain = meets(from) && meets(to);
    found.push(...filled(to - from, plain ? plainValues : tripletValues));
    from = to;
  }
  return found;
}

function beatAfter(tick: number): number {
  return (Math.floor(tick / beat) + 1) * beat;
}

function filled(ticks: number, values: readonly NoteValue[]): NoteValue[] {
  const found: NoteValue[] = [];
  let left = ticks;
  while (left >= values.at(-1)!.ticks) {
    const value = values.find((one) => one.ticks <= left)!;
    found.push(value);
    left -= value.ticks;
  }
  return found;
}

/** What a note of MusicXML says of its value, in the order it says it. */
export function valueElements({ type, dots, triplet }: NoteValue): Element[] {
  return [
    element('type', {}, type),
    ...(dots === 1 ? [element('dot')] : []),
    ...(triplet
      ? [
          element(
            'time-modification',
            {},
            element('actual-notes', {}, 3),
            element('normal-notes', {}, 2),
          ),
        ]
      : []),
  ];
}
