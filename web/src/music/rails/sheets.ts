import { slotsOf, type LaidRail, type LaidSection } from './layout.ts';

/** A rail with where it stands in the song. */
export interface PlacedRail {
  readonly rail: LaidRail;
  readonly id: string;
  /** Its phrase of the section, its first bar and slot of the song, and how many slots stand on it. */
  readonly phrase: number;
  readonly bar: number;
  readonly slot: number;
  readonly slots: number;
}

/** A section, or as much of it as is drawn together. */
interface SheetPart {
  readonly laid: LaidSection;
  /** Which section of the song it is. */
  readonly place: number;
  readonly rails: readonly PlacedRail[];
}

/** What of a song is drawn together: its bars from `from` up to `to` without it, and so its slots. */
export interface Sheet {
  readonly parts: readonly SheetPart[];
  readonly from: number;
  readonly to: number;
  readonly fromSlot: number;
  readonly toSlot: number;
}

/** So many bars are drawn together: more than any song has, and no more than a page can carry. */
const barsOfSheet = 800;
/** A section takes room as well, with its name. */
const barsOfName = 2;

/** The rails of a section with where they stand in the song. */
function placedRails({ id, rails, ids, ...first }: LaidSection): PlacedRail[] {
  let next = { phrase: -1, bar: first.bars, slot: first.slots };
  return rails.map((rail, index) => {
    const { bar, slot } = next;
    const phrase = next.phrase + (rail.startsPhrase ? 1 : 0);
    const slots = slotsOf(rail.bars);
    next = { phrase, bar: bar + rail.bars.length, slot: slot + slots };
    return { rail, id: `${id} ${ids[index]}`, phrase, bar, slot, slots };
  });
}

/**
 * Parts a song in sheets, each of whole rails; a song of usual length is one.
 * @param most bars that are drawn together
 */
export function sheetsOf(
  sections: readonly LaidSection[],
  most: number = barsOfSheet,
): readonly Sheet[] {
  const sheets: SheetInMaking[] = [];
  let room = 0;
  const open = (bar: number, slot: number) => {
    sheets.push({ parts: [], from: bar, to: bar, fromSlot: slot, toSlot: slot });
    room = most;
  };
  for (const [place, laid] of sections.entries()) {
    if (room < barsOfName) open(laid.bars, laid.slots);
    room -= barsOfName;
    let part: { laid: LaidSection; place: number; rails: PlacedRail[] } | null = null;
    const begin = () => {
      part = { laid, place, rails: [] };
      sheets.at(-1)!.parts.push(part);
      return part;
    };
    begin();
    for (const placed of placedRails(laid)) {
      const bars = placed.rail.bars.length;
      if (room < bars) {
        open(placed.bar, placed.slot);
        part = null;
      }
      room -= bars;
      const sheet = sheets.at(-1)!;
      (part ?? begin()).rails.push(placed);
      sheet.to = placed.bar + bars;
      sheet.toSlot = placed.slot + placed.slots;
    }
  }
  return sheets;
}

interface SheetInMaking extends Sheet {
  readonly parts: SheetPart[];
  to: number;
  toSlot: number;
}

/** Which sheet a bar is on; null where there is none, or no bar. */
export function sheetOfBar(sheets: readonly Sheet[], bar: number | null): number | null {
  if (bar === null) return null;
  const found = sheets.findIndex(({ from, to }) => bar >= from && bar < to);
  return found < 0 ? null : found;
}

/** Which sheet a slot of the song is on. */
export function sheetOfSlot(sheets: readonly Sheet[], slot: number | null): number | null {
  if (slot === null) return null;
  const found = sheets.findIndex(({ fromSlot, toSlot }) => slot >= fromSlot && slot < toSlot);
  return found < 0 ? null : found;
}
