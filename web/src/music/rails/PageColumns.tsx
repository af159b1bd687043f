import { useMemo } from 'react';
import styled from 'styled-components';
import type { RowBlock, SetPages } from './pages.ts';
import { noMarks, SectionView, type Marks } from './SectionView.tsx';
import { placedRows, type SheetPart } from './sheets.ts';
import { sizeVariables } from './sizes.ts';
import type { ChartView } from './view.ts';

const Columns = styled.div<{ $gap: number }>`
  display: flex;
  align-items: flex-start;
  gap: ${({ $gap }) => $gap}px;
`;

const Column = styled.div<{ $width: number }>`
  flex: none;
  width: ${({ $width }) => $width}px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--apart);
`;

interface PageColumnsProps {
  set: SetPages;
  /** Which of its pages. */
  page: number;
  columnGap: number;
  viewOf: (place: number) => ChartView;
  marks?: Marks;
}

/** A page of a song that was set for it: its columns side by side. */
export function PageColumns({ set, page, columnGap, viewOf, marks = noMarks }: PageColumnsProps) {
  const sizes = useMemo(() => sizeVariables(set.sizes), [set.sizes]);
  return (
    <Columns $gap={columnGap} style={sizes}>
      {set.pages[page]?.map((column, place) => (
        <Column key={place} $width={set.columnWidth}>
          {partsOf(column).map((part) => (
            <SectionView
              key={part.planned.laid.id}
              part={part}
              names={set.names}
              view={viewOf(part.planned.place)}
              isPaper
              marks={marks}
            />
          ))}
        </Column>
      ))}
    </Columns>
  );
}

/** The rows of a column by section. */
function partsOf(column: readonly RowBlock[]): SheetPart[] {
  const sections = [...new Set(column.map(({ planned }) => planned))];
  return sections.map((planned) => {
    const own = column.filter((block) => block.planned === planned);
    const placed = placedRows(planned);
    const rows = own.flatMap(({ row }) => placed[row] ?? []);
    return { planned, rows, goesOn: (own[0]?.row ?? 0) > 0 };
  });
}
