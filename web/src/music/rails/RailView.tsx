import { memo, type ReactNode } from 'react';
import type { Chord } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { BarView } from './BarView.tsx';
import { sameOfHands, type HandsMark } from './handsMark.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { slotsOf, type LaidRail } from './layout.ts';
import type { ChartView } from './view.ts';

const Rail = styled.ol`
  display: flex;
  flex-wrap: wrap;
  row-gap: 6px;
  padding-top: 10px;
  break-inside: avoid;
`;

/**
 * What is out of sight is laid out when it comes into sight, so that a long chart is as quick as a short one. What stands
 * out of a rail (a mark above it, a frame) has room inside, since nothing is painted beyond.
 */
const outOfSight = css`
  @media screen {
    content-visibility: auto;
    contain-intrinsic-size: auto 104px;
    margin: -12px -6px 0;
    padding: 12px 6px 0;
  }
`;

const Line = styled.div<{ $half: boolean; $apart: boolean }>`
  flex: ${({ $half }) => ($half ? '1 1 40%' : '1 0 100%')};
  min-width: 0;
  ${({ $apart }) => $apart && outOfSight}
`;

/** A bracket over bars that are not played every time. */
const When = styled.p`
  margin-top: 8px;
  padding: 1px 0 0 9px;
  border-top: 2px solid var(--soft);
  border-left: 2px solid var(--soft);
  font-size: 13px;
  font-weight: 600;
  color: var(--soft);
`;

interface RailProps {
  rail: LaidRail;
  /** Tells it from the other rails of the chart; a click says it. */
  id: string;
  /** Which phrase of its section it carries. */
  phrase: number;
  view: ChartView;
  isPaper: boolean;
  /** The bar of the cursor and its slot, if they are on this rail: its bars are counted from 0, as are the slots of a bar. */
  currentBar: number | null;
  currentSlot: number | null;
  /** A chord that could stand in a slot of one of its bars. */
  proposal: { readonly slot: number; readonly chord: Chord } | null;
  proposedBar: number | null;
  /** What stands over each of its slots. From here on slots are counted over the whole rail. */
  hands: readonly (HandsMark | undefined)[] | null;
  /** Its slots that are chosen with others: from one to another, which may both be beyond it; null where none is. */
  selectedFrom: number | null;
  selectedTo: number | null;
  /** The slot that sounds. */
  playing: number | null;
  entry: ReactNode;
  onChoose: ((rail: string, bar: number, slot: number, extend: boolean) => void) | null;
}

/** A rail with its bars; it is drawn anew only where something on it changed, not where bars came or went before it. */
export const RailView = memo(function RailView({
  rail,
  id,
  phrase,
  view,
  isPaper,
  onChoose,
  ...on
}: RailProps) {
  const { when, isTimed, bars } = rail;
  const { choose } = useSteady({
    choose: (bar: number, slot: number, extend: boolean) => onChoose?.(id, bar, slot, extend),
  });
  return (
    <Line
      data-phrase={phrase}
      $half={isTimed && bars.length < 3}
      $apart={!isPaper && on.currentBar === null}
    >
      {when ? <When>{when}</When> : null}
      <Rail>
        {bars.map((bar, place) => {
          const isCurrent = place === on.currentBar;
          const from = slotsOf(bars.slice(0, place));
          const to = from + bar.slots.length;
          const { selectedFrom, selectedTo, playing } = on;
          const isSelected =
            selectedFrom !== null && selectedTo !== null && selectedFrom < to && selectedTo >= from;
          return (
            <BarView
              key={place}
              bar={bar}
              place={place}
              view={view}
              isCurrent={isCurrent}
              chosenSlot={isCurrent ? on.currentSlot : null}
              proposal={on.proposedBar === place ? on.proposal : null}
              hands={on.hands?.slice(from, to) ?? null}
              selectedFrom={isSelected ? selectedFrom - from : null}
              selectedTo={isSelected ? selectedTo - from : null}
              entry={isCurrent ? on.entry : null}
              playing={playing !== null && playing >= from && playing < to ? playing - from : null}
              onChoose={onChoose ? choose : null}
            />
          );
        })}
      </Rail>
    </Line>
  );
}, sameOfHands);
