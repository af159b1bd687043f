import type { SetDraft, SongSet, SongSummary } from '@intervallum/contract';

/** What the screen knows of the songs in a set: what to show, and whether they are still among the songs. */
export type KnownSongs = ReadonlyMap<
  string,
  { readonly summary: SongSummary; readonly removed: boolean }
>;

export function knownSongs(set: SongSet): KnownSongs {
  return new Map(set.items.map(({ songId, summary, removed }) => [songId, { summary, removed }]));
}

/** What of a set is edited and saved. */
export function draftOf({ name, date, leader, notes, items }: SongSet): SetDraft {
  return {
    name,
    date,
    leader,
    notes,
    items: items.map(({ id, songId, key, notes: note }) => ({ id, songId, key, notes: note })),
  };
}
