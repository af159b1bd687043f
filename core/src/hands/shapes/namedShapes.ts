import { alterOfFigure, rootOf, type Chord, type FigureNumber } from '../../chord/chord.ts';
import { degreeSemitones, type Degree } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { fold, majorScale } from '../../pitch/note.ts';
import {
  fromDegrees,
  heldDegreeAt,
  semitonesOfHeld,
  type HandDegrees,
  type PaletteShape,
} from './pins.ts';
import type { Instrument } from './player.ts';

/**
 * A named shape on a chord: one of the key stands where it is whatever the chord; one of the root goes with the root, and its
 * third, fifth and seventh become those of the chord (of the key, where the chord has no seventh). Common practice, no
 * published source.
 */
export function shapeOn(shape: PaletteShape, chord: Chord): HandDegrees {
  const { over, left, right } = shape;
  if (!over) return shape;
  const from = fold(degreeSemitones(over), 12);
  const root = rootOf(chord);
  const up = fold(degreeSemitones(root) - from, 12);
  const by = up > 6 ? up - 12 : up;
  const held = [...(left ?? []), ...(right ?? [])].map(semitonesOfHeld);
  const hasFifth = held.some((note) => fold(note - from, 12) === 7);
  const moved = (degrees: HandDegrees['left']) =>
    degrees?.map((degree) => {
      const note = semitonesOfHeld(degree);
      const above = fold(note - from, 12);
      return heldDegreeAt(note - above + by + toneOf(above, chord, hasFifth));
    }) ?? null;
  return { register: shape.register, left: moved(left), right: moved(right) };
}

/** Right hands are played between these. */
const rightRange = { lowest: 50, highest: 88 };

/** The right hand of a named shape on a chord of a key, at every height; none where it has no right hand. */
export function rightsOfShape(
  shape: PaletteShape,
  chord: Chord,
  key: Key,
  instrument: Instrument,
): number[][] {
  const right = fromDegrees({ ...shapeOn(shape, chord), left: null }, key, instrument)?.right;
  if (!right || right.length === 0) return [];
  return [-36, -24, -12, 0, 12, 24, 36]
    .map((by) => right.map((note) => note + by))
    .filter(
      (notes) =>
        notes[0]! >= Math.max(rightRange.lowest, instrument.lowest) &&
        notes.at(-1)! <= Math.min(rightRange.highest, instrument.highest),
    );
}

/** What a note so many semitones above the root becomes on another chord. */
function toneOf(above: number, chord: Chord, hasFifth: boolean): number {
  if (chord.kind !== 'named') return above;
  const tone = (figure: FigureNumber) => {
    const alter = alterOfFigure(chord.figures, figure);
    return alter === null ? null : majorScale[(figure - 1) % 7]! + alter;
  };
  if (above === 3 || above === 4) return tone(3) ?? tone(4) ?? tone(2) ?? above;
  if (above === 7 || (!hasFifth && (above === 6 || above === 8))) return tone(5) ?? 7;
  if (above === 10 || above === 11) return tone(7) ?? seventhOfKey(chord.root);
  return above;
}

function seventhOfKey(root: Degree): number {
  const seventh = { step: (((root.step + 5) % 7) + 1) as Degree['step'], alter: 0 };
  return fold(degreeSemitones(seventh) - degreeSemitones(root), 12);
}
