import type { Chord } from '@intervallum/core';
import { memo, type ReactNode } from 'react';
import styled, { css } from 'styled-components';
import { Hidden } from '../ui/hidden.ts';
import { display, phone } from '../ui/theme.ts';
import { ChordMark, Letters } from './ChordMark.tsx';
import { HandsAbove, type HandsMark } from './HandsAbove.tsx';
import type { LaidBar, LaidSlot } from './layout.ts';
import type { ChartView } from './view.ts';

const Frame = styled.li<{
  $current: boolean;
  $typing: boolean;
  $pickup: boolean;
  $clickable: boolean;
}>`
  position: relative;
  flex: ${({ $pickup }) => ($pickup ? '0.5 1 0' : '1 1 0')};
  max-width: 100%;
  padding-bottom: 6px;
  border-left: 1px solid var(--rail);
  break-inside: avoid;
  ${({ $clickable }) =>
    $clickable &&
    css`
      cursor: pointer;
    `}
  ${({ $current }) =>
    $current &&
    css`
      z-index: 0;
      &::before {
        content: '';
        position: absolute;
        inset: -4px 3px 0;
        border: 2px solid var(--accent);
        border-radius: 10px;
        background: var(--card);
        z-index: -1;
      }
    `}
  ${({ $typing }) =>
    $typing &&
    css`
      z-index: 2;
    `}
  ${phone} {
    flex-basis: 46%;
  }
`;

const Slots = styled.div`
  display: flex;
`;

const Cell = styled.div<{
  $share: number;
  $chosen?: boolean;
  $above?: boolean;
  $playing?: boolean;
}>`
  position: relative;
  flex: ${({ $share }) => $share} 0 0;
  min-width: max-content;
  /* Room for a chord that is pushed in from the next bar. */
  &:last-child > :first-child {
    padding-right: 16px;
  }
  ${({ $chosen, $above: above }) =>
    $chosen &&
    css`
      background: linear-gradient(color-mix(in srgb, var(--accent) 16%, transparent) 0 0) 0
        ${above ? 26 : 4}px / 100% calc(var(--numeral) + 10px) no-repeat;
    `}
  ${({ $playing }) =>
    $playing &&
    css`
      box-shadow: inset 0 -4px 0 var(--accent);
    `}
`;

/** What stands on the double rail; the rail runs on from cell to cell. */
const OnRail = styled.div`
  position: relative;
  display: flex;
  align-items: flex-end;
  height: calc(var(--numeral) + 14px);
  padding: 0 8px 1px 9px;
  border-bottom: 4px double var(--rail);
`;

const Beneath = styled.div`
  min-height: 24px;
  padding: 3px 8px 0 9px;
`;

/** A pushed chord steps left: across the bar line where it stands first in its bar. */
const OnTime = styled.span<{ $step: number }>`
  position: relative;
  display: inline-block;
  margin-left: ${({ $step }) => -$step}px;
`;

const Count = styled.span`
  color: var(--accent);
  font-size: 13px;
  font-weight: 700;
  margin-right: 6px;
  &::before {
    content: '◂ ';
    font-size: 11px;
  }
`;

/** A ringing chord thickens the rail for as long as it rings. */
const Ring = styled.i`
  position: absolute;
  inset: auto 6px -5px 9px;
  height: 5px;
  background: var(--ink);
`;

/** A stop cuts the rail with a short upright. */
const Stop = styled.i`
  position: absolute;
  left: calc(var(--numeral) * 0.66);
  bottom: -10px;
  width: 3px;
  height: 20px;
  background: var(--ink);
`;

/** An accented chord wears a wedge above. */
const Accent = styled.i`
  position: absolute;
  left: calc(var(--numeral) * 0.12);
  top: -16px;
  font:
    700 17px/1 'Atkinson Hyperlegible Next Variable',
    sans-serif;
  &::before {
    content: '>';
  }
`;

const Tie = styled.i`
  display: block;
  width: 22px;
  height: 8px;
  margin-bottom: 6px;
  border: 2px solid var(--soft);
  border-width: 0 0 2px;
  border-radius: 0 0 50% 50%;
`;

const Sign = styled.span`
  font-family: 'Music Signs';
  font-size: 28px;
  line-height: 1;
  color: var(--soft);
`;

const Fermata = styled.span`
  position: absolute;
  left: 12px;
  top: -10px;
  font: 22px/1 'Music Signs';
`;

const Change = styled.span`
  align-self: center;
  margin-right: 8px;
  font: 600 15px/1.1 ${display};
  color: var(--soft);
`;

/** Over the first numeral, out of its way. */
const FeelMark = styled.span`
  position: absolute;
  left: 9px;
  top: -16px;
  font: italic 600 13px/1.1 ${display};
  color: var(--accent);
  white-space: nowrap;
`;

const Unread = styled.code`
  padding-bottom: 4px;
  font-size: 17px;
  color: var(--right);
  text-decoration: underline wavy 1.5px;
  text-underline-offset: 4px;
`;

const Words = styled.p`
  /* Words wrap inside their bar instead of widening it. */
  width: 0;
  min-width: 100%;
  padding: 0 8px 0 9px;
  font: italic 400 15.5px/1.3 ${display};
  overflow-wrap: break-word;
`;

interface BarProps {
  bar: LaidBar;
  view: ChartView;
  isCurrent: boolean;
  chosenSlot: number | null;
  proposal: { readonly slot: number; readonly chord: Chord } | null;
  hands: ReadonlyMap<number, HandsMark> | null;
  /** The slot of the song that sounds now, if it is in this bar. */
  playing: number | null;
  /** The slots of the song that are chosen together, if some are in this bar. */
  selection: { readonly from: number; readonly to: number } | null;
  /** A chord being typed in the chosen slot. */
  entry: ReactNode;
  onChoose?: (bar: number, slot: number, extend: boolean) => void;
}

/** One bar on the rail. Clicking it is a shortcut for moving the text cursor there, so it needs no key of its own. */
export const BarView = memo(function BarView({
  bar,
  view,
  isCurrent,
  chosenSlot,
  proposal,
  hands,
  playing,
  selection,
  entry,
  onChoose,
}: BarProps) {
  const small = view.hero === 'numbers' && view.letters;
  const counted = bar.slots.some(({ count }) => count !== null);
  return (
    <Frame
      $current={isCurrent}
      $typing={entry !== null}
      $pickup={bar.pickup}
      $clickable={Boolean(onChoose)}
      onClick={(event) => onChoose?.(bar.index, 0, event.shiftKey)}
    >
      {bar.pickup ? <Hidden>Pickup: </Hidden> : null}
      <Slots>
        {bar.same ? (
          <Cell $share={1}>
            {hands ? <HandsAbove mark={undefined} /> : null}
            <OnRail>
              {bar.feel ? <FeelMark>{bar.feel}</FeelMark> : null}
              {entry}
              <Sign aria-hidden>{'\u{1D10E}'}</Sign>
              <Hidden>the bar before again</Hidden>
            </OnRail>
          </Cell>
        ) : null}
        {bar.slots.map((laid, place) => (
          <Cell
            key={place}
            $share={laid.share}
            $chosen={place === chosenSlot || isIn(selection, laid.index)}
            $above={hands !== null}
            $playing={laid.index === playing}
            data-playing={laid.index === playing ? '' : undefined}
            onClick={(event) => {
              event.stopPropagation();
              onChoose?.(bar.index, place, event.shiftKey);
            }}
          >
            {hands ? (
              <HandsAbove mark={hands.get(laid.index)} besideFermata={hasFermata(laid)} />
            ) : null}
            <OnRail>
              {place === 0 && bar.change ? <Change>{bar.change}</Change> : null}
              {place === 0 && bar.feel ? <FeelMark>{bar.feel}</FeelMark> : null}
              {entry && place === (chosenSlot ?? 0) ? entry : null}
              <SlotMark laid={laid} view={view} isFirst={place === 0} inPickup={bar.pickup} />
            </OnRail>
            {small || counted || proposal ? (
              <Beneath>
                {laid.count ? <Count>{laid.count}</Count> : null}
                {small && laid.slot.kind === 'chord' ? (
                  <Letters chord={laid.slot.chord} view={view} />
                ) : null}
                {proposal?.slot === place ? <Proposed chord={proposal.chord} view={view} /> : null}
              </Beneath>
            ) : null}
          </Cell>
        ))}
      </Slots>
      {view.words && bar.words.map((words, line) => <Words key={line}>{words}</Words>)}
    </Frame>
  );
});

function isIn(
  selection: { readonly from: number; readonly to: number } | null,
  index: number,
): boolean {
  return selection !== null && index >= selection.from && index <= selection.to;
}

const Ghost = styled.span`
  --numeral: 22px;
  display: inline-block;
  margin-left: 6px;
  color: var(--accent);
`;

function Proposed({ chord, view }: { chord: Chord; view: ChartView }) {
  return (
    <Ghost>
      → <ChordMark chord={chord} view={view} />
    </Ghost>
  );
}

interface SlotMarkProps {
  laid: LaidSlot;
  view: ChartView;
  isFirst: boolean;
  inPickup: boolean;
}

function SlotMark({ laid: { slot, count }, view, isFirst, inPickup }: SlotMarkProps) {
  switch (slot.kind) {
    case 'chord':
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          <OnTime $step={count === null ? 0 : isFirst ? 14 : 7}>
            <ChordMark chord={slot.chord} view={view} />
            {slot.accent ? (
              <>
                <Accent aria-hidden />
                <Hidden>accented</Hidden>
              </>
            ) : null}
            {slot.stop ? (
              <>
                <Stop aria-hidden />
                <Hidden>stop</Hidden>
              </>
            ) : null}
          </OnTime>
          {slot.ring ? (
            <>
              <Ring aria-hidden />
              <Hidden>rings</Hidden>
            </>
          ) : null}
        </>
      );
    case 'rest':
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          <Hidden>silence</Hidden>
        </>
      );
    case 'held':
      return inPickup ? null : (
        <>
          <Tie aria-hidden />
          <Hidden>held over</Hidden>
        </>
      );
    case 'unread':
      return <Unread>{slot.text}</Unread>;
  }
}

function hasFermata({ slot }: LaidSlot): boolean {
  return (slot.kind === 'chord' || slot.kind === 'rest') && slot.fermata;
}

function FermataMark() {
  return (
    <>
      <Fermata aria-hidden>{'\u{1D110}'}</Fermata>
      <Hidden>hold</Hidden>
    </>
  );
}
