import { divisions, feltBeats, type Meter } from '../chart/meter.ts';
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
  const parts = parted(inBar, meter, slot, 'half way');
  return parts && [...inBar.slots.slice(0, slot), ...parts, ...inBar.slots.slice(slot + 1)];
}

/**
 * A slot in two parts, in a bar whose metre can carry them: at its half, or where the metre does not halve it later; or with
 * its last beat apart. Null where it cannot.
 */
export function parted(
  inBar: PlayedBar,
  meter: Meter,
  slot: number,
  where: 'half way' | 'on the last beat',
): readonly [Slot, Slot] | null {
  const is = inBar.slots[slot];
  if (!is) return null;
  const starts = ticksOf(inBar.slots.slice(0, slot));
  const ends = starts + is.ticks;
  const beat = feltBeats(meter).at(-1)!;
  for (const way of divisions(meter)) {
    let at = 0;
    const borders = way
      .map((part) => (at += part))
      .filter((border) => border > starts && border < ends);
    const border =
      where === 'half way'
        ? borders.find((one) => one - starts >= is.ticks / 2)
        : borders.find((one) => ends - one === beat);
    if (border === undefined) continue;
    const parts = cut(is, [border - starts, ends - border]) as [Slot, Slot];
    if (fitsMeter(withParts(inBar, slot, parts), meter)) return parts;
  }
  return null;
}

/** A slot in equal parts; null where the metre cannot carry them. */
export function partedEqually(
  inBar: PlayedBar,
  meter: Meter,
  slot: number,
  count: number,
): Slot[] | null {
  const is = inBar.slots[slot];
  if (!is || is.ticks % count > 0) return null;
  const parts = cut(is, Array<number>(count).fill(is.ticks / count));
  return fitsMeter(withParts(inBar, slot, parts), meter) ? parts : null;
}

function withParts({ slots }: PlayedBar, slot: number, parts: readonly Slot[]): Slot[] {
  return [...slots.slice(0, slot), ...parts, ...slots.slice(slot + 1)];
}

/** The attack stays with the first part, what is said of its end with the last. */
function cut(is: Slot, lengths: readonly number[]): Slot[] {
  const last = lengths.length - 1;
  return lengths.map((ticks, index): Slot => {
    if (is.kind !== 'chord') return { ...is, ticks };
    const begins = index === 0 ? {} : { push: null, accent: false };
    const ends = index === last ? {} : { ring: null, fermata: false };
    return { ...is, ...begins, ...ends, ticks };
  });
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
