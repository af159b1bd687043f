import { divisions, type Meter } from '../chart/meter.ts';
import { fitsMeter, printBar } from '../chart/print/printChart.ts';
import { ticksOf } from '../kit/ticks.ts';
import { type PlayedBar, type Slot } from '../chart/song.ts';
import type { Chord } from '../chord/chord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import type { PlacedSlot } from '../marks/slots.ts';

/**
 * The slots of a bar with one of them parted in two, both with its chord, the second for its latter half, or where the
 * metre does not halve it for its last part; null where no division of the metre can carry it.
 */
export function partSlot(inBar: PlayedBar, meter: Meter, slot: number): Slot[] | null {
  const is = inBar.slots[slot];
  if (!is) return null;
  const starts = ticksOf(inBar.slots.slice(0, slot));
  const ends = starts + is.ticks;
  for (const way of divisions(meter)) {
    let at = 0;
    const borders = way
      .map((part) => (at += part))
      .filter((border) => border > starts && border < ends);
    const border = borders.find((one) => one - starts >= is.ticks / 2);
    if (border === undefined) continue;
    const plain = is.kind === 'chord' ? { ring: null, fermata: false } : {};
    const later = is.kind === 'chord' ? { push: null, accent: false } : {};
    const first: Slot = { ...is, ...plain, ticks: border - starts };
    const latter: Slot = { ...is, ...later, ticks: ends - border };
    const slots = [...inBar.slots.slice(0, slot), first, latter, ...inBar.slots.slice(slot + 1)];
    if (fitsMeter(slots, meter)) return slots;
  }
  return null;
}

/** The bar with a slot shared between two chords (see `partSlot`), as text; null where it cannot be parted. */
export function splitSlot(
  { inBar, slot, meter, is }: PlacedSlot,
  second: Chord,
  style: NumberStyle,
): string | null {
  if (is.kind !== 'chord') return null;
  const own = { ...inBar, slots: inBar.slots.map((old, index) => (index === slot ? is : old)) };
  const slots = partSlot(own, meter, slot)?.map((old, index) =>
    index === slot + 1 ? { ...old, chord: second } : old,
  );
  return slots ? printBar({ ...inBar, slots }, meter, style) : null;
}
