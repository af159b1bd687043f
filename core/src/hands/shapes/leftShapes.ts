import type { LeftShape, LeftWish } from '../../chart/saidHands.ts';
import type { Chord } from '../../chord/chord.ts';
import { rootOf } from '../../chord/chord.ts';
import { noteOfDegree, scale, type Key } from '../../pitch/key.ts';
import { fold, pitchClass, raise } from '../../pitch/note.ts';
import { maskOf, type Material } from './material.ts';
import { isMuddy } from './mud.ts';
import type { Instrument, Span } from './player.ts';
import type { LeftFamily } from './schools.ts';
import type { HandShape } from './shapes.ts';

const families: Readonly<Record<LeftShape, LeftFamily>> = {
  '1': 'root',
  '1-5': 'fifth',
  '1-8': 'octave',
  '1-5-8': 'fifth and octave',
  '1-7': 'seventh',
  '1-5-7': 'fifth and seventh',
  '1-10': 'tenth',
  '1-5-10': 'fifth and tenth',
  '1-3-5': 'close',
  '3-5-1': 'close',
  '5-1-3': 'close',
};

/** The lowest and highest root of a left hand: below only booms, above is the right hand's. */
const lowestRoot = 28;
const highestRoot = 60;
/** An inversion is no bass: it lies where a close chord is clear. */
const lowestInversion = 48;

/**
 * The left hands of a shape on a chord, at every height that is clear and in reach; none where the chord has no such tone (a
 * suspension no tenth). Over a bass that is not the root it is what the hand does there: 1-5-8 is the bass, a tone that holds
 * it up, and its octave.
 * @param span semitones that the hand may spread
 */
export function handsOfLeftShape(
  wanted: LeftShape,
  { chord, key }: { readonly chord: Chord; readonly key: Key },
  material: Material,
  usual: readonly HandShape<LeftFamily>[],
  span: number,
  instrument: Instrument,
): HandShape<LeftFamily>[] {
  const family = families[wanted];
  const inReach = (notes: readonly number[]) => notes.at(-1)! - notes[0]! <= span;
  if (material.bass !== material.root)
    return usual.filter((hand) => hand.family === family && inReach(hand.notes));
  const above = wanted
    .split('-')
    .map((figure) => semitonesOf(Number(figure), chord, key, material));
  if (above.some((semitones) => semitones === null)) return [];
  const found: HandShape<LeftFamily>[] = [];
  const first = above[0]!;
  const from = Math.max(instrument.lowest, first === 0 ? lowestRoot : lowestInversion);
  for (let low = from + fold(material.root + first - from, 12); low <= highestRoot; low += 12) {
    // An inversion goes on upwards where the chord begins again.
    const notes = above.map((tone) => low - first + tone! + (tone! < first ? 12 : 0));
    if (inReach(notes) && !isMuddy(notes)) found.push({ notes, family, mask: maskOf(notes) });
  }
  return found;
}

/** Semitones of a figure over the root; null where the chord holds another tone in its place. */
function semitonesOf(
  figure: number,
  chord: Chord,
  key: Key,
  { root, third, fifth, seventh }: Material,
): number | null {
  const over = (tone: number) => fold(tone - root, 12);
  switch (figure) {
    case 1:
      return 0;
    case 3:
      return third === null ? null : over(third);
    case 5:
      return fifth === null ? 7 : over(fifth);
    case 7:
      return over(seventh ?? seventhInKey(chord, key));
    case 8:
      return 12;
    default:
      return third === null ? null : 12 + over(third);
  }
}

function seventhInKey(chord: Chord, key: Key): number {
  const { letter } = raise(noteOfDegree(rootOf(chord), key), 6, 0);
  return pitchClass(scale(key).find((note) => note.letter === letter)!);
}

/** How far a hand spreads for a shape that is asked for: it is rolled only where nothing is said for want of reach. */
export function spanFor({ orElse }: LeftWish, span: Span): number {
  return orElse ? span.held : span.rolled;
}
