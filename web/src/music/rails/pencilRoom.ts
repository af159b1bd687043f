import type { PencilMark } from '@intervallum/core';
import type { LaidSection } from './layout.ts';

/** How much larger than remarks pencilled words are, and how far apart their lines. */
export const pencilSize = 1.15;
export const pencilLine = 1.25;

/**
 * A song laid out with the words that its reader pencilled, so that they have room where music is fitted to a page. Sections
 * without any stay the same objects.
 * @param pencil by bar of the song as it is laid out
 */
export function withPencilled(
  sections: readonly LaidSection[],
  pencil: ReadonlyMap<number, PencilMark> | null,
): readonly LaidSection[] {
  if (!pencil || ![...pencil.values()].some(({ words }) => words !== '')) return sections;
  return sections.map((laid) => {
    let bar = laid.bars;
    let isSame = true;
    const rails = laid.rails.map((rail) => ({
      ...rail,
      bars: rail.bars.map((one) => {
        const words = pencil.get(bar)?.words ?? '';
        bar += 1;
        if (words === '') return one;
        isSame = false;
        return { ...one, pencilled: words };
      }),
    }));
    return isSame ? laid : { ...laid, rails };
  });
}
