import { fold } from '../../pitch/note.ts';
import { maskOf, type Material } from './material.ts';
import { isMuddy } from './mud.ts';
import type { Instrument } from './player.ts';
import type { LeftFamily, RightFamily } from './schools.ts';
import type { HandShape } from './shapes.ts';

/*
 * Bells right, chords left: the right hand rings 1-5-1 of home throughout, the left hand has the nearest close chord between C3
 * and E4, and nobody plays the bass: it is understood. Common practice, no published source.
 */

/** Between these the left hand stays, and from here on up the bells begin. */
const leftRange = { lowest: 48, highest: 64 };
const lowestBell = 63;

/** A left hand under the bells, and what is done to the chord for them. */
export interface LeftUnderBells extends HandShape<LeftFamily> {
  /** The third gives way to the fourth: home would rub against it. */
  readonly withoutThird: boolean;
  /** A semitone under a bell: it rubs. */
  readonly rubs: boolean;
}

/** The bells of home, in the section's octave; null where the keyboard has no room for them. */
export function bellsOf(
  { home }: Material,
  octaves: number,
  instrument: Instrument,
): HandShape<RightFamily> | null {
  const from = lowestBell + 12 * octaves;
  let low = from + fold(home[0] - from, 12);
  while (low + 12 > instrument.highest) low -= 12;
  if (low < instrument.lowest) return null;
  const notes = [low, low + 7, low + 12];
  return { notes, family: 'bells', mask: maskOf(notes) };
}

/**
 * The left hands of a chord under the bells: its triad close, with its seventh where it has one. A major third a semitone under a
 * bell gives way to the fourth, which is that bell; the third is among them too, for who wants it.
 * @param span semitones that the left hand holds
 */
export function leftsUnderBells(
  material: Material,
  bells: readonly number[],
  octaves: number,
  span: number,
  instrument: Instrument,
): LeftUnderBells[] {
  const { root, third, home } = material;
  const rub = maskOf(home.map((bell) => bell - 1));
  const isThirdRubbed =
    third !== null && fold(third - root, 12) === 4 && (rub & (1 << third)) !== 0;
  const lowest = Math.max(leftRange.lowest + 12 * octaves, instrument.lowest);
  const highest = Math.min(leftRange.highest + 12 * octaves, bells[0]! - 1);
  const found: LeftUnderBells[] = [];
  for (const withoutThird of isThirdRubbed ? [true, false] : [false])
    for (const tones of chordsOf(material, withoutThird))
      for (const notes of closeChords(tones, lowest, highest)) {
        if (notes.at(-1)! - notes[0]! > span || isMuddy(notes)) continue;
        const mask = maskOf(notes);
        found.push({ notes, family: 'close', mask, withoutThird, rubs: (mask & rub) !== 0 });
      }
  return found;
}

/** What the left hand may hold: all that must sound with the triad, or as little of it as the bells leave. */
function chordsOf(
  { root, third, fifth, essential, tones, oneOf, home }: Material,
  withoutThird: boolean,
): number[][] {
  const fourth = fold(root + 5, 12);
  const spare = oneOf.reduce((all, mask) => all | mask, 0);
  const kept = tones.filter((tone) => {
    if (spare & (1 << tone)) return false;
    return essential & (1 << tone) || tone === root || tone === third || tone === fifth;
  });
  // Of an alt one altered ninth and one altered fifth.
  for (const mask of oneOf) {
    const one = tones.find((tone) => mask & (1 << tone));
    if (one !== undefined) kept.push(one);
  }
  const whole = [...new Set(kept.map((tone) => (withoutThird && tone === third ? fourth : tone)))];
  const without = (...out: readonly (number | null)[]) =>
    whole.filter((tone) => !out.includes(tone));
  const rung = whole.filter((tone) => home.includes(tone) && tone !== fourth);
  return [whole, without(...rung), without(fifth), without(root)].filter(
    (chord, at) => chord.length === 3 || chord.length === 4 || (at === 0 && chord.length === 2),
  );
}

/** A chord in all its inversions, close, in a range. */
function closeChords(tones: readonly number[], lowest: number, highest: number): number[][] {
  const found: number[][] = [];
  for (let low = lowest; low <= highest; low += 1) {
    if (!tones.includes(fold(low, 12))) continue;
    const above = tones.map((tone) => low + fold(tone - low, 12)).sort((one, other) => one - other);
    if (above.at(-1)! <= highest) found.push(above);
  }
  return found;
}
