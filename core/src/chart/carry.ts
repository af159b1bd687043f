import { formatChord } from '../chord/formatChord.ts';
import { placedSlots } from './edit.ts';
import { parseChart } from './parseChart.ts';

/** Where a slot stands in its text, and what is in it. */
interface SlotInText {
  readonly from: number;
  readonly to: number;
  readonly print: string;
}

/**
 * Follows the slots of a chart through an edit of its text, so that what is laid on them (pins, marks) stays with the
 * chords that the edit did not touch. What is the same at both ends of the two texts is the same slot; between, equal
 * numbers of slots follow each other in order, else the longest row of equal chords is kept.
 * @returns for a slot of the old text (as `placedSlots` counts) that of the new; null where it is gone.
 */
export function carrySlots(before: string, after: string): (slot: number) => number | null {
  const old = slotsInText(before);
  const now = slotsInText(after);
  const sameHead = commonHead(before, after);
  const sameTail = commonTail(before, after, sameHead);

  // An edit can change how the text around it is read, so both ends count only as far as both texts read alike.
  const inHead = (text: string) => (slot: SlotInText) =>
    slot.to < sameHead || (slot.to === sameHead && sameHead === text.length);
  const inTail = (text: string) => (slot: SlotInText) => slot.from > text.length - sameTail;
  const head = Math.min(leading(old, inHead(before)), leading(now, inHead(after)));
  const tail = Math.min(
    leading(old.slice(head).reverse(), inTail(before)),
    leading(now.slice(head).reverse(), inTail(after)),
  );
  const oldEnd = old.length - tail;
  const nowEnd = now.length - tail;

  const middle = alignMiddle(old.slice(head, oldEnd), now.slice(head, nowEnd));
  return (slot) => {
    if (slot < 0 || slot >= old.length) return null;
    if (slot < head) return slot;
    if (slot >= oldEnd) return slot - old.length + now.length;
    const found = middle[slot - head];
    return found === undefined || found === null ? null : head + found;
  };
}

function slotsInText(text: string): SlotInText[] {
  const read = parseChart(text);
  const song = read.ok ? read.value : read.partial;
  const starts = [0];
  for (const end of text.matchAll(/\r\n|\r|\n/g)) starts.push(end.index + end[0].length);
  return placedSlots(song).map(({ bar, slot, is }) => {
    const place = read.barPlaces[bar]?.slots[slot];
    const from = place ? starts[place.line - 1]! + place.column - 1 : 0;
    const print =
      is.kind === 'chord' ? formatChord(is.chord) : is.kind === 'unread' ? is.text : is.kind;
    return { from, to: from + (place?.length ?? 0), print };
  });
}

function leading<T>(list: readonly T[], holds: (item: T) => boolean): number {
  const first = list.findIndex((item) => !holds(item));
  return first === -1 ? list.length : first;
}

function commonHead(one: string, other: string): number {
  const most = Math.min(one.length, other.length);
  let length = 0;
  while (length < most && one[length] === other[length]) length += 1;
  return length;
}

function commonTail(one: string, other: string, head: number): number {
  const most = Math.min(one.length, other.length) - head;
  let length = 0;
  while (length < most && one.at(-1 - length) === other.at(-1 - length)) length += 1;
  return length;
}

/** For each old slot the new one: in order where there are as many, else by the longest row of equal chords. */
function alignMiddle(old: readonly SlotInText[], now: readonly SlotInText[]): (number | null)[] {
  if (old.length === now.length) return old.map((_, index) => index);
  const longest = old.map(() => new Uint16Array(now.length + 1));
  longest.push(new Uint16Array(now.length + 1));
  for (let i = old.length - 1; i >= 0; i -= 1) {
    for (let j = now.length - 1; j >= 0; j -= 1) {
      longest[i]![j] =
        old[i]!.print === now[j]!.print
          ? longest[i + 1]![j + 1]! + 1
          : Math.max(longest[i + 1]![j]!, longest[i]![j + 1]!);
    }
  }
  const found: (number | null)[] = [];
  let j = 0;
  for (let i = 0; i < old.length; i += 1) {
    while (
      j < now.length &&
      old[i]!.print !== now[j]!.print &&
      longest[i]![j + 1]! >= longest[i + 1]![j]!
    )
      j += 1;
    const same = j < now.length && old[i]!.print === now[j]!.print;
    found.push(same ? j : null);
    if (same) j += 1;
  }
  return found;
}
