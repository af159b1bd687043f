import { fold, pitchClass } from '../pitch/note.ts';
import { keySignature, relativeMajor, transposeKey, type Key } from '../pitch/key.ts';

/**
 * Instruments whose players read other notes than sound, and how many half steps above what sounds they read (memory:
 * orchestration handbooks, tables of transposing instruments).
 */
export const transposingInstruments = {
  trumpet: 2,
  clarinet: 2,
  'tenor sax': 14,
  'alto sax': 9,
  'baritone sax': 21,
  'F horn': 7,
} as const;
export type TransposingInstrument = keyof typeof transposingInstruments;

/** The key that the player of a transposing instrument reads where a key sounds, in its simplest spelling. */
export function writtenKey(instrument: TransposingInstrument, key: Key): Key {
  return transposeKey(key, transposingInstruments[instrument]);
}

/** How many sharps or flats a player reads, whichever they are. */
export function accidentalsIn(key: Key): number {
  return Math.abs(keySignature(key));
}

/** A way to play in a key with open strings: the capo at a fret, and the key whose shapes are then held. */
export interface CapoShape {
  readonly fret: number;
  readonly shape: Key;
}

/** Pitch classes of the major keys whose shapes have open strings: C, D, E, G, A (common practice, no published source). */
const openShapes: ReadonlySet<number> = new Set([0, 2, 4, 7, 9]);

/** The highest fret at which a capo is put: beyond it a guitar sounds thin (common practice, no published source). */
const highestCapo = 7;

/** The ways to play in a key with open shapes, the lowest fret first; a minor key has those of its relative major. */
export function capoShapes(key: Key): CapoShape[] {
  const home = pitchClass(relativeMajor(key).tonic);
  const shapes: CapoShape[] = [];
  for (let fret = 0; fret <= highestCapo; fret += 1)
    if (openShapes.has(fold(home - fret, 12)))
      shapes.push({ fret, shape: fret === 0 ? key : transposeKey(key, -fret) });
  return shapes;
}
