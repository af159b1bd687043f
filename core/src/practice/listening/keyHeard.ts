import { pitchClass } from '../../pitch/note.ts';
import { transposeKey, type Key } from '../../pitch/key.ts';
import { heardNotes, type NotesHeard } from './notesHeard.ts';

/**
 * How well each note of twelve fits a key: C. Krumhansl, E. Kessler 1982, “Tracing the dynamic changes in perceived tonal
 * organization in a spatial representation of musical keys” (from memory).
 */
const profiles = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
} as const;

/**
 * The key that a recording is likeliest in, of those that a chart can be moved to: of the mode of the key it is written in.
 * @returns null where nothing sounds
 */
export function keyHeard(heard: NotesHeard, written: Key): Key | null {
  const classes = Array.from({ length: 12 }, () => 0);
  for (const [at, loud] of heard.entries()) classes[(heardNotes.low + at) % 12]! += loud;
  if (classes.every((one) => one === 0)) return null;
  const profile = profiles[written.mode];
  const fits = classes.map((_, tonic) =>
    correlation(
      profile,
      profile.map((_, step) => classes[(tonic + step) % 12]!),
    ),
  );
  const tonic = fits.indexOf(Math.max(...fits));
  return transposeKey(written, tonic - pitchClass(written.tonic));
}

/** Pearson's. */
function correlation(one: readonly number[], other: readonly number[]): number {
  const [a, b] = [one, other].map((values) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return values.map((value) => value - mean);
  }) as [number[], number[]];
  const together = a.reduce((sum, value, at) => sum + value * b[at]!, 0);
  return together / (Math.hypot(...a) * Math.hypot(...b) || 1);
}
