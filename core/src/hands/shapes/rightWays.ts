import type { RightWay } from '../../chart/saidHands.ts';
import { fold } from '../../pitch/note.ts';
import type { Material } from './material.ts';
import type { RightFamily } from './schools.ts';
import type { HandShape } from './shapes.ts';

/** The tops between which a climbing hand goes up and down, as MIDI numbers. */
export const climbs = { lowest: 67, highest: 84 } as const;

/**
 * The right hands of a way among those that a chord can be held with; none where the chord has none. A hand that will be
 * fattened is found plain: see `fattened`. Bells are no hand of the chord and not found here.
 * @param top where a climbing hand's highest note should be
 */
export function handsOfRightWay(
  way: Exclude<RightWay, 'bells'>,
  rights: readonly HandShape<RightFamily>[],
  { root }: Material,
  top: number,
): readonly HandShape<RightFamily>[] {
  const close = closeHands(rights);
  switch (way) {
    case 'root position':
      return close.filter(({ notes }) => fold(notes[0]!, 12) === root);
    case 'climbing': {
      const away = ({ notes }: HandShape) => Math.abs(notes.at(-1)! - top);
      const nearest = Math.min(...close.map(away));
      return close.filter((hand) => away(hand) === nearest);
    }
    default:
      return close;
  }
}

/** The right hands that have a tone in the thumb and the rest of the chord close above it. */
export function handsUnderLine(
  tone: number,
  rights: readonly HandShape<RightFamily>[],
): readonly HandShape<RightFamily>[] {
  return closeHands(rights).filter(({ notes }) => fold(notes[0]!, 12) === tone);
}

/** Three notes and more in less than an octave, without a hole between them. */
function closeHands(rights: readonly HandShape<RightFamily>[]): HandShape<RightFamily>[] {
  return rights.filter(({ notes }) => notes.length > 2 && span(notes) < 12 && isClose(notes));
}

/**
 * A right hand with its lowest note once more on top, or its highest once more below; null where the fingers do not reach, or
 * the keyboard or the left hand is in the way. One that has its octave already stays as it is.
 */
export function fattened(
  way: RightWay,
  notes: readonly number[],
  {
    above,
    highest,
    reach,
  }: { readonly above: number; readonly highest: number; readonly reach: number },
): readonly number[] | null {
  const [low, high] = [notes[0]!, notes.at(-1)!];
  if (high - low >= 12) return notes;
  const more = way === 'lowest again on top' ? [...notes, low + 12] : [high - 12, ...notes];
  const fits = more[0]! > above && more.at(-1)! <= highest && span(more) <= reach;
  return fits && more.length <= 5 ? more : null;
}

/** The lowest note of a right hand once it has what the section asks for. @param way null where it asks for none */
export function lowestWith(way: RightWay | null, notes: readonly number[]): number {
  const [low, high] = [notes[0]!, notes.at(-1)!];
  return way === 'highest again below' && high - low < 12 ? high - 12 : low;
}

/** Where the top note of a climbing hand goes next: to the next tone of the chord, up as far as the range, then down. */
export function nextTop(
  before: { readonly top: number; readonly up: boolean } | null,
  tones: readonly number[],
  { lowest, highest }: { readonly lowest: number; readonly highest: number },
): { readonly top: number; readonly up: boolean } {
  const tops: number[] = [];
  for (let note = lowest; note <= highest; note += 1)
    if (tones.includes(fold(note, 12))) tops.push(note);
  if (!before) return { top: tops[0] ?? lowest, up: true };
  const higher = tops.find((top) => top > before.top);
  const lower = tops.findLast((top) => top < before.top);
  if (before.up)
    return higher !== undefined ? { top: higher, up: true } : { top: lower ?? lowest, up: false };
  return lower !== undefined ? { top: lower, up: false } : { top: higher ?? lowest, up: true };
}

/** Neighbouring notes less than an octave apart in which no more than a sixth is left empty. */
function isClose(notes: readonly number[]): boolean {
  return notes.every((note, at) => at === 0 || note - notes[at - 1]! <= 6);
}

function span(notes: readonly number[]): number {
  return notes.at(-1)! - notes[0]!;
}
