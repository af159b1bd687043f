import { memo, type ReactNode } from 'react';
import type { Chord, PencilMark } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { BarView } from './BarView.tsx';
import { sameWithOver, type OverMark } from './overMark.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { LaidBar } from './layout.ts';
import { spanOf } from './natural.ts';
import type { Piece, Row } from './rows.ts';
import type { ChartView } from './view.ts';

/**
 * What is out of sight is laid out when it comes into sight, so that a long chart is as quick as a short one. What stands
 * out of a row (a mark above it, a frame) has room inside, since nothing is painted beyond.
 */
const outOfSight = css`
  @media screen {
    content-visibility: auto;
    margin: -12px -6px 0;
    padding: 12px 6px 0;
  }
`;

const Line = styled.div<{ $apart: boolean }>`
  display: flex;
  break-inside: avoid;
  ${({ $apart }) => $apart && outOfSight}
`;

/** Its bars stand at its foot: those of all pieces in one line, whatever is said over them. */
const PiecePlace = styled.div<{
  $span: number;
  $after: number;
  $above: number;
  $wraps: boolean;
}>`
  flex: 0 1 ${({ $span }) => $span}%;
  min-width: ${({ $wraps }) => ($wraps ? 0 : 'max-content')};
  margin-left: ${({ $after }) => $after}%;
  display: grid;
  grid-template-rows: ${({ $above: above }) => above}px auto;
`;

/** A bracket over bars that are not played every time. */
const When = styled.p`
  align-self: end;
  width: 0;
  min-width: calc(100% - var(--pad));
  margin-bottom: 2px;
  padding-left: var(--pad);
  border-top: 2px solid var(--soft);
  border-left: 2px solid var(--soft);
  font-size: var(--remark);
  line-height: 1.3;
  font-weight: 600;
  color: var(--soft);
`;

const Bars = styled.ol`
  grid-row: 2;
  display: flex;
  min-width: 0;
`;

interface RowProps {
  row: Row;
  /** Which phrase of its section it begins with. */
  phrase: number;
  columns: number;
  /** How long a bar of one column is. */
  columnTicks: number;
  view: ChartView;
  isPaper: boolean;
  /** The bar of the cursor and its slot, if they are in this row: its bars are counted from 0, as are the slots of a bar. */
  currentBar: number | null;
  currentSlot: number | null;
  /** A chord that could stand in a slot of one of its bars. */
  proposal: { readonly slot: number; readonly chord: Chord } | null;
  proposedBar: number | null;
  /** What stands over each of its slots. From here on slots are counted over the whole row. */
  over: readonly (OverMark | undefined)[] | null;
  /** Its slots that are chosen with others: from one to another, which may both be beyond it; null where none is. */
  selectedFrom: number | null;
  selectedTo: number | null;
  /** The slot that sounds. */
  playing: number | null;
  /** Its bars that differ from another state of the song, parted by spaces. */
  changed: string;
  /** What is pencilled at its bars: marks as JSON, nothing where there are none. */
  pencil: string;
  entry: ReactNode;
  onChoose: ((row: string, bar: number, slot: number, extend: boolean) => void) | null;
}

/** A row of bars; it is drawn anew only where something in it changed, not where bars came or went before it. */
export const RowView = memo(function RowView({
  row,
  phrase,
  columns,
  columnTicks,
  view,
  isPaper,
  onChoose,
  ...on
}: RowProps) {
  const { choose } = useSteady({
    choose: (bar: number, slot: number, extend: boolean) => onChoose?.(row.id, bar, slot, extend),
  });
  const changed = new Set(on.changed.split(' ').filter(Boolean).map(Number));
  const pencil = on.pencil === '' ? [] : (JSON.parse(on.pencil) as readonly PencilMark[]);
  let nextBar = 0;
  let nextSlot = 0;
  const drawn = (bar: LaidBar, piece: Piece, inPiece: number, isLastPiece: boolean) => {
    const place = nextBar;
    const from = nextSlot;
    const to = from + bar.slots.length;
    nextBar += 1;
    nextSlot = to;
    const isCurrent = place === on.currentBar;
    const { selectedFrom, selectedTo, playing } = on;
    const isSelected =
      selectedFrom !== null && selectedTo !== null && selectedFrom < to && selectedTo >= from;
    const isLast = inPiece === piece.to - piece.from - 1;
    return (
      <BarView
        key={place}
        bar={bar}
        place={place}
        share={(piece.scale * spanOf(bar, columnTicks)) / piece.span}
        startsRow={place === 0}
        wraps={row.wraps}
        opens={inPiece === 0 ? piece.opens : null}
        closes={isLast ? (piece.closes ?? (isLastPiece ? 'line' : null)) : null}
        view={view}
        isCurrent={isCurrent}
        isChanged={changed.has(place)}
        pencil={pencil.find(({ bar: at }) => at === place) ?? null}
        chosenSlot={isCurrent ? on.currentSlot : null}
        proposal={on.proposedBar === place ? on.proposal : null}
        over={on.over?.slice(from, to) ?? null}
        selectedFrom={isSelected ? selectedFrom - from : null}
        selectedTo={isSelected ? selectedTo - from : null}
        entry={isCurrent ? on.entry : null}
        playing={playing !== null && playing >= from && playing < to ? playing - from : null}
        onChoose={onChoose ? choose : null}
      />
    );
  };
  return (
    <Line
      data-phrase={phrase}
      data-row=""
      $apart={!isPaper && on.currentBar === null}
      style={isPaper ? undefined : { containIntrinsicHeight: `auto ${row.height + 12}px` }}
    >
      {row.pieces.map((piece, place) => (
        <PiecePlace
          key={piece.id}
          $span={(100 * piece.span) / columns}
          $after={(100 * piece.after) / columns}
          $above={row.above}
          $wraps={row.wraps}
        >
          {piece.rail.when !== null && piece.from === 0 ? <When>{piece.rail.when}</When> : null}
          <Bars>
            {piece.rail.bars
              .slice(piece.from, piece.to)
              .map((bar, inPiece) => drawn(bar, piece, inPiece, place === row.pieces.length - 1))}
          </Bars>
        </PiecePlace>
      ))}
    </Line>
  );
}, sameWithOver);
