import {
  isSong,
  type SetDraft,
  type SetItem,
  type SongSet,
  type SongSummary,
} from '@intervallum/contract';

/** What a screen knows of the songs in a set: what to show, and whether they are still among the songs. */
export type KnownSongs = ReadonlyMap<
  string,
  { readonly summary: SongSummary; readonly removed: boolean }
>;

/** The songs of a set, as the server told of them. */
export function knownSongs(set: Pick<SongSet, 'items'>): KnownSongs {
  const all = set.items.filter(isSong);
  return new Map(all.map(({ songId, summary, removed }) => [songId, { summary, removed }]));
}

/** What of a set is edited and saved. */
export function draftOf(set: Omit<SongSet, 'id' | 'revision' | 'savedAt'>): SetDraft {
  const { name, date, leader, notes, begins, most, rehearsal, items } = set;
  const edited = items.map((item): SetItem => {
    if (!isSong(item)) return item;
    const { summary: _, removed: __, ...placed } = item;
    return placed;
  });
  return { name, date, leader, notes, begins, most, rehearsal, items: edited };
}
