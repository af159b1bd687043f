import { sectionOfBar, type Song, type Voiced, type VoicedSlot } from '@intervallum/core';

/** A chord that two players hold otherwise. */
export interface DifferentHands {
  readonly section: string;
  /** From 1, within its section as it is written. */
  readonly bar: number;
  /** The bar of the text, counted over the whole song from 0. */
  readonly textBar: number;
  readonly mine: VoicedSlot;
  readonly theirs: VoicedSlot;
}

/**
 * Where two players hold the same chords of a song otherwise, in the order of the text: each chord of it once, as it is first
 * played otherwise.
 * @param mine over the same timeline of the song as `theirs`
 */
export function differentHands(
  song: Song,
  mine: Voiced,
  theirs: Voiced,
): readonly DifferentHands[] {
  const found = new Map<number, DifferentHands>();
  for (const [at, one] of mine.slots.entries()) {
    const other = theirs.slots[at];
    const timed = mine.timeline.slots[at];
    if (!one || !other || !timed || found.has(one.slot)) continue;
    if (isSame(one.left, other.left) && isSame(one.right, other.right)) continue;
    const section = sectionOfBar(song, timed.bar);
    found.set(one.slot, {
      section: section?.name ?? '',
      bar: timed.bar - (section?.from ?? 0) + 1,
      textBar: timed.bar,
      mine: one,
      theirs: other,
    });
  }
  return [...found.values()].sort((one, other) => one.mine.slot - other.mine.slot);
}

function isSame(one: readonly number[], other: readonly number[]): boolean {
  return one.length === other.length && one.every((note, place) => note === other[place]);
}
