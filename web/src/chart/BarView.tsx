import { memo } from 'react';
import styled, { css } from 'styled-components';
import { Hidden } from '../ui/hidden.ts';
import { display, phone } from '../ui/theme.ts';
import { ChordMark, Letters } from './ChordMark.tsx';
import type { LaidBar, LaidSlot } from './layout.ts';
import type { ChartView } from './view.ts';

const Frame = styled.li<{ $current: boolean; $pickup: boolean; $clickable: boolean }>`
  position: relative;
  flex: ${({ $pickup }) => ($pickup ? '0.5 1 0' : '1 1 0')};
  min-width: max(19%, 104px, max-content);
  max-width: 100%;
  padding: 0 10px 6px 9px;
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
      &::before {
        content: '';
        position: absolute;
        inset: -4px 3px 0;
        border: 2px solid var(--accent);
        border-radius: 10px;
        background: var(--card);
        z-index: -1;
      }
      z-index: 0;
    `}
  ${phone} {
    min-width: max(46%, max-content);
  }
  @media print {
    min-width: max(23%, max-content);
  }
`;

const Slots = styled.div`
  display: flex;
  align-items: flex-end;
  min-height: calc(var(--numeral) + 14px);
  /* The double rail that everything stands on runs through the whole bar. */
  border-bottom: 4px double var(--rail);
  margin: 0 -10px 0 -9px;
  padding: 0 10px 1px 9px;
`;

const Below = styled.div`
  display: flex;
  align-items: flex-start;
  min-height: 22px;
  padding-top: 3px;
`;

const Cell = styled.div<{ $share: number }>`
  position: relative;
  flex: ${({ $share }) => $share} 0 0;
  min-width: max-content;
  padding-right: 8px;
`;

const Pushed = styled.span`
  position: relative;
  display: inline-block;
  transform: translateX(-20px);
  margin-right: -14px;
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
  inset: auto 4px -5px 0;
  height: 5px;
  background: var(--ink);
`;

/** A stop cuts the rail with a short upright. */
const Stop = styled.i`
  position: absolute;
  left: calc(var(--numeral) * 0.62);
  bottom: -9px;
  width: 3px;
  height: 20px;
  background: var(--ink);
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
  left: 4px;
  bottom: 100%;
  margin-bottom: -4px;
  font: 22px/1 'Music Signs';
`;

const Change = styled.span`
  align-self: center;
  margin-right: 8px;
  font: 600 15px/1.1 ${display};
  color: var(--soft);
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
  font: italic 400 15.5px/1.3 ${display};
  overflow-wrap: break-word;
`;

interface BarProps {
  bar: LaidBar;
  view: ChartView;
  isCurrent: boolean;
  onChoose?: (index: number) => void;
}

/** One bar on the rail. Clicking it is a shortcut for moving the text cursor there, so it needs no key of its own. */
export const BarView = memo(function BarView({ bar, view, isCurrent, onChoose }: BarProps) {
  const small = view.hero === 'numbers' && view.letters;
  const counted = bar.slots.some(({ count }) => count !== null);
  return (
    <Frame
      $current={isCurrent}
      $pickup={bar.pickup}
      $clickable={Boolean(onChoose)}
      onClick={() => onChoose?.(bar.index)}
    >
      {bar.pickup ? <Hidden>Pickup: </Hidden> : null}
      <Slots>
        {bar.change ? <Change>{bar.change}</Change> : null}
        {bar.same ? (
          <Cell $share={1}>
            <Sign aria-hidden>{'\u{1D10E}'}</Sign>
            <Hidden>the bar before again</Hidden>
          </Cell>
        ) : null}
        {bar.slots.map((laid, place) => (
          <Cell key={place} $share={laid.share}>
            <SlotMark laid={laid} view={view} />
          </Cell>
        ))}
      </Slots>
      {small || counted ? (
        <Below>
          {bar.slots.map(({ slot, share, count }, place) => (
            <Cell key={place} $share={share}>
              {count ? <Count>{count}</Count> : null}
              {small && slot.kind === 'chord' ? <Letters chord={slot.chord} view={view} /> : null}
            </Cell>
          ))}
        </Below>
      ) : null}
      {view.words && bar.words.map((words, line) => <Words key={line}>{words}</Words>)}
    </Frame>
  );
});

function SlotMark({ laid: { slot, count }, view }: { laid: LaidSlot; view: ChartView }) {
  switch (slot.kind) {
    case 'chord': {
      const mark = <ChordMark chord={slot.chord} view={view} />;
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          {count === null ? mark : <Pushed>{mark}</Pushed>}
          {slot.ring ? (
            <>
              <Ring aria-hidden />
              <Hidden>rings</Hidden>
            </>
          ) : null}
          {slot.stop ? (
            <>
              <Stop aria-hidden />
              <Hidden>stop</Hidden>
            </>
          ) : null}
        </>
      );
    }
    case 'rest':
      return (
        <>
          {slot.fermata ? <FermataMark /> : null}
          <Hidden>silence</Hidden>
        </>
      );
    case 'held':
      return (
        <>
          <Tie aria-hidden />
          <Hidden>held over</Hidden>
        </>
      );
    case 'unread':
      return <Unread>{slot.text}</Unread>;
  }
}

function FermataMark() {
  return (
    <>
      <Fermata aria-hidden>{'\u{1D110}'}</Fermata>
      <Hidden>hold</Hidden>
    </>
  );
}
