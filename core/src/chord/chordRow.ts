import type { NamedChord } from './chord.ts';
import { parseChord } from './parseChord.ts';

/**
 * Chords in a row, in numbers as written, with spaces between.
 * @returns null where one of them names no chord, or is no chord of one root
 * @example readChordRow('2m7 57')
 */
export function readChordRow(typed: string): readonly NamedChord[] | null {
  const chords: NamedChord[] = [];
  for (const name of typed.trim().split(/\s+/)) {
    const read = parseChord(name);
    if (!read.ok || read.value.kind !== 'named') return null;
    chords.push(read.value);
  }
  return chords;
}
