import type { Song } from '@intervallum/core';
import { useLayoutEffect, useMemo } from 'react';
import { useMeasure } from '../../music/rails/measure.ts';
import { PageColumns } from '../../music/rails/PageColumns.tsx';
import { fitToPage, setPages, type Asked } from '../../music/rails/pages.ts';
import { lastSection, showsOf, useLaidOut } from '../../music/rails/usePlan.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import {
  columnGap,
  PaperPage,
  roomOnPaper,
  type PageNumber,
  type PaperName,
} from './pageFrame.tsx';

/** Numerals on paper, in CSS pixels: the largest, the least that can still be read at a music stand, and where a song takes several pages. */
const numerals = { most: 30, least: 20, several: 26 } as const;

interface ChartPagesProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  columns: 1 | 2;
  /** Where it is printed with other songs. */
  number?: PageNumber | null;
  onPages: (pages: number) => void;
}

/** A chart on paper: set as small as it must be to fit one page, if it can still be read then, else on several. */
export function ChartPages(props: ChartPagesProps) {
  const { song, view, paper, columns, number = null, onPages } = props;
  const sections = useLaidOut(song);
  const measure = useMeasure();
  const { joined } = reader.use('joined');
  const set = useMemo(() => {
    const asked: Asked = {
      sections,
      viewOf: () => view,
      shows: showsOf(view, false),
      measure,
      final: lastSection(song),
    };
    const room = { ...roomOnPaper(paper, song), joined, columnGap };
    const names = columns === 1 ? 'beside' : 'above';
    return (
      fitToPage(asked, room, {
        least: numerals.least,
        most: numerals.most,
        ways: [{ columns, names }],
      }) ?? setPages(asked, room, { numeral: numerals.several, columns, names })
    );
  }, [sections, song, view, paper, columns, joined, measure]);
  const of = set.pages.length;
  useLayoutEffect(() => onPages(of), [of, onPages]);
  return set.pages.map((_, page) => (
    <PaperPage key={page} song={song} view={view} paper={paper} page={page} of={of} number={number}>
      <PageColumns set={set} page={page} columnGap={columnGap} viewOf={() => view} />
    </PaperPage>
  ));
}
