/**
 * The lowest usable bottom note of each interval in semitones, as MIDI numbers (from memory: low-interval limits of
 * arranging handbooks; the handbooks differ by about a whole step). An octave sounds clear anywhere, and so does what
 * is wider than a tenth.
 */
export const lowIntervalLimits: Readonly<Record<number, number>> = {
  1: 52, // minor second: E3
  2: 51, // major second: Eb3
  3: 48, // minor third: C3
  4: 46, // major third: Bb2
  5: 46, // fourth: Bb2
  6: 47, // tritone: B2
  7: 34, // fifth: Bb1
  8: 41, // minor sixth: F2
  9: 41, // major sixth: F2
  10: 41, // minor seventh: F2
  11: 41, // major seventh: F2
  13: 40, // minor ninth: E2
  14: 39, // major ninth: Eb2
  15: 36, // minor tenth: C2
  16: 34, // major tenth: Bb1
};

/** Semitones below its limit that an interval still passes. */
export const mudTolerance = 2;

/** True if the interval over this bottom note is too low to be heard clearly. */
export function isMud(bottom: number, top: number): boolean {
  const limit = lowIntervalLimits[top - bottom];
  return limit !== undefined && bottom < limit - mudTolerance;
}

/**
 * True if notes (from the lowest up) turn to mud: measured from the bass to each, and between neighbours.
 * A note that doubles the bass at the octave is exempt: over C2 and G2, C3 is a stock shape.
 */
export function isMuddy(notes: readonly number[]): boolean {
  const bass = notes[0]!;
  for (let index = 1; index < notes.length; index += 1) {
    const note = notes[index]!;
    if ((note - bass) % 12 === 0) continue;
    if (isMud(bass, note) || isMud(notes[index - 1]!, note)) return true;
  }
  return false;
}
