import type { ChartResult } from '../chart/read/parseChart.ts';
import { cutToDifference, type TextEdit } from '../kit/edits.ts';
import { linesOf } from '../kit/lines.ts';

/** Gathers edits of whole lines, counted from 1 as they are before any of them, and gives them as edits of the text. */
export class LineEdits {
  readonly #read: ChartResult;
  readonly #typed: readonly string[];
  /** What a line becomes; null where it goes. */
  readonly #rewritten = new Map<number, string | null>();
  /** What comes after a line; after 0, above all lines. */
  readonly #added = new Map<number, string[]>();

  constructor(read: ChartResult) {
    this.#read = read;
    this.#typed = linesOf(read.text);
  }

  rewrite(line: number, text: string): void {
    this.#rewritten.set(line, text);
  }

  /** Takes lines away, `from` up to and without `to`. */
  remove(from: number, to: number): void {
    for (let line = from; line < to; line += 1) this.#rewritten.set(line, null);
  }

  addAfter(line: number, more: readonly string[]): void {
    if (more.length > 0) this.#added.set(line, [...(this.#added.get(line) ?? []), ...more]);
  }

  /** The edits in order, each cut to what differs. */
  edits(): TextEdit[] {
    const touched = new Set([...this.#rewritten.keys(), ...this.#added.keys()]);
    const edits: TextEdit[] = [];
    let done = -1;
    for (const line of [...touched].sort((one, other) => one - other)) {
      if (line <= done) continue;
      done = this.#lastGone(line);
      edits.push(done < line ? this.#changed(line) : this.#gone(line, done));
    }
    return cutToDifference(this.#read.text, edits);
  }

  /** The last of the lines from this one on that go and leave nothing; the line before where this one stays. */
  #lastGone(line: number): number {
    let last = line - 1;
    while (this.#rewritten.get(last + 1) === null && !this.#added.has(last + 1)) last += 1;
    return last;
  }

  /** Lines go with their ends, so that no empty line stays: the ends after them, or before them where the text ends. */
  #gone(first: number, last: number): TextEdit {
    const reachesEnd = last === this.#typed.length;
    return {
      from: reachesEnd && first > 1 ? this.#endOf(first - 1) : this.#read.lines.startOf(first),
      to: reachesEnd ? this.#read.text.length : this.#read.lines.startOf(last + 1),
      insert: '',
    };
  }

  #changed(line: number): TextEdit {
    const added = this.#added.get(line) ?? [];
    if (line === 0) return { from: 0, to: 0, insert: `${added.join('\n')}\n` };
    const text = this.#rewritten.get(line);
    const kept = text === undefined ? this.#typed[line - 1]! : text;
    return {
      from: this.#read.lines.startOf(line),
      to: this.#endOf(line),
      insert: [...(kept === null ? [] : [kept]), ...added].join('\n'),
    };
  }

  #endOf(line: number): number {
    return this.#read.lines.startOf(line) + this.#typed[line - 1]!.length;
  }
}
