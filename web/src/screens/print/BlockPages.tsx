import type { Song } from '@intervallum/core';
import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { paginate } from '../../music/rails/pages.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { Measured, PaperPage, roomOnPaper, type PaperName } from './pageFrame.tsx';

/** Something on paper that is never parted; with what stands over it where it begins a page or a part. */
export interface PaperBlock {
  readonly id: string;
  /** Blocks of a part stand closer to one another than parts do. */
  readonly part: number;
  readonly content: ReactNode;
}

const partGap = 16;

interface BlockPagesProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  blocks: readonly PaperBlock[];
  onPages: (pages: number) => void;
}

/** Blocks on as many pages as they need. How high they are is measured where they stand. */
export function BlockPages({ song, view, paper, blocks, onPages }: BlockPagesProps) {
  const measured = useRef<HTMLDivElement>(null);
  const [heights, setHeights] = useState<readonly number[]>([]);
  const room = roomOnPaper(paper, song);
  useLayoutEffect(() => {
    const now = [...(measured.current?.children ?? [])].map(
      (child) => child.getBoundingClientRect().height,
    );
    setHeights((before) => (before.join() === now.join() ? before : now));
  }, [blocks, paper]);
  const isMeasured = heights.length === blocks.length;
  const pages = isMeasured
    ? paginate(
        blocks.map(({ part }, row) => ({ section: part, row, height: heights[row]!, name: 0 })),
        { ...room, columns: 1, sectionGap: partGap },
      )
    : [];
  const count = pages.length;
  useLayoutEffect(() => {
    if (count > 0) onPages(count);
  }, [count, onPages]);
  return (
    <>
      <Measured aria-hidden ref={measured} style={{ width: room.width }}>
        {blocks.map(({ id, content }) => (
          <div key={id}>{content}</div>
        ))}
      </Measured>
      {pages.map(([column = []], page) => (
        <PaperPage key={page} song={song} view={view} paper={paper} page={page} of={count}>
          {column.map(({ row, section }, at) => {
            const begins = at > 0 && column[at - 1]!.section !== section;
            return (
              <div key={row} style={begins ? { marginTop: partGap } : undefined}>
                {blocks[row]!.content}
              </div>
            );
          })}
        </PaperPage>
      ))}
    </>
  );
}
