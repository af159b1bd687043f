import type { Timeline } from '../chart/time/timeline.ts';
import { sungPage } from './sungPage.ts';

/** What stands on a wall at once: some lines of the words of a section. */
export interface WordSlide {
  /** Which part of the timeline it is of. */
  readonly part: number;
  readonly section: string;
  readonly pass: number;
  readonly lines: readonly string[];
}

/** More lines than these are not read from the last row (common practice, no published source). */
const mostLines = 4;

/**
 * The words of a song in the order in which they are sung, as they stand on a wall: each time through a section anew, parted
 * evenly where it has more lines than are read at once. A section without words has none.
 */
export function slidesOf(timeline: Timeline): WordSlide[] {
  return sungPage(timeline).flatMap(({ part, section, pass, lines }) => {
    const texts = lines.map((line) => line.map(({ text }) => text).join(''));
    const count = Math.ceil(texts.length / mostLines);
    return Array.from({ length: count }, (_, index) => ({
      part,
      section,
      pass,
      lines: texts.slice(
        Math.ceil((index * texts.length) / count),
        Math.ceil(((index + 1) * texts.length) / count),
      ),
    }));
  });
}
