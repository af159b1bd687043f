import type { PencilMark } from '@intervallum/core';

/** What is pencilled into a song, by bar of the song as it is written, and where one is about to pencil. */
export interface PencilAt {
  readonly marks: ReadonlyMap<number, PencilMark>;
  /** The bar that is chosen; null where nobody pencils. */
  readonly at: number | null;
  readonly onChoose: ((bar: number) => void) | null;
}

export const withoutPencil: PencilAt = { marks: new Map(), at: null, onChoose: null };

/** The marks where bars stand that are shown otherwise than they are written. @param bars of the song as it is written */
export function marksShown(
  marks: ReadonlyMap<number, PencilMark>,
  bars: readonly number[],
): ReadonlyMap<number, PencilMark> {
  const shown = new Map<number, PencilMark>();
  for (const [place, bar] of bars.entries()) {
    const mark = marks.get(bar);
    if (mark) shown.set(place, mark);
  }
  return shown;
}

/** What is pencilled at any of some bars, as one: a line of words has several. */
export function marksOf(marks: ReadonlyMap<number, PencilMark>, bars: readonly number[]) {
  const here = [...new Set(bars)].flatMap((bar) => marks.get(bar) ?? []);
  return {
    words: here.flatMap(({ words }) => (words === '' ? [] : [words])),
    isMarked: here.some(({ isMarked }) => isMarked),
    // A line is left out where all of it is.
    isHidden: here.length > 0 && bars.every((bar) => marks.get(bar)?.isHidden),
  };
}
