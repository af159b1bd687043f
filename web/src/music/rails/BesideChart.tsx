import type { SectionKey, Song } from '@intervallum/core';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import styled from 'styled-components';
import { t } from '../../words/words.ts';
import { RowView } from './RowView.tsx';
import { sheetsOf, type SheetPart } from './sheets.ts';
import { SheetTurner } from './SheetTurner.tsx';
import { sizesOf, sizeVariables } from './sizes.ts';
import { lastSection, useLaidOut, usePlan, useSectionViews } from './usePlan.ts';
import { useSheet, useWidth } from './useSheet.ts';
import type { ChartView } from './view.ts';

const Sections = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
`;

const Line = styled.div<{ $wide: boolean }>`
  display: grid;
  grid-template-columns: ${({ $wide }) => ($wide ? 'minmax(0, 1fr) minmax(0, 1fr)' : 'minmax(0, 1fr)')};
  gap: ${({ $wide }) => ($wide ? '0 24px' : '10px')};
  align-items: end;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
`;

/** From this width on something has room beside the bars, in CSS pixels; else it stands over them. */
const wideFrom = 640;
const gap = 24;

interface BesideChartProps {
  song: Song;
  view: ChartView;
  /** The key of each section, where lifts make it another one than the view's. */
  keys: readonly SectionKey[];
  numeral: number;
  /** The slot of the song that sounds now. */
  playing: number | null;
  /** What stands over a section, and beside a line of it, its first slot of the song said. */
  heading: (section: number) => ReactNode;
  beside: (section: number, line: number, slot: number) => ReactNode;
}

/** A song a line at a time, each with something beside it. */
export function BesideChart(props: BesideChartProps) {
  const { song, view, keys, numeral, playing, heading, beside } = props;
  const page = useRef<HTMLDivElement>(null);
  const width = useWidth(page);
  const isWide = width >= wideFrom;
  const room = useMemo(
    () => ({
      width: isWide ? Math.floor((width - gap) / 2) : width,
      names: 'above' as const,
      joined: false,
    }),
    [width, isWide],
  );
  const laid = useLaidOut(song);
  const viewOf = useSectionViews(view, keys);
  const planned = usePlan({
    sections: laid,
    viewOf,
    view,
    withOver: false,
    numeral,
    room,
    final: useMemo(() => lastSection(song), [song]),
  });
  const sheets = useMemo(() => sheetsOf(planned), [planned]);
  const { now, turn } = useSheet(sheets, null, playing);
  useEffect(() => {
    if (playing === null) return;
    page.current?.querySelector('[data-playing]')?.scrollIntoView({ block: 'nearest' });
  }, [playing]);
  return (
    <Sections ref={page} style={sizeVariables(sizesOf(numeral))}>
      <SheetTurner label={t('Bars that are shown')} sheets={sheets} now={now} onTurn={turn} />
      {width === 0
        ? null
        : sheets[now]?.parts.map((part) => (
            <section
              key={part.planned.laid.id}
              aria-label={part.planned.laid.section.name || t('Section without a name')}
            >
              {heading(part.planned.place)}
              {linesOf(part).map(({ line, slot, rows }) => (
                <Line key={line} $wide={isWide}>
                  {beside(part.planned.place, line, slot)}
                  <div style={sizeVariables(part.planned.setting.sizes)}>
                    {rows.map((placed) => (
                      <RowView
                        key={placed.row.id}
                        row={placed.row}
                        phrase={line}
                        columns={part.planned.columns}
                        columnTicks={part.planned.fit.columnTicks}
                        view={viewOf(part.planned.place)}
                        isPaper={false}
                        currentBar={null}
                        currentSlot={null}
                        proposal={null}
                        proposedBar={null}
                        over={null}
                        selectedFrom={null}
                        selectedTo={null}
                        entry={null}
                        playing={slotIn(playing, placed)}
                        pencil=""
                        changed=""
                        onChoose={null}
                      />
                    ))}
                  </div>
                </Line>
              ))}
            </section>
          ))}
    </Sections>
  );
}

type Placed = SheetPart['rows'][number];

function slotIn(playing: number | null, { slot, slots }: Placed): number | null {
  return playing !== null && playing >= slot && playing < slot + slots ? playing - slot : null;
}

/** The rows of a section by the lines of its text. */
function linesOf({ planned, rows }: SheetPart) {
  const lines: { line: number; slot: number; rows: Placed[] }[] = [];
  for (const placed of rows) {
    const first = placed.row.pieces[0]?.rail;
    const line = first ? planned.laid.rails.indexOf(first) : -1;
    if (lines.at(-1)?.line === line) lines.at(-1)!.rows.push(placed);
    else lines.push({ line, slot: placed.slot, rows: [placed] });
  }
  return lines;
}
