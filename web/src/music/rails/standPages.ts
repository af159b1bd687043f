import {
  fitToPage,
  setPages,
  type Asked,
  type PageRoom,
  type RowBlock,
  type SetPages,
} from './pages.ts';
import { placedRows } from './sheets.ts';

/** One page of a song as it is read at a music stand. */
export interface StandPage {
  readonly set: SetPages;
  /** Which of the set's pages. */
  readonly page: number;
  /** The slots of the song that stand on it: from the one up to the other, without it. */
  readonly fromSlot: number;
  readonly toSlot: number;
  /** The sections that begin on it or go on. */
  readonly sections: readonly number[];
}

/** How a song is to be set at a music stand. */
export interface StandWish {
  /** The height of numerals that the reader asked for; null for the largest at which the song fits. */
  readonly numeral: number | null;
  /** One section at a time, as on a phone; else the song on as few pages as it takes. */
  readonly bySection: boolean;
  /** Names stand above their bars only, however wide the room is. */
  readonly namesAbove?: boolean;
}

/** Numerals at a stand, in CSS pixels: from where they cannot be read to where nothing is won. */
const least = 28;
const most = 84;
/** On a phone, which is held in the hand or stands near. */
const phone = { least: 22, usual: 30, most: 44 } as const;
/** What has no room on one page is set in a size that reads well. */
const several = 36;

const ways = [
  { columns: 1, names: 'beside' },
  { columns: 1, names: 'above' },
  { columns: 2, names: 'above' },
  { columns: 3, names: 'above' },
] as const;

/** A song in pages for a music stand; at least one. */
export function standPages(asked: Asked, room: PageRoom, wish: StandWish): readonly StandPage[] {
  if (wish.bySection) return pagesOfSections(asked, room, wish.numeral);
  const open = wish.namesAbove ? ways.filter(({ names }) => names === 'above') : ways;
  if (wish.numeral !== null) return pagesOf(fewest(asked, room, open, wish.numeral));
  const fitted = fitToPage(asked, room, { least, most, ways: open });
  return pagesOf(fitted ?? fewest(asked, room, open, several));
}

/** Set so that it takes the fewest pages. */
function fewest(
  asked: Asked,
  room: PageRoom,
  open: readonly (typeof ways)[number][],
  numeral: number,
): SetPages {
  const tried = open.map((way) => setPages(asked, room, { ...way, numeral }));
  return tried.reduce((best, one) => (one.pages.length < best.pages.length ? one : best));
}

function pagesOfSections(asked: Asked, room: PageRoom, wished: number | null): StandPage[] {
  const parts = asked.sections
    .map((laid, first) => ({ ...asked, sections: [laid], first }))
    .filter(({ sections: [laid] }) => laid!.rails.length > 0);
  const above = [{ columns: 1, names: 'above' }] as const;
  const fits = parts.map(
    (part) =>
      fitToPage(part, room, {
        least: phone.least,
        most: phone.most,
        ways: above,
        breaksLines: true,
      })?.sizes.numeral,
  );
  // All sections in one size: the largest in which each fits that does fit in one that reads well.
  const readable = fits.filter((fit) => fit !== undefined && fit >= phone.usual);
  const numeral = wished ?? Math.min(phone.most, ...readable.map((fit) => fit ?? phone.usual));
  return parts.flatMap((part, index) => {
    const fit = fits[index];
    const own =
      wished === null && fit !== undefined ? Math.min(fit, numeral) : (wished ?? phone.usual);
    return pagesOf(setPages(part, room, { ...above[0], numeral: own }));
  });
}

function pagesOf(set: SetPages): StandPage[] {
  return set.pages.map((columns, page) => {
    const blocks = columns.flat();
    const slots = blocks.map(slotsOfBlock);
    return {
      set,
      page,
      fromSlot: Math.min(...slots.map(({ from }) => from)),
      toSlot: Math.max(...slots.map(({ to }) => to)),
      sections: [...new Set(blocks.map(({ planned }) => planned.place))],
    };
  });
}

function slotsOfBlock({ planned, row }: RowBlock): { from: number; to: number } {
  const placed = placedRows(planned)[row];
  if (!placed) return { from: planned.laid.slots, to: planned.laid.slots };
  return { from: placed.slot, to: placed.slot + placed.slots };
}

/** The page that a slot of the song stands on; null where none does. */
export function pageOfSlot(pages: readonly StandPage[], slot: number): number | null {
  const found = pages.findIndex(({ fromSlot, toSlot }) => slot >= fromSlot && slot < toSlot);
  return found < 0 ? null : found;
}

/** The steps by which a reader makes a stand's numerals larger and smaller. */
export const standSizes = [24, 32, 42, 56, 72] as const;
