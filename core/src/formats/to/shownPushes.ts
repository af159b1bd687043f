import { pushTicks, type Push, type Slot } from '../../chart/song.ts';

/** A slot as long as it is heard: it begins where its push does, and ends where the next one begins. */
export interface ShownSlot {
  readonly slot: Slot;
  /** It began in the bar before. */
  readonly tiedIn: boolean;
  /** It is the beginning of what goes on in the next bar. */
  readonly tiedOut: boolean;
}

/** How long before its place a slot is heard in both hands; what comes early in the right hand alone has its bass in its place. */
function earlyBy(push: Push | null): number {
  return push?.hands === 'both' ? pushTicks(push) : 0;
}

/**
 * The slots of a bar as they are heard, in the rhythm that a reader plays.
 * @param next the slot that the next bar begins with
 * @returns null where nothing comes early: then they stand as they are
 */
export function shownPushes(slots: readonly Slot[], next: Slot | null): ShownSlot[] | null {
  const early = (slot: Slot | null | undefined) =>
    slot?.kind === 'chord' ? earlyBy(slot.push) : 0;
  const coming = early(next);
  if (coming === 0 && !slots.some((slot) => early(slot) > 0)) return null;
  const shown = slots.map((slot, index): ShownSlot => {
    const own = index === 0 ? 0 : early(slot);
    const behind = slots[index + 1];
    const given = behind ? early(behind) : coming;
    return {
      slot: { ...slot, ticks: slot.ticks + own - given },
      tiedIn: index === 0 && early(slot) > 0,
      tiedOut: false,
    };
  });
  if (shown.some(({ slot }) => slot.ticks <= 0)) return null;
  if (coming === 0 || next?.kind !== 'chord') return shown;
  const begins: Slot = { ...next, ring: null, fermata: false, ticks: coming };
  return [...shown, { slot: begins, tiedIn: false, tiedOut: true }];
}
