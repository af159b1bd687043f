import type { Reach } from '../hands/shapes/player.ts';
import type { MidiNumber } from '../kit/ticks.ts';
import {
  degreeHeight,
  degreeOfSemitones,
  degreeSemitones,
  formatDegree,
  readDegree,
  type Degree,
} from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';

/** A note of a shape, as if the chord under it were home; its octave is counted from the hand's own place. */
export interface ShapeNote {
  readonly degree: Degree;
  readonly octave: number;
}

/** What two hands hold at once over a chord, wherever that stands: the left from its root nearest to C3, the right an octave above. */
export interface MoveShape {
  readonly left: readonly ShapeNote[];
  readonly right: readonly ShapeNote[];
}

/** The same as MIDI numbers, lowest first. */
export interface HeldShape {
  readonly left: readonly MidiNumber[];
  readonly right: readonly MidiNumber[];
}

const c3 = 48;
const mostShapes = 16;
const mostNotes = 5;

/**
 * Shapes as they are written: left, a slash, right; one after the other with `;` between: `3 / 2 5 7 ; 1, 5, / 3, 5, 2`. A comma
 * is an octave down, an apostrophe one up; a hand that has nothing to hold is left empty.
 * @returns null where a note cannot be read, or a hand has more than five
 */
export function readShapes(text: string): readonly MoveShape[] | null {
  const parts = text.split(';');
  if (parts.length > mostShapes) return null;
  const shapes: MoveShape[] = [];
  for (const part of parts) {
    const [left, right, more] = part.split('/').map(readHand);
    if (!left || !right || more !== undefined || left.length + right.length === 0) return null;
    shapes.push({ left, right });
  }
  return shapes;
}

export function printShapes(shapes: readonly MoveShape[]): string {
  const hand = (notes: readonly ShapeNote[]) =>
    notes
      .map(({ degree, octave }) => {
        const marks = (octave < 0 ? ',' : "'").repeat(Math.abs(octave));
        return formatDegree(degree) + marks;
      })
      .join(' ');
  return shapes.map(({ left, right }) => `${hand(left)} / ${hand(right)}`.trim()).join(' ; ');
}

/** What hands hold over the chord of a root in a key, as a shape that goes wherever that chord does. */
export function shapeOf(held: HeldShape, root: Degree, key: Key): MoveShape {
  const home = placeOf(root, key);
  const counted = (from: number) => (note: MidiNumber) => {
    const above = note - from;
    const octave = Math.floor(above / 12);
    return { degree: degreeOfSemitones(above - 12 * octave), octave };
  };
  return {
    left: held.left.map(counted(home)),
    right: held.right.map(counted(home + 12)),
  };
}

/** Lower than C2 close notes are mud (common practice, no published source). */
const lowest = 36;

/**
 * Shapes as two hands hold them over the chord of a root in a key: all of them an octave higher where one would go below C2.
 */
export function holdShapes(
  shapes: readonly MoveShape[],
  root: Degree,
  key: Key,
): readonly HeldShape[] {
  const home = placeOf(root, key);
  const midi = (from: number) => (note: ShapeNote) =>
    from + degreeHeight(note.degree) + 12 * note.octave;
  const held = shapes.map(({ left, right }) => ({
    left: left.map(midi(home)),
    right: right.map(midi(home + 12)),
  }));
  const bottom = Math.min(...held.flatMap(({ left, right }) => [...left, ...right]));
  const raise = bottom < lowest ? 12 * Math.ceil((lowest - bottom) / 12) : 0;
  const placed = (notes: readonly number[]) =>
    notes.map((note) => note + raise).sort((one, other) => one - other);
  return held.map(({ left, right }) => ({ left: placed(left), right: placed(right) }));
}

/** Where a root lies for the left hand: nearest to C3. */
function placeOf(root: Degree, key: Key): MidiNumber {
  const above = fold(pitchClass(relativeMajor(key).tonic) + degreeSemitones(root), 12);
  return c3 + (above > 6 ? above - 12 : above);
}

/** Whether a player's hands can hold all of some shapes at once, each key of them struck together. */
export function areWithin(shapes: readonly HeldShape[], reach: Reach): boolean {
  const isWithin = (notes: readonly MidiNumber[], held: number) =>
    notes.length < 2 || Math.max(...notes) - Math.min(...notes) <= held;
  return shapes.every(
    ({ left, right }) => isWithin(left, reach.left.held) && isWithin(right, reach.right.held),
  );
}

function readHand(text: string): readonly ShapeNote[] | null {
  const words = text.trim().split(/\s+/).filter(Boolean);
  if (words.length > mostNotes) return null;
  const notes: ShapeNote[] = [];
  for (const word of words) {
    const read = readDegree(word);
    const marks = read && /^(?:'{0,3}|,{0,3})$/.exec(read.rest)?.[0];
    if (!read || marks === null || marks === undefined) return null;
    const octave = marks.startsWith(',') ? -marks.length : marks.length;
    notes.push({ degree: read.degree, octave });
  }
  return notes;
}
