import { songSummary, type SongSummary } from '../wire/songs.ts';

/** The version of the summaries that are stored beside charts; raised when what a list shows changes. */
export const summaryVersion = 1;

/** Reads a stored summary; null for one of another shape, which is then made anew from its chart. */
export function readSummary(stored: unknown): SongSummary | null {
  const read = songSummary.safeParse(stored);
  return read.success ? read.data : null;
}
