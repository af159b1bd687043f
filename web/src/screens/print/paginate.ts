/** A line of bars as it stands on paper: where it belongs, and how high it is. */
export interface Block {
  readonly section: number;
  readonly phrase: number;
  readonly height: number;
  /** What the name of its section takes above the section's first line; 0 where it stands beside. */
  readonly name: number;
}

/** The room on paper, in the same unit as the heights. */
export interface Sheet {
  /** Height of a column of the first page, which has the song's name above it, and of any other. */
  readonly first: number;
  readonly other: number;
  readonly columns: 1 | 2;
  /** Between two sections. */
  readonly sectionGap: number;
}

/** The blocks of each column of each page. */
export type Pages = readonly (readonly (readonly Block[])[])[];

/**
 * Fills columns and pages. A line is never parted; a section's first line stays with its name. What is higher than a
 * column has one for itself.
 */
export function paginate(blocks: readonly Block[], sheet: Sheet): Pages {
  const pages: Block[][][] = [[[]]];
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

/** How much smaller than usual a chart may be set, so that it fits one page and can still be read at a music stand. */
export const zooms = [1, 0.92, 0.85, 0.78, 0.72] as const;
