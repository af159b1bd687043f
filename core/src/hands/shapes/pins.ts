import type { TextSlot } from '../../chart/places.ts';
import type { Degree } from '../../pitch/degree.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
import { relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, majorScale, pitchClass } from '../../pitch/note.ts';
import type { Instrument } from './player.ts';

/** A note of a hand by its degree, and the octave over the home note that its hand shape is counted from. */
export interface HeldDegree extends Degree {
  readonly octave: number;
}

/** Notes of both hands, in degrees. A hand that is null is free: it is found. */
export interface HandDegrees {
  /** The MIDI number of the 1 that octave 0 begins on: the register the hands were fixed in. */
  readonly register: number;
  readonly left: readonly HeldDegree[] | null;
  readonly right: readonly HeldDegree[] | null;
}

/** What a player holds at a slot, whatever the search would choose. */
export interface Pin extends HandDegrees {
  /** The slot of the chart's text, as `placedSlots` counts them. */
  readonly slot: TextSlot;
  /** The chord it was made for, as written: under another one it rests. */
  readonly chord: string;
}

/** A hand shape of the song with a name of its own. */
export interface PaletteShape extends HandDegrees {
  readonly name: string;
}

/** Writes what hands hold in a key as degrees. */
export function toDegrees(
  hands: { readonly left: readonly number[] | null; readonly right: readonly number[] | null },
  key: Key,
): HandDegrees {
  const register = homeNear(60, key);
  const degrees = (notes: readonly number[] | null) =>
    notes?.map((note): HeldDegree => {
      const degree = degreeOfSemitones(note - register);
      const from = register + majorScale[degree.step - 1]! + degree.alter;
      return { ...degree, octave: Math.round((note - from) / 12) };
    }) ?? null;
  return { register, left: degrees(hands.left), right: degrees(hands.right) };
}

/**
 * The notes that degrees are in a key: in the register they were fixed in or as near to it as the key allows, and moved
 * by octaves until all of them are on the instrument. Null where they are wider than it.
 */
export function fromDegrees(
  { register, left, right }: HandDegrees,
  key: Key,
  instrument: Instrument,
): { left: number[] | null; right: number[] | null } | null {
  const home = homeNear(register, key);
  const notes = (degrees: readonly HeldDegree[] | null) =>
    degrees
      ?.map(({ step, alter, octave }) => home + majorScale[step - 1]! + alter + 12 * octave)
      .sort((one, other) => one - other) ?? null;
  const hands = { left: notes(left), right: notes(right) };
  const all = [...(hands.left ?? []), ...(hands.right ?? [])];
  if (all.length === 0) return hands;
  const [lowest, highest] = [Math.min(...all), Math.max(...all)];
  const by = octavesInto(lowest, highest, instrument);
  if (by === null) return null;
  const moved = (hand: number[] | null) => hand?.map((note) => note + 12 * by) ?? null;
  return { left: moved(hands.left), right: moved(hands.right) };
}

/** The 1 of a key that is nearest to a note; of two as near, the lower. */
function homeNear(note: number, key: Key): number {
  const up = fold(pitchClass(relativeMajor(key).tonic) - note, 12);
  return note + (up >= 6 ? up - 12 : up);
}

/** The fewest octaves that bring a range onto an instrument; null where it is wider. */
function octavesInto(lowest: number, highest: number, instrument: Instrument): number | null {
  const up = Math.max(0, Math.ceil((instrument.lowest - lowest) / 12));
  const down = Math.max(0, Math.ceil((highest - instrument.highest) / 12));
  const by = up > 0 ? up : -down;
  const fits = lowest + 12 * by >= instrument.lowest && highest + 12 * by <= instrument.highest;
  return fits ? by : null;
}
