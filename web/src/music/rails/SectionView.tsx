import { sameKey, type Chord, type PencilMark } from '@intervallum/core';
import type { ReactNode } from 'react';
import styled, { css } from 'styled-components';
import type { OverMark } from './overMark.ts';
import { remarksOf } from './remarks.ts';
import { RowView } from './RowView.tsx';
import { marginGap, type Room } from './columns.ts';
import { sizeVariables } from './sizes.ts';
import type { SheetPart } from './sheets.ts';
import type { ChartView } from './view.ts';
import { t } from '../../words/words.ts';

const Part = styled.section<{ $names: Room['names'] }>`
  ${({ $names }) =>
    $names === 'beside' &&
    css`
      display: grid;
      grid-template-columns: var(--margin) minmax(0, 1fr);
      gap: ${marginGap}px;
    `}
`;

const beside = css`
  padding-top: var(--above);
  p {
    margin-top: 2px;
  }
`;

const above = css`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding-top: 4px;
`;

const Margin = styled.div<{ $names: Room['names'] }>`
  h2 {
    font-size: var(--name);
    line-height: 1.2;
    overflow-wrap: anywhere;
  }
  p {
    font-size: var(--remark);
    line-height: 1.35;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
  p.key {
    font-weight: 700;
  }
  ${({ $names }) => ($names === 'beside' ? beside : above)}
`;

/** What is marked on a chart, by bars and slots of the song. */
export interface Marks {
  readonly currentBar: number | null;
  readonly currentSlot: number | null;
  readonly proposal: { readonly bar: number; readonly slot: number; readonly chord: Chord } | null;
  readonly over: ReadonlyMap<number, OverMark> | null;
  readonly playing: number | null;
  readonly selection: { readonly from: number; readonly to: number } | null;
  readonly entry: ReactNode;
  readonly onChoose: ((row: string, bar: number, slot: number, extend: boolean) => void) | null;
  readonly sectionName: SectionNaming | null;
  /** Bars in which the song differs from another state of it. */
  readonly changed: ReadonlySet<number> | null;
  /** What its reader pencilled, by bar of what is shown. */
  readonly pencil: ReadonlyMap<number, PencilMark> | null;
}

/** Draws the name of a section; counted over the song from 0. */
export type SectionNaming = (section: number, name: string) => ReactNode;

export const noMarks: Marks = {
  currentBar: null,
  currentSlot: null,
  proposal: null,
  over: null,
  playing: null,
  selection: null,
  entry: null,
  onChoose: null,
  sectionName: null,
  changed: null,
  pencil: null,
};

interface SectionViewProps {
  part: SheetPart;
  names: Room['names'];
  view: ChartView;
  isPaper: boolean;
  marks: Marks;
}

/** A section, or the rows of it that stand together: its name beside or above, its bars in equal columns. */
export function SectionView({ part, names, view, isPaper, marks }: SectionViewProps) {
  const { planned, rows, goesOn } = part;
  const { laid, place, columns, setting, fit } = planned;
  const { section, rails } = laid;
  const { currentBar, currentSlot, proposal, over, selection, entry, playing, onChoose } = marks;
  const isLifted = view.lift && !sameKey(view.lift.from, view.key);
  return (
    <Part
      $names={names}
      data-section={place}
      aria-label={section.name || t('Section without a name')}
      style={setting === fit.asked ? undefined : sizeVariables(setting.sizes)}
    >
      <Margin $names={names}>
        <h2>
          {marks.sectionName && !goesOn
            ? marks.sectionName(place, section.name)
            : section.name || '…'}
          {goesOn ? ' …' : ''}
        </h2>
        {goesOn
          ? null
          : remarksOf(section, view).map((remark, line) => (
              <p key={line} className={isLifted && line === 0 ? 'key' : undefined}>
                {remark}
              </p>
            ))}
      </Margin>
      <div>
        {rows.map(({ row, bar, bars, slot, slots }) => {
          const isHere = isOn(currentBar, bar, bars);
          const isProposed = isOn(proposal?.bar, bar, bars);
          const isSelected = selection && selection.to >= slot && selection.from < slot + slots;
          const first = row.pieces[0]?.rail;
          return (
            <RowView
              key={row.id}
              row={row}
              phrase={first ? rails.indexOf(first) : -1}
              columns={columns}
              columnTicks={fit.columnTicks}
              view={view}
              isPaper={isPaper}
              currentBar={isHere ? currentBar - bar : null}
              currentSlot={isHere ? currentSlot : null}
              proposal={isProposed ? proposal : null}
              proposedBar={isProposed && proposal ? proposal.bar - bar : null}
              over={over && Array.from({ length: slots }, (_, index) => over.get(slot + index))}
              selectedFrom={isSelected ? selection.from - slot : null}
              selectedTo={isSelected ? selection.to - slot : null}
              entry={isHere ? entry : null}
              playing={isOn(playing, slot, slots) ? playing - slot : null}
              changed={marks.changed ? changedIn(marks.changed, bar, bars) : ''}
              pencil={marks.pencil ? pencilIn(marks.pencil, bar, bars) : ''}
              onChoose={onChoose}
            />
          );
        })}
      </div>
    </Part>
  );
}

function isOn(place: number | null | undefined, first: number, count: number): place is number {
  return typeof place === 'number' && place >= first && place < first + count;
}

/** Which bars of a row are changed, as one text: rows are compared by what they are given. */
function changedIn(changed: ReadonlySet<number>, first: number, count: number): string {
  const places = Array.from({ length: count }, (_, place) => place);
  return places.filter((place) => changed.has(first + place)).join(' ');
}

/** What is pencilled in a row, by its bars, as one text likewise. */
function pencilIn(pencil: ReadonlyMap<number, PencilMark>, first: number, count: number): string {
  const marks = Array.from({ length: count }, (_, place) => {
    const mark = pencil.get(first + place);
    return mark ? [{ ...mark, bar: place }] : [];
  }).flat();
  return marks.length > 0 ? JSON.stringify(marks) : '';
}
