import {
  defaultRangeExtractor,
  useWindowVirtualizer,
  type Range,
  type VirtualItem,
} from '@tanstack/react-virtual';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Rows, type SongRowsProps } from './rowsFrame.ts';
import { t } from '../../words/words.ts';

/** How high a row is before it was measured, in pixels. */
const usualHeight = 77;

const List = styled(Rows)`
  li {
    position: absolute;
    inset: 0 0 auto;
  }
`;

/** Rows as they were measured last, so that who comes back finds the place they left. */
let measured: { readonly width: number; readonly rows: VirtualItem[] } = { width: 0, rows: [] };

/**
 * The songs of a long list: those in sight are on the page, with the one that has the focus; the next ones are
 * fetched before the end comes into sight.
 */
export function LongRows({ songs, total, onMore, children }: SongRowsProps) {
  const list = useRef<HTMLUListElement>(null);
  const [above, setAbove] = useState(0);
  const [focused, setFocused] = useState<number | null>(null);
  useLayoutEffect(() => {
    // What stands over the list may come and go.
    const measure = () =>
      setAbove((list.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(document.body);
    return () => watcher.disconnect();
  }, []);
  const rows = useWindowVirtualizer({
    count: songs.length,
    scrollMargin: above,
    overscan: 10,
    estimateSize: () => usualHeight,
    initialMeasurementsCache: measured.width === window.innerWidth ? measured.rows : [],
    getItemKey: (place) => songs[place]!.id,
    rangeExtractor: useCallback(
      (range: Range) => {
        const places = defaultRangeExtractor(range);
        const isOutside = focused !== null && focused < range.count && !places.includes(focused);
        return isOutside ? [...places, focused].sort((one, other) => one - other) : places;
      },
      [focused],
    ),
  });
  useEffect(
    () => () => {
      measured = { width: window.innerWidth, rows: rows.measurementsCache };
    },
    [rows],
  );
  const shown = rows.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  const isNearEnd = last >= songs.length - 20;
  useEffect(() => {
    if (isNearEnd) onMore?.();
  }, [isNearEnd, onMore]);
  return (
    <List
      ref={list}
      aria-label={t('Songs')}
      style={{ height: rows.getTotalSize() }}
      onFocus={({ target }) => {
        const place = target.closest('li')?.dataset['index'];
        setFocused(place === undefined ? null : Number(place));
      }}
      onBlur={() => setFocused(null)}
    >
      {shown.map(({ index, key, start }) => {
        const song = songs[index]!;
        return (
          <li
            key={key}
            ref={rows.measureElement}
            data-index={index}
            data-song={song.id}
            aria-posinset={index + 1}
            aria-setsize={total}
            style={{ transform: `translateY(${start - above}px)` }}
          >
            {children(song)}
          </li>
        );
      })}
    </List>
  );
}
