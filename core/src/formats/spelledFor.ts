import { rootOf, type Chord } from '../chord/chord.ts';
import { allKeys, degreeOfNote, noteOfDegree, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';

/** The key in which the chords are given: a chord read from letters counts from C. */
const readIn: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

/**
 * Of the keys that sound alike the one that chords in letters are written in: F# for `F# B C#`, Gb for `Gb Cb Db`. Counted
 * in the other one each would be a degree of two sharps or flats. The key as it is where both are as near.
 * @param chords counted in C
 */
export function spelledFor(chords: readonly Chord[], key: Key): Key {
  const alike = allKeys.filter(
    ({ tonic, mode }) => mode === key.mode && pitchClass(tonic) === pitchClass(key.tonic),
  );
  if (alike.length < 2) return key;
  const roots = chords.map((chord) => noteOfDegree(rootOf(chord), readIn));
  const strange = (one: Key) =>
    roots.reduce((sum, root) => sum + Math.abs(degreeOfNote(root, one).alter), 0);
  return alike.reduce((best, one) => (strange(one) < strange(best) ? one : best), key);
}
