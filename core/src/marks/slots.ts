import type { Meter } from '../chart/meter.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import type { TextSlot } from '../chart/places.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import type { PlayedBar, Slot, Song } from '../chart/song.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { Range } from '../kit/lines.ts';

/** A slot of a song where it stands: the bar counted over the whole song, the slot in its bar, and the metre there. */
export interface PlacedSlot {
  readonly bar: number;
  readonly slot: number;
  readonly inBar: PlayedBar;
  readonly meter: Meter;
  readonly is: Slot;
}

const placedBefore = new WeakMap<Song, readonly PlacedSlot[]>();

/** All slots of a chart in the order of its text; a song's are worked out once. */
export function placedSlots(song: Song): readonly PlacedSlot[] {
  const known = placedBefore.get(song);
  if (known) return known;
  const placed: PlacedSlot[] = [];
  let index = 0;
  for (const section of song.sections) {
    for (const { phrase, meters } of metersOf(section, song.meter)) {
      for (const [place, bar] of phrase.bars.entries()) {
        if (bar.kind === 'played') {
          for (const [slot, is] of bar.slots.entries())
            placed.push({ bar: index, slot, inBar: bar, meter: meters[place]!, is });
        }
        index += 1;
      }
    }
  }
  placedBefore.set(song, placed);
  return placed;
}

/** Which slot of the text it is; null for a bar that repeats another, and where there is none. */
export function textSlotAt(
  song: Song,
  at: { readonly bar: number; readonly slot: number },
): TextSlot | null {
  const found = placedSlots(song).findIndex(({ bar, slot }) => bar === at.bar && slot === at.slot);
  return found < 0 ? null : found;
}

/** A slot as it is typed: where, and what stands in it. */
export interface TypedSlot extends Range {
  readonly slot: Slot;
}

/** A chord in its one spelling, so that equal chords are equal texts; what else a slot holds by its kind. */
export function saysOf(slot: Slot): string {
  if (slot.kind === 'chord') return formatChord(slot.chord);
  return slot.kind === 'unread' ? slot.text : slot.kind;
}

/** Where each slot of a chart stands in its text, in order. */
export function typedSlots(read: ChartResult): TypedSlot[] {
  return placedSlots(read.song).map(({ bar, slot, is }) => {
    const place = read.barPlaces[bar]?.slots[slot];
    const range = place ? read.lines.rangeOf(place) : { from: 0, to: 0 };
    return { from: range.from, to: range.to, slot: is };
  });
}
