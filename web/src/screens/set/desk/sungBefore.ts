import type { SungKey } from '@intervallum/contract';

/** The keys that each song was sung in before, the latest first. */
export type SungBefore = ReadonlyMap<string, readonly SungKey[]>;

export function byTheirSongs(keys: readonly SungKey[]): SungBefore {
  const songs = new Map<string, SungKey[]>();
  for (const key of keys) songs.set(key.songId, [...(songs.get(key.songId) ?? []), key]);
  return songs;
}

/**
 * The key that a song should be offered in: the last one of who leads now, else the last one of all.
 * @param keys of one song, the latest first
 */
export function offeredKey(keys: readonly SungKey[], leader: string): SungKey | null {
  const same = (name: string) => name.trim().toLowerCase();
  const theirs =
    leader.trim() === '' ? null : keys.find((key) => same(key.leader) === same(leader));
  return theirs ?? keys[0] ?? null;
}
