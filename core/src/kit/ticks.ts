/** Time inside a song: 480 to the quarter note. A name for people; any number can stand where ticks are asked for. */
export type Ticks = number & { readonly unit?: 'ticks' };

/** A key of the piano by its number (Standard MIDI: 60 is middle C). */
export type MidiNumber = number & { readonly unit?: 'MIDI number' };

/** The grid on which all time in a song is exact. */
export const ticksPerQuarter = 480;
export const ticksPerWhole = 4 * ticksPerQuarter;
export const eighth = ticksPerQuarter / 2;
export const sixteenth = ticksPerQuarter / 4;

/** How long things last together. */
export function ticksOf(lengths: readonly { readonly ticks: number }[]): number {
  let sum = 0;
  for (const { ticks } of lengths) sum += ticks;
  return sum;
}
