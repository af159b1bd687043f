import type { PencilMark, Song } from '@intervallum/core';
import { useRef } from 'react';
import styled from 'styled-components';
import { PageColumns } from './PageColumns.tsx';
import type { ChartView } from './view.ts';
import { noMarks } from './SectionView.tsx';
import { columnGap, useRoom, useStandPages } from './standRoom.ts';

const pad = { across: 0, down: 0 } as const;

const Room = styled.div`
  height: 100%;
  overflow: hidden auto;
  /* What it is called stands over it. */
  [data-section] > :first-child {
    display: none;
  }
`;

interface FittedChartProps {
  song: Song;
  view: ChartView;
  /** What its reader pencilled, by bar of what is shown. */
  pencil?: ReadonlyMap<number, PencilMark> | null;
}

/** The bars of a section as large as their place has room for. What has none in a size that is read is scrolled. */
export function FittedChart({ song, view, pencil = null }: FittedChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const room = useRoom(place, pad);
  const standing = { room, numeral: null, withOver: false, namesAbove: true, pencil } as const;
  const { pages } = useStandPages(song, view, standing);
  return (
    <Room ref={place}>
      {pages.map(({ set, page }, index) => (
        <PageColumns
          key={index}
          set={set}
          page={page}
          columnGap={columnGap}
          viewOf={() => view}
          marks={{ ...noMarks, pencil }}
        />
      ))}
    </Room>
  );
}
