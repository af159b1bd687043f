import { chartRegister, type HandDegrees, type PaletteShape } from '../../chart/namedShapes.ts';
import type { Song } from '../../chart/song.ts';
import { alterOfFigure, rootOf, type Chord, type FigureNumber } from '../../chord/chord.ts';
import { degreeSemitones, type Degree } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { fold, majorScale } from '../../pitch/note.ts';
import { fromDegrees, heldDegreeAt, semitonesOfHeld } from './pins.ts';
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

/** A shape as a chart has it, whose octaves are counted from the 1 nearest to middle C. */
export function atChartRegister(shape: PaletteShape): PaletteShape {
  const by = Math.round((shape.register - chartRegister) / 12);
  const moved = (hand: PaletteShape['left']) =>
    hand?.map((degree) => ({ ...degree, octave: degree.octave + by })) ?? null;
  return { ...shape, register: chartRegister, left: moved(shape.left), right: moved(shape.right) };
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

/** The named shapes of a song for a player: the own ones, and those of the chart that have another name. */
export function shapesFor(
  { shapes }: Pick<Song, 'shapes'>,
  own: readonly PaletteShape[],
): readonly PaletteShape[] {
  const others = shapes.filter(({ name }) => !own.some((shape) => shape.name === name));
  return others.length === 0 ? own : [...own, ...others];
}
