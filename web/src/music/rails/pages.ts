import type { LaidSection } from './layout.ts';
import type { Measure } from './measure.ts';
import { settingsOf } from './natural.ts';
import type { Room } from './columns.ts';
import { planRows, type PlannedSection } from './rows.ts';
import { sizesOf, type Air, type Shows, type Sizes } from './sizes.ts';
import type { ChartView } from './view.ts';

/** Something that a page is filled with, and never parts: a row of bars, or a line of anything else. */
export interface Block {
  readonly section: number;
  readonly row: number;
  readonly height: number;
  /** What the name of its section takes above the section's first row; 0 where it stands beside. */
  readonly name: number;
}

/** The room on a page, in the same unit as the heights. */
export interface Sheet {
  /** Height of a column of the first page, which has the song's name above it, and of any other. */
  readonly first: number;
  readonly other: number;
  readonly columns: number;
  /** Between two sections. */
  readonly sectionGap: number;
}

/** The blocks of each column of each page. */
export type Pages<Of extends Block = Block> = readonly (readonly (readonly Of[])[])[];

/**
 * Fills columns and pages. A row is never parted; a section's first row stays with its name. What is higher than a
 * column has one for itself.
 */
export function paginate<Of extends Block>(blocks: readonly Of[], sheet: Sheet): Pages<Of> {
  const pages: Of[][][] = [[[]]];
  let left = sheet.first;
  for (const block of blocks) {
    const page = pages.at(-1)!;
    const column = page.at(-1)!;
    const last = column.at(-1);
    const goesOn = last?.section === block.section;
    // A section that goes on in a new column has its name once more.
    const need = block.height + (goesOn ? 0 : block.name + (last ? sheet.sectionGap : 0));
    if (need > left && column.length > 0) {
      if (page.length < sheet.columns) page.push([]);
      else pages.push([[]]);
      left = pages.length === 1 ? sheet.first : sheet.other;
      pages.at(-1)!.at(-1)!.push(block);
      left -= block.height + block.name;
    } else {
      column.push(block);
      left -= need;
    }
  }
  return pages;
}

/** The same, but where one page is enough its columns come out even, and sections stay whole if they can. */
export function balanced<Of extends Block>(blocks: readonly Of[], sheet: Sheet): Pages<Of> {
  const pages = paginate(blocks, sheet);
  if (sheet.columns === 1 || pages.length !== 1) return pages;
  return evenly(wholeSections(blocks, sheet.sectionGap), sheet) ?? evenly(blocks, sheet) ?? pages;
}

/** Blocks on one page filled no higher than they must be; null where they take more than one. */
function evenly<Of extends Block>(
  blocks: readonly (Of | Whole<Of>)[],
  sheet: Sheet,
): Pages<Of> | null {
  const at = (height: number) => {
    const pages = paginate(blocks, { ...sheet, first: height });
    return fills(pages, sheet) ? pages : null;
  };
  let best = at(sheet.first);
  if (best === null) return null;
  let low = 0;
  let high = sheet.first;
  while (high - low > 2) {
    const middle = (low + high) / 2;
    const tried = at(middle);
    if (tried) best = tried;
    if (tried) high = middle;
    else low = middle;
  }
  return best.map((page) =>
    page.map((column) => column.flatMap((block) => ('rows' in block ? block.rows : [block]))),
  );
}

/** All rows of a section as one block. */
interface Whole<Of extends Block> extends Block {
  readonly rows: readonly Of[];
}

function wholeSections<Of extends Block>(
  blocks: readonly Of[],
  sectionGap: number,
): readonly Whole<Of>[] {
  return [...new Set(blocks.map(({ section }) => section))].map((section) => {
    const rows = blocks.filter((block) => block.section === section);
    const name = rows[0]?.name ?? 0;
    return { section, row: 0, rows, name, height: heightOf(rows, sectionGap) - name };
  });
}

/** Whether nothing on a single page is higher than its columns. */
function fills(pages: Pages, { first, sectionGap }: Sheet): boolean {
  return pages.length === 1 && pages[0]!.every((column) => heightOf(column, sectionGap) <= first);
}

/** How high the blocks of a column are together. */
export function heightOf(column: readonly Block[], sectionGap: number): number {
  return column.reduce((sum, block, place) => {
    const last = column[place - 1];
    const opens = last?.section !== block.section;
    return sum + block.height + (opens ? block.name + (last ? sectionGap : 0) : 0);
  }, 0);
}

/** A row of a planned song as what fills a page. */
export interface RowBlock extends Block {
  readonly planned: PlannedSection;
}

/** The row of a section that has no bars yet: only its name. */
export const nameAlone = -1;

/** The rows of a planned song as what fills pages. */
export function blocksOf(
  sections: readonly PlannedSection[],
  names: Room['names'],
): readonly RowBlock[] {
  return sections.flatMap((planned, section) => {
    const { rows, name } = planned;
    const isBeside = names === 'beside';
    const all = rows.reduce((sum, { height }) => sum + height, 0);
    // A long remark beside a short section reaches below its rows.
    const beyond = isBeside ? Math.max(0, name - all) : 0;
    const named = { planned, section, name: isBeside ? 0 : name };
    if (rows.length === 0) return [{ ...named, row: nameAlone, height: beyond }];
    return rows.map((of, row) => ({
      ...named,
      row,
      height: of.height + (row === rows.length - 1 ? beyond : 0),
    }));
  });
}

/** What a song is set for. */
export interface Asked {
  readonly sections: readonly LaidSection[];
  /** How each section is looked at. */
  readonly viewOf: (place: number) => ChartView;
  readonly shows: Shows;
  readonly measure: Measure;
  /** The section that the song ends with. */
  readonly final: number | null;
  /** Which section of the song the first of these is, where they are some of it only. */
  readonly first?: number;
}

/** Pages of a size, in CSS pixels. */
export interface PageRoom {
  readonly width: number;
  /** What the first page has for music, and any other. */
  readonly first: number;
  readonly other: number;
  readonly joined: boolean;
  readonly columnGap: number;
}

export interface SetPages {
  readonly sizes: Sizes;
  readonly columns: number;
  readonly columnWidth: number;
  readonly names: Room['names'];
  readonly pages: Pages<RowBlock>;
}

/** Sets a song in a size and so many columns on as many pages as it takes. */
export function setPages(
  asked: Asked,
  room: PageRoom,
  how: Way & { readonly numeral: number; readonly air?: Air },
): SetPages {
  const { columns, names } = how;
  const sizes = sizesOf(how.numeral, how.air);
  const columnWidth = Math.floor((room.width - (columns - 1) * room.columnGap) / columns);
  const { shows, measure } = asked;
  const planned = planRows({
    sections: asked.sections,
    room: { width: columnWidth, names, joined: room.joined },
    settingOf: settingsOf(asked.viewOf, { shows, sizes, measure }),
    final: asked.final,
    first: asked.first ?? 0,
  });
  const pages = balanced(blocksOf(planned, names), {
    first: room.first,
    other: room.other,
    columns,
    sectionGap: sizes.apart,
  });
  return { sizes, columns, columnWidth, names, pages };
}

/** How a page is parted. */
export interface Way {
  readonly columns: number;
  readonly names: Room['names'];
}

/** Between which sizes a song is fitted, and how. */
export interface FitWish {
  readonly least: number;
  readonly most: number;
  /** How the page may be parted. */
  readonly ways: readonly Way[];
  /** Lines may be broken wherever that makes room, as on a page that is hardly wider than two bars. */
  readonly breaksLines?: boolean;
}

/**
 * The largest size in which a whole song stands on one page, over all numbers of columns; null where it does not even in
 * the least one.
 */
export function fitToPage(asked: Asked, room: PageRoom, wish: FitWish): SetPages | null {
  // Lines that hold as they are written are worth more than size and air; only where they cannot are they broken.
  for (const allows of wish.breaksLines ? [() => true] : [linesHold, () => true])
    for (const air of ['usual', 'little'] as const) {
      const set = fitted(asked, room, { ...wish, air, allows });
      if (set) return set;
    }
  return null;
}

function fitted(
  asked: Asked,
  room: PageRoom,
  wish: FitWish & { readonly air: Air; readonly allows: (set: SetPages) => boolean },
): SetPages | null {
  let best = null as SetPages | null;
  for (const way of wish.ways) {
    const at = (numeral: number) => {
      const tried = setPages(asked, room, { ...way, air: wish.air, numeral });
      return isOnePage(tried, room) && wish.allows(tried) ? tried : null;
    };
    const from: number = best ? best.sizes.numeral + 1 : wish.least;
    best = largest(at, from, wish.most) ?? best;
  }
  return best;
}

/** Whether lines of up to four bars stand in one row, in most rows of each section. */
function linesHold({ pages }: SetPages): boolean {
  return pages.flat(2).every(({ planned: { columns, fit } }) => columns >= Math.min(4, fit.typed));
}

/** The last of a row of sizes that something can be done in; it can in each smaller one. */
function largest<Made>(at: (size: number) => Made | null, from: number, to: number): Made | null {
  if (from > to) return null;
  let best = at(from);
  if (best === null) return null;
  let low = from;
  let high = to + 1;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const made = at(middle);
    if (made === null) high = middle;
    else {
      low = middle;
      best = made;
    }
  }
  return best;
}

/** Whether all stands on one page, in the size that was asked and with lines broken as they may be. */
function isOnePage({ pages, sizes }: SetPages, room: PageRoom): boolean {
  return (
    pages.length === 1 &&
    pages[0]!.every(
      (column) =>
        heightOf(column, sizes.apart) <= room.first &&
        column.every(({ planned }) => planned.setting.sizes.numeral === sizes.numeral),
    )
  );
}
