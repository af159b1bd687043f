import { ticksPerWhole } from '../../kit/ticks.ts';
import { feltBeats, type Meter } from '../meter.ts';

/** What is said at each part of a beat, by how many parts it has (common practice, no published source). */
const syllables: Readonly<Record<number, readonly string[]>> = {
  1: [''],
  2: ['', '&'],
  3: ['', '&', 'a'],
  4: ['', 'e', '&', 'a'],
  6: ['', '', '&', '', 'a', ''],
};

/**
 * How a tick of a bar is counted aloud: `1`, `&` for its offbeat, `1 e & a` in sixteenths, `1 & a` where a beat has
 * three; in metres of groups every written unit has its number.
 * @param step the length that is counted in, in ticks
 */
export function countAt(meter: Meter, tick: number, step: number): string {
  const beats = meter.groups
    ? Array.from({ length: meter.beats }, () => ticksPerWhole / meter.unit)
    : feltBeats(meter);
  let start = 0;
  for (const [index, length] of beats.entries()) {
    if (tick < start + length) {
      const inBeat = tick - start;
      if (inBeat === 0) return String(index + 1);
      const parts = Math.round(length / step);
      return syllables[parts]?.[Math.round(inBeat / step)] ?? '';
    }
    start += length;
  }
  return '';
}
