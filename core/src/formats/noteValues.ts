/** A length that one note can be written with. */
export interface NoteValue {
  readonly ticks: number;
  readonly type: 'whole' | 'half' | 'quarter' | 'eighth' | '16th' | '32nd';
  readonly dots: 0 | 1;
}

const values: readonly NoteValue[] = [
  { ticks: 2880, type: 'whole', dots: 1 },
  { ticks: 1920, type: 'whole', dots: 0 },
  { ticks: 1440, type: 'half', dots: 1 },
  { ticks: 960, type: 'half', dots: 0 },
  { ticks: 720, type: 'quarter', dots: 1 },
  { ticks: 480, type: 'quarter', dots: 0 },
  { ticks: 360, type: 'eighth', dots: 1 },
  { ticks: 240, type: 'eighth', dots: 0 },
  { ticks: 180, type: '16th', dots: 1 },
  { ticks: 120, type: '16th', dots: 0 },
  { ticks: 60, type: '32nd', dots: 0 },
];

/** The notes that a length is written with, tied, longest first. What is shorter than a 32nd at its end is left out. */
export function noteValues(ticks: number): NoteValue[] {
  const found: NoteValue[] = [];
  let left = ticks;
  while (left >= 60) {
    const value = values.find((one) => one.ticks <= left)!;
    found.push(value);
    left -= value.ticks;
  }
  return found;
}
