import type { SongListItem } from '@intervallum/contract';
import { useMemo, useState } from 'react';

/** Several songs that are chosen, to be given the same. */
export interface Choosing {
  readonly isOn: boolean;
  readonly chosen: ReadonlyMap<string, SongListItem>;
  readonly toggle: () => void;
  /** Begins with a song. */
  readonly begin: (song: SongListItem) => void;
  readonly choose: (songs: readonly SongListItem[], isChosen: boolean) => void;
  readonly none: () => void;
}

export function useChoosing(): Choosing {
  const [chosen, setChosen] = useState<ReadonlyMap<string, SongListItem> | null>(null);
  return useMemo(
    () => ({
      isOn: chosen !== null,
      chosen: chosen ?? new Map(),
      toggle: () => setChosen(chosen ? null : new Map()),
      begin: (song) => setChosen(new Map([[song.id, song]])),
      choose: (songs, isChosen) =>
        setChosen((before) => {
          const next = new Map(before);
          for (const song of songs)
            if (isChosen) next.set(song.id, song);
            else next.delete(song.id);
          return next;
        }),
      none: () => setChosen(new Map()),
    }),
    [chosen],
  );
}
