import { diffArrays } from 'diff';
import type { ChartResult } from '../chart/read/parseChart.ts';
import type { TextEdit } from '../kit/edits.ts';
import type { TextSlot } from '../chart/places.ts';
import { placedSlots, saysOf, typedSlots, type TypedSlot } from './slots.ts';

/** For a slot of the old text that of the new; null where it is gone. */
export type Follow = (slot: TextSlot) => TextSlot | null;

/** How many differing chords in a row are still compared one by one, before and after together. */
const mostCompared = 400;

/**
 * Follows the slots of a chart through edits of its text, so that what is laid on them stays with the chords that no edit
 * touched. A slot that no edit touches is where the edits moved it. Between two such slots, as many new slots as old ones
 * follow each other in order; else the longest row of equal chords is kept. Takes time in proportion to the text.
 * @param edits in order; made on the text of `before`, they give that of `after`
 */
export function followSlots(
  before: ChartResult,
  after: ChartResult,
  edits: readonly TextEdit[],
): Follow {
  const old = typedSlots(before);
  const now = typedSlots(after);
  const found: (TextSlot | null)[] = old.map(() => null);
  let [oldGap, nowGap] = [0, 0];
  const closeGap = (oldEnd: number, nowEnd: number) => {
    const aligned = align(old.slice(oldGap, oldEnd), now.slice(nowGap, nowEnd));
    for (const [index, place] of aligned.entries())
      found[oldGap + index] = place === null ? null : nowGap + place;
  };
  const startsAt = new Map(now.map(({ from }, slot) => [from, slot]));
  const move = mover(edits);
  for (const [slot, typed] of old.entries()) {
    const moved = move(typed);
    const there = moved && startsAt.get(moved.from);
    if (there === null || there === undefined || there < nowGap) continue;
    if (now[there]!.to !== moved!.to) continue;
    closeGap(slot, there);
    found[slot] = there;
    [oldGap, nowGap] = [slot + 1, there + 1];
  }
  closeGap(old.length, now.length);
  return (slot) => found[slot] ?? null;
}

/**
 * Follows the slots of a chart through an edit: by what the tool that made it says of them, as long as it speaks of as
 * many slots as the text then has (two silences that it parts can be read as one); else by its changes.
 */
export function followEdit(
  before: ChartResult,
  after: ChartResult,
  { changes, slots }: { readonly changes: readonly TextEdit[]; readonly slots?: Slots | undefined },
): Follow {
  return isSaid(after, slots) ? followSaid(slots) : followSlots(before, after, changes);
}

/** Whether a tool spoke of as many slots as there are. */
export function isSaid(after: ChartResult, slots: Slots | undefined): slots is Slots {
  return slots?.length === placedSlots(after.song).length;
}

type Slots = readonly (TextSlot | null)[];

/** For each new slot the old one it comes from, or null, turned round. */
function followSaid(slots: Slots): Follow {
  const found = new Map<TextSlot, TextSlot>();
  for (const [now, old] of slots.entries())
    if (old !== null && !found.has(old)) found.set(old, now);
  return (slot) => found.get(slot) ?? null;
}

/** For a slot of the old text the one that is a copy of it in the new; null where none is. */
export function copiesSaid(slots: Slots): Follow {
  const first = new Set<TextSlot>();
  const copies = new Map<TextSlot, TextSlot>();
  for (const [now, old] of slots.entries())
    if (old !== null) {
      if (first.has(old)) copies.set(old, now);
      first.add(old);
    }
  return (slot) => copies.get(slot) ?? null;
}

/** Where edits move a stretch that none of them touches; null for one that is touched. Asked in the order of the text. */
function mover(edits: readonly TextEdit[]) {
  let next = 0;
  let by = 0;
  return ({ from, to }: TypedSlot): { from: number; to: number } | null => {
    while (next < edits.length && edits[next]!.to <= from) {
      const { insert, from: start, to: end } = edits[next]!;
      by += insert.length - (end - start);
      next += 1;
    }
    const edit = edits[next];
    return edit && edit.from < to ? null : { from: from + by, to: to + by };
  };
}

/** For each old slot the new one: in order where there are as many, else by the longest row of equal chords. */
function align(old: readonly TypedSlot[], now: readonly TypedSlot[]): (number | null)[] {
  if (old.length === now.length) return old.map((_, index) => index);
  if (old.length === 0 || now.length === 0) return old.map(() => null);
  const says = (slots: readonly TypedSlot[]) => slots.map(({ slot }) => saysOf(slot));
  const parts = diffArrays(says(old), says(now), { maxEditLength: mostCompared });
  const found: (number | null)[] = [];
  let there = 0;
  for (const { count, added, removed } of parts ?? []) {
    for (let index = 0; index < count && !added; index += 1)
      found.push(removed ? null : there + index);
    if (!removed) there += count;
  }
  // What differs too much to be compared has nothing in common that a player would recognise.
  return parts ? found : old.map(() => null);
}
