import { slotsOf } from './layout.ts';
import type { PlannedSection, Row } from './rows.ts';

/** A row with where it stands in the song. */
export interface PlacedRow {
  readonly row: Row;
  /** Its first bar and slot of the song, and how many of each stand on it. */
  readonly bar: number;
  readonly bars: number;
  readonly slot: number;
  readonly slots: number;
}

/** A section, or as much of it as is drawn together. */
export interface SheetPart {
  readonly planned: PlannedSection;
  readonly rows: readonly PlacedRow[];
  /** It began on another sheet. */
  readonly goesOn: boolean;
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

/** The rows of a section with where they stand in the song. */
export function placedRows({ laid, rows }: PlannedSection): PlacedRow[] {
  let next = { bar: laid.bars, slot: laid.slots };
  return rows.map((row) => {
    const { bar, slot } = next;
    const counts = row.pieces.map(({ rail, from, to }) => slotsOf(rail.bars.slice(from, to)));
    const slots = counts.reduce((sum, one) => sum + one, 0);
    const bars = row.pieces.reduce((sum, { from, to }) => sum + to - from, 0);
    next = { bar: bar + bars, slot: slot + slots };
    return { row, bar, bars, slot, slots };
  });
}

/**
 * Parts a song in sheets, each of whole rows; a song of usual length is one.
 * @param most bars that are drawn together
 */
export function sheetsOf(
  sections: readonly PlannedSection[],
  most: number = barsOfSheet,
): readonly Sheet[] {
  const sheets: SheetInMaking[] = [];
  let room = 0;
  const open = (bar: number, slot: number) => {
    sheets.push({ parts: [], from: bar, to: bar, fromSlot: slot, toSlot: slot });
    room = most;
  };
  for (const planned of sections) {
    if (room < barsOfName) open(planned.laid.bars, planned.laid.slots);
    room -= barsOfName;
    const begin = (goesOn: boolean) => {
      const part = { planned, rows: [] as PlacedRow[], goesOn };
      sheets.at(-1)!.parts.push(part);
      return part;
    };
    let part = begin(false);
    for (const placed of placedRows(planned)) {
      if (room < placed.bars) {
        open(placed.bar, placed.slot);
        part = begin(true);
      }
      room -= placed.bars;
      const sheet = sheets.at(-1)!;
      part.rows.push(placed);
      sheet.to = placed.bar + placed.bars;
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
