import type { SongListItem } from '@intervallum/contract';
import { lazy, Suspense, useEffect } from 'react';
import { Rows, type SongRowsProps } from './rowsFrame.ts';
import { t } from '../../words/words.ts';

/** Up to so many songs are all on the page: the browser's own search finds them. */
const mostWhole = 150;

const LongRows = lazy(async () => ({ default: (await import('./LongRows.tsx')).LongRows }));

/** The songs of a list of any length. */
export function SongRows(props: SongRowsProps) {
  const { songs, total, onMore, children } = props;
  const isLong = total > mostWhole;
  const rows = (some: readonly SongListItem[]) => (
    <Rows aria-label={t('Songs')}>
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
