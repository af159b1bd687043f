import type { Bar, Song } from '../chart/song.ts';

/** What of a source a line of the chart comes from. */
export interface LineSource {
  /** What its places count: lines of a text, measures of a score or of a MIDI file; from 1. */
  readonly unit: 'line' | 'measure';
  readonly from: number;
  readonly to: number;
  /** As it stands there: lines as they were typed, or what stands in each measure between bar lines. */
  readonly text: string;
}

/**
 * Where each line of the song comes from, by its bars: sections and lines are put in order, joined and renamed after they
 * were read, their rows of bars stay what they are.
 */
export class Sources {
  readonly #of = new Map<readonly Bar[], LineSource>();

  add(bars: readonly Bar[], source: LineSource): void {
    this.#of.set(bars, source);
  }

  /** By section and line of the song; null where nothing of the source says it. */
  inOrder({ sections }: Song): (LineSource | null)[][] {
    return sections.map(({ phrases }) => phrases.map(({ bars }) => this.#of.get(bars) ?? null));
  }
}
