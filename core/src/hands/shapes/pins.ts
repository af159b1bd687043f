import type { HandDegrees, HeldDegree } from '../../chart/namedShapes.ts';
import type { TextSlot } from '../../chart/places.ts';
import { degreeOfSemitones } from '../../pitch/degree.ts';
import { relativeMajor, type Key } from '../../pitch/key.ts';
import { fold, majorScale, pitchClass } from '../../pitch/note.ts';
import { isMuddy } from './mud.ts';
import type { Instrument } from './player.ts';

/** What a player holds at a slot, whatever the search would choose. */
export interface Pin extends HandDegrees {
  /** The slot of the chart's text, as `placedSlots` counts them. */
  readonly slot: TextSlot;
  /** The chord it was made for, as written: under another one it rests. */
  readonly chord: string;
}

/** Writes what hands hold in a key as degrees. */
export function toDegrees(
  hands: { readonly left: readonly number[] | null; readonly right: readonly number[] | null },
  key: Key,
): HandDegrees {
  const register = homeNear(60, key);
  const degrees = (notes: readonly number[] | null) =>
    notes?.map((note) => heldDegreeAt(note - register)) ?? null;
  return { register, left: degrees(hands.left), right: degrees(hands.right) };
}

/** Semitones over home of a held degree, and the held degree of semitones over home. */
export function semitonesOfHeld({ step, alter, octave }: HeldDegree): number {
  return majorScale[step - 1]! + alter + 12 * octave;
}

export function heldDegreeAt(semitones: number): HeldDegree {
  const degree = degreeOfSemitones(semitones);
  const within = majorScale[degree.step - 1]! + degree.alter;
  return { ...degree, octave: Math.round((semitones - within) / 12) };
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
    degrees?.map((degree) => home + semitonesOfHeld(degree)).sort((one, other) => one - other) ??
    null;
  const hands = { left: notes(left), right: notes(right) };
  const all = [...(hands.left ?? []), ...(hands.right ?? [])];
  if (all.length === 0) return hands;
  const [lowest, highest] = [Math.min(...all), Math.max(...all)];
  const by = octavesInto(lowest, highest, instrument);
  if (by === null) return null;
  const moved = (hand: number[] | null) => hand?.map((note) => note + 12 * by) ?? null;
  return { left: moved(hands.left), right: moved(hands.right) };
}

/**
 * Pinned hands in a key, moved by an octave where another key than theirs brings them into mud or off the keyboard: up out of
 * mud, or as little as the keyboard asks. `octaves` says by how much, 0 where they stand where they were fixed.
 */
export function pinnedIn(
  pin: HandDegrees,
  key: Key,
  instrument: Instrument,
): {
  readonly left: readonly number[] | null;
  readonly right: readonly number[] | null;
  readonly octaves: number;
} | null {
  const hands = fromDegrees(pin, key, instrument);
  if (!hands) return null;
  const written = fromDegrees(pin, key, everyKey)!;
  const low = (one: typeof hands) => [...(one.left ?? []), ...(one.right ?? [])];
  const octaves = low(hands).length === 0 ? 0 : (low(hands)[0]! - low(written)[0]!) / 12;
  const by = homeNear(pin.register, key) - pin.register;
  const wasMuddy = isMuddyTogether(low(written).map((note) => note - by));
  if (by === 0 || wasMuddy || !isMuddyTogether(low(hands))) return { ...hands, octaves };
  const up = (hand: readonly number[] | null) => hand?.map((note) => note + 12) ?? null;
  const raised = { left: up(hands.left), right: up(hands.right) };
  const fits = Math.max(...low(raised)) <= instrument.highest && !isMuddyTogether(low(raised));
  return fits ? { ...raised, octaves: octaves + 1 } : { ...hands, octaves };
}

/** Wider than any keyboard. */
const everyKey: Instrument = { lowest: -120, highest: 240 };

function isMuddyTogether(notes: readonly number[]): boolean {
  return notes.length > 0 && isMuddy([...notes].sort((one, other) => one - other));
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
