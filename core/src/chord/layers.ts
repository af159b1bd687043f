import { fold } from '../pitch/note.ts';

/** A shape in the right hand over a shell in the left, as players count it from the chord's root. */
export interface Layers {
  /** The chord's root, in semitones above the tonic. */
  readonly root: number;
  /** `minor seventh a whole step up, on the 2 of the chord’s root, over root and b7` */
  readonly words: string;
}

/** What a left hand holds of a dominant, as a mask above the root (from memory: upper-structure tables of jazz harmony handbooks). */
const shells: ReadonlyMap<number, string> = new Map([
  [maskOf([0, 10]), 'root and b7'],
  [maskOf([4, 10]), '3 and b7'],
  [maskOf([0, 4, 10]), 'root, 3 and b7'],
  [maskOf([0, 7, 10]), 'root, 5 and b7'],
]);

const places = [
  'on the root',
  'on the b2',
  'a whole step up, on the 2',
  'on the b3',
  'on the 3',
  'on the 4',
  'on the #4',
  'on the 5',
  'on the b6',
  'on the 6',
  'on the b7',
  'on the 7',
] as const;

const shapes = [
  ['major triad', [0, 4, 7]],
  ['minor triad', [0, 3, 7]],
  ['minor seventh', [0, 3, 7, 10]],
  ['major seventh', [0, 4, 7, 11]],
] as const;

/** Every shape on every place but the root itself, by its mask above the chord's root. */
const upperShapes: ReadonlyMap<number, string> = new Map(
  shapes.flatMap(([name, tones]) =>
    places.slice(1).map((place, index): [number, string] => {
      const on = index + 1;
      return [maskOf(tones.map((tone) => fold(tone + on, 12))), `${name} ${place}`];
    }),
  ),
);

function maskOf(semitones: readonly number[]): number {
  return semitones.reduce((mask, semitone) => mask | (1 << semitone), 0);
}

/** The mask as seen from a root: bit 0 is the root. */
export function rotate(mask: number, root: number): number {
  return ((mask >> root) | (mask << (12 - root))) & 0xfff;
}

/** The semitones above the tonic, folded into an octave, as a mask. */
export function maskAbove(notes: readonly number[], tonic: number): number {
  let mask = 0;
  for (const note of notes) mask |= 1 << ((note + 144 - tonic) % 12);
  return mask;
}

/** Roots in the order in which they are thought of: those of the key first. A shell of 3 and b7 has two, a tritone apart. */
const rootsByKey = [0, 2, 4, 5, 7, 9, 11, 1, 3, 6, 8, 10] as const;

/** Finds a shape over a shell in two hands; null where there is none. */
export function layersIn(left: number, right: number): Layers | null {
  for (const root of rootsByKey) {
    const shell = shells.get(rotate(left, root));
    if (!shell) continue;
    // What the right hand doubles of the shell is none of the shape.
    const alone = right & ~left;
    const shape = upperShapes.get(rotate(right, root)) ?? upperShapes.get(rotate(alone, root));
    if (shape) return { root, words: `${shape} of the chord’s root, over ${shell}` };
  }
  return null;
}
