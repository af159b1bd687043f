import type { Phrase, Slot, Song } from '../chart/song.ts';
import type { TextSlot } from '../chart/places.ts';
import type { ChartChange } from './change.ts';
import { slotsBefore } from './place.ts';

/**
 * Where the slots of a chart come from after some changes: for each new slot the old one, or null. A slot that is the
 * same object, or has the same chord object, is the same slot; what is left over between two such ones follows in order
 * where there are as many. The slots of a copy come from those that it copies, which stand there as well.
 */
export function slotsAfter(
  song: Song,
  changes: readonly ChartChange[],
): readonly (TextSlot | null)[] {
  const found: (TextSlot | null)[] = [];
  const add = (section: number) => {
    for (const change of changes)
      if (change.kind === 'add section' && change.after === section) {
        const copied = change.copyOf === undefined ? null : slotsBefore(song, change.copyOf);
        const added = slotsOf(change.added.phrases);
        found.push(...added.map((_, slot) => (copied === null ? null : copied + slot)));
      }
  };
  add(-1);
  let first = 0;
  for (const [section, { phrases }] of song.sections.entries()) {
    const isGone = changes.some(
      (change) => change.kind === 'remove section' && change.section === section,
    );
    for (const [index, phrase] of phrases.entries()) {
      const change = changes.find(
        (one) => one.kind === 'phrase' && one.section === section && one.phrase === index,
      );
      const instead = change?.kind === 'phrase' ? change.instead : [phrase];
      const old = slotsOf([phrase]);
      const from = first;
      if (!isGone)
        for (const slot of originsOf(old, slotsOf(instead)))
          found.push(slot === null ? null : from + slot);
      first += old.length;
    }
    add(section);
  }
  return found;
}

function slotsOf(phrases: readonly Phrase[]): Slot[] {
  return phrases.flatMap(({ bars }) =>
    bars.flatMap((bar) => (bar.kind === 'played' ? bar.slots : [])),
  );
}

/** For each new slot of a line the old one it comes from. */
function originsOf(old: readonly Slot[], now: readonly Slot[]): (number | null)[] {
  const pairs = samePairs(old, now);
  const origins: (number | null)[] = now.map(() => null);
  let [oldGap, nowGap] = [0, 0];
  for (const [oldEnd, nowEnd] of [...pairs, [old.length, now.length] as const]) {
    if (oldEnd - oldGap === nowEnd - nowGap)
      for (let index = 0; index < nowEnd - nowGap; index += 1)
        origins[nowGap + index] = oldGap + index;
    if (nowEnd < now.length) origins[nowEnd] = oldEnd;
    [oldGap, nowGap] = [oldEnd + 1, nowEnd + 1];
  }
  return origins;
}

/** The longest row of slots that are the same before and after; what is alike at both ends is not searched. */
function samePairs(old: readonly Slot[], now: readonly Slot[]): (readonly [number, number])[] {
  const most = Math.min(old.length, now.length);
  let head = 0;
  while (head < most && isSame(old[head]!, now[head]!)) head += 1;
  let tail = 0;
  while (tail < most - head && isSame(old.at(-1 - tail)!, now.at(-1 - tail)!)) tail += 1;
  const pairs: (readonly [number, number])[] = [];
  for (let index = 0; index < head; index += 1) pairs.push([index, index]);
  const middle = longestRow(old.slice(head, old.length - tail), now.slice(head, now.length - tail));
  for (const [one, other] of middle) pairs.push([head + one, head + other]);
  for (let index = tail; index > 0; index -= 1)
    pairs.push([old.length - index, now.length - index]);
  return pairs;
}

/** One line of bars holds at most some hundred slots, so a table of their pairs is small. */
function longestRow(old: readonly Slot[], now: readonly Slot[]): (readonly [number, number])[] {
  const longest = Array.from({ length: old.length + 1 }, () => new Uint16Array(now.length + 1));
  for (let i = old.length - 1; i >= 0; i -= 1)
    for (let j = now.length - 1; j >= 0; j -= 1)
      longest[i]![j] = isSame(old[i]!, now[j]!)
        ? longest[i + 1]![j + 1]! + 1
        : Math.max(longest[i + 1]![j]!, longest[i]![j + 1]!);
  const pairs: (readonly [number, number])[] = [];
  let [i, j] = [0, 0];
  while (i < old.length && j < now.length) {
    if (isSame(old[i]!, now[j]!)) pairs.push([i++, j++]);
    else if (longest[i + 1]![j]! >= longest[i]![j + 1]!) i += 1;
    else j += 1;
  }
  return pairs;
}

function isSame(one: Slot, other: Slot): boolean {
  return (
    one === other || (one.kind === 'chord' && other.kind === 'chord' && one.chord === other.chord)
  );
}
