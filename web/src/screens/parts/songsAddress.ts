let latest = '/songs';

/** The list of songs as it was looked at last: who goes back to it finds the search and the filters that were set. */
export function songsAddress(): string {
  return latest;
}

/** @param asked what the address of the list says; nothing for all songs */
export function lookedAt(asked: URLSearchParams): void {
  latest = asked.size === 0 ? '/songs' : `/songs?${asked}`;
}
