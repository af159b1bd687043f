import { writeCsv } from '@intervallum/core';
import type { SongUse } from '@intervallum/contract';

/** A song as a report names it: whose it is, and on which days it was sung. */
export interface SungSong {
  readonly songId: string;
  readonly title: string;
  readonly by: string;
  readonly rights: string;
  /** Each time, the first one first; a day on which it was sung twice is there twice. */
  readonly dates: readonly string[];
}

/** Uses in their order, told by song: those that were sung most often first, then by title. */
export function bySong(uses: readonly SongUse[]): SungSong[] {
  const songs = new Map<string, SungSong>();
  for (const { songId, title, by, rights, date } of uses) {
    const dates = [...(songs.get(songId)?.dates ?? []), date];
    songs.set(songId, { songId, title, by, rights, dates });
  }
  return [...songs.values()].sort(
    (one, other) =>
      other.dates.length - one.dates.length || one.title.localeCompare(other.title, 'en'),
  );
}

const columns = ['date', 'set', 'leader', 'title', 'by', 'rights', 'key'] as const;

/** What was sung as a table of comma-separated values, a line for each time. */
export function usesTable(uses: readonly SongUse[]): string {
  return writeCsv(
    columns,
    uses.map(({ date, setName, leader, title, by, rights, key }) => ({
      date,
      set: setName,
      leader,
      title,
      by,
      rights,
      key,
    })),
  );
}
