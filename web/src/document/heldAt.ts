import {
  placedSlots,
  textSlotAt,
  withPin,
  type ChartResult,
  type Cursor,
  type Decisions,
  type Key,
} from '@intervallum/core';

/** The decisions with the chord at a place of the chart held by these hands; as they are where no chord stands there. */
export function heldAt(
  decisions: Decisions,
  { song }: ChartResult,
  at: Cursor,
  hands: { readonly left: readonly number[]; readonly right: readonly number[] },
  key: Key,
): Decisions {
  const slot = textSlotAt(song, at);
  const is = slot === null ? null : placedSlots(song)[slot]!.is;
  if (slot === null || is?.kind !== 'chord') return decisions;
  return { ...decisions, hands: withPin(decisions.hands, { slot, chord: is.chord }, hands, key) };
}
