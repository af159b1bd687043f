import type { SongListItem } from '@intervallum/contract';
import { lazy, Suspense, useEffect, type ReactNode } from 'react';
import styled from 'styled-components';

/** Up to so many songs are all on the page: the browser's own search finds them. */
const mostWhole = 150;

const LongRows = lazy(async () => ({ default: (await import('./LongRows.tsx')).LongRows }));

export const Rows = styled.ul`
  position: relative;
  border-top: 1px solid var(--hairline);
`;

export interface SongRowsProps {
  songs: readonly SongListItem[];
  /** Of how many, where not all are fetched. */
  total: number;
  /** Fetches the next ones; null where there are none, or they are on their way. */
  onMore: (() => void) | null;
  children: (song: SongListItem) => ReactNode;
}

/** The songs of a list of any length. */
export function SongRows(props: SongRowsProps) {
  const { songs, total, onMore, children } = props;
  const isLong = total > mostWhole;
  const rows = (some: readonly SongListItem[]) => (
    <Rows aria-label="Songs">
      {some.map((song) => (
        <li key={song.id} data-song={song.id}>
          {children(song)}
        </li>
      ))}
    </Rows>
  );
  // All of a short list is fetched at once.
  useEffect(() => {
    if (!isLong) onMore?.();
  }, [isLong, onMore]);
  if (isLong)
    return (
      <Suspense fallback={rows(songs.slice(0, 40))}>
        <LongRows {...props} />
      </Suspense>
    );
  return rows(songs);
}
