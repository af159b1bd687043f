import { memo, type ReactNode } from 'react';
import type { Chord } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { BarView } from './BarView.tsx';
import type { HandsMark } from './HandsAbove.tsx';
import { isWithin, type LaidRail } from './layout.ts';
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
  /** The bar and slot of the cursor, if they are on this rail. */
  currentBar: number | null;
  currentSlot: number | null;
  /** A chord that could stand in a slot of it. */
  proposal: { readonly bar: number; readonly slot: number; readonly chord: Chord } | null;
  hands: ReadonlyMap<number, HandsMark> | null;
  /** The slots of the song that are chosen together, and the one that sounds, if some are on this rail. */
  selection: { readonly from: number; readonly to: number } | null;
  playing: number | null;
  rail: LaidRail;
  view: ChartView;
  isPaper: boolean;
  entry: ReactNode;
  onChoose: ((bar: number, slot: number, extend: boolean) => void) | null;
}

/** A rail with its bars; it is drawn anew only where something on it changed. */
export const RailView = memo(function RailView({
  rail,
  view,
  isPaper,
  onChoose,
  ...on
}: RailProps) {
  const { when, isTimed, phrase, bars } = rail;
  return (
    <Line
      data-phrase={phrase}
      $half={isTimed && bars.length < 3}
      $apart={!isPaper && on.currentBar === null}
    >
      {when ? <When>{when}</When> : null}
      <Rail>
        {bars.map((bar) => {
          const isCurrent = bar.index === on.currentBar;
          const has = (matches: (slot: number) => boolean) =>
            bar.slots.some(({ index }) => matches(index));
          return (
            <BarView
              key={bar.index}
              bar={bar}
              view={view}
              isCurrent={isCurrent}
              chosenSlot={isCurrent ? on.currentSlot : null}
              proposal={on.proposal?.bar === bar.index ? on.proposal : null}
              hands={on.hands}
              selection={has((index) => isWithin(on.selection, index)) ? on.selection : null}
              entry={isCurrent ? on.entry : null}
              playing={has((index) => index === on.playing) ? on.playing : null}
              {...(onChoose ? { onChoose } : {})}
            />
          );
        })}
      </Rail>
    </Line>
  );
});
