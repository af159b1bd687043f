import type { Place } from './result.ts';

/**
 * What ends a line. Besides those of files, the separators of lines and of paragraphs, which programs for writing put in
 * with Shift and Enter (Unicode Standard, 5.8).
 */
export const lineEnd = /\r\n|[\r\n\u2028\u2029]/g;

/** The lines of a text, whatever ends them. */
export function linesOf(text: string): string[] {
  return text.split(lineEnd);
}

/** A stretch of a text, in UTF-16 code units from its beginning; `to` is the first one after it. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

/** Turns places of a text (line and column) into ranges. One is made for each text, since it looks for its lines once. */
export class LineIndex {
  readonly #starts: readonly number[];
  readonly #length: number;

  constructor(text: string) {
    const starts = [0];
    for (const end of text.matchAll(lineEnd)) starts.push(end.index + end[0].length);
    this.#starts = starts;
    this.#length = text.length;
  }

  /** Where a line (from 1) begins; the end of the text for a line that it does not have. */
  startOf(line: number): number {
    return this.#starts[line - 1] ?? this.#length;
  }

  /** The range of a place; it never reaches past the text. */
  rangeOf({ line, column, length }: Place): Range {
    const from = Math.min(this.startOf(line) + column - 1, this.#length);
    return { from, to: Math.min(from + length, this.#length) };
  }

  /** The line and column, from 1, of an offset. */
  placeAt(offset: number): { readonly line: number; readonly column: number } {
    let low = 0;
    let high = this.#starts.length;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.#starts[middle]! <= offset) low = middle;
      else high = middle;
    }
    return { line: low + 1, column: offset - this.#starts[low]! + 1 };
  }
}
