import type { TextSlot } from '../../chart/places.ts';
import type { OtherVoicing, Voiced, VoicedSlot } from '../search/voiced.ts';

/** A slot in time: what is held there, before and after, and how often it is played. */
export interface ChosenHands {
  readonly at: number;
  readonly now: VoicedSlot;
  readonly before: VoicedSlot | null;
  readonly after: VoicedSlot | null;
  readonly passes: number;
}

/** Finds a slot of the text in the voiced song, at one of the times it is played; null where it is not voiced. */
export function chosenHands(voiced: Voiced, slot: TextSlot, pass: number): ChosenHands | null {
  const all = voiced.slots.filter((one) => one?.slot === slot);
  const now = all[Math.min(pass, all.length) - 1];
  if (!now) return null;
  const row = voiced.slots.filter((one) => one !== null);
  const index = row.indexOf(now);
  return {
    at: now.at,
    now,
    before: row[index - 1] ?? null,
    after: row[index + 1] ?? null,
    passes: all.length,
  };
}

/** The cheapest way with fewer notes, or with more; null where there is none. */
export function thinnerOrFatter(
  all: readonly OtherVoicing[],
  now: { readonly left: readonly number[]; readonly right: readonly number[] },
  how: 'thin' | 'fatten',
): OtherVoicing | null {
  const notes = now.left.length + now.right.length;
  const fits = (other: OtherVoicing) => {
    const count = other.left.length + other.right.length;
    return how === 'thin' ? count < notes : count > notes;
  };
  return all.find(fits) ?? null;
}
