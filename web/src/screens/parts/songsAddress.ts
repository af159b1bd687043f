let latest = '/songs';

/** The list of songs as it was looked at last: who goes back to it finds the search that was made. */
export function songsAddress(): string {
  return latest;
}

/** @param search what is searched for in the list; nothing for all songs */
export function lookedAt(search: string): void {
  latest = search === '' ? '/songs' : `/songs?${new URLSearchParams({ search })}`;
}
