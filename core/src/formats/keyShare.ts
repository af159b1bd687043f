import type { Chord } from '../chord/chord.ts';
import { pitchClassesOf } from '../chord/tones.ts';
import { relativeMajor, scale, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';

/** In C chords are counted until their key is known. */
const readIn: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

/**
 * When chords are taken to be in another key than the one that is known (common practice, no published source): there are enough
 * of them to tell, most are not of the key so far, and nearly all are of one that they make likely.
 */
export const needs = { chords: 4, strange: 0.5, own: 0.9, likelihood: 0.5 } as const;

/** Of how many chords all tones are of a key, from 0 to 1; the chords are counted in C. */
export function shareIn(chords: readonly Chord[], key: Key): number {
  const inKey = new Set(scale(relativeMajor(key)).map(pitchClass));
  const own = chords.filter((chord) =>
    [...pitchClassesOf(chord, readIn)].every((tone) => inKey.has(tone)),
  );
  return own.length / chords.length;
}
