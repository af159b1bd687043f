import styled, { css } from 'styled-components';
import { display, phone } from '../../ui/theme.ts';

/* What a bar is drawn of. */

export const Frame = styled.li<{
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

export const Slots = styled.div`
  display: flex;
`;

export const Cell = styled.div<{
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
export const OnRail = styled.div`
  position: relative;
  display: flex;
  align-items: flex-end;
  height: calc(var(--numeral) + 14px);
  padding: 0 8px 1px 9px;
  border-bottom: 4px double var(--rail);
`;

export const Beneath = styled.div`
  min-height: 24px;
  padding: 3px 8px 0 9px;
`;

/** A pushed chord steps left: across the bar line where it stands first in its bar. */
export const OnTime = styled.span<{ $step: number }>`
  position: relative;
  display: inline-block;
  margin-left: ${({ $step }) => -$step}px;
`;

export const Count = styled.span`
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
export const Ring = styled.i`
  position: absolute;
  inset: auto 6px -5px 9px;
  height: 5px;
  background: var(--ink);
`;

/** A stop cuts the rail with a short upright. */
export const Stop = styled.i`
  position: absolute;
  left: calc(var(--numeral) * 0.66);
  bottom: -10px;
  width: 3px;
  height: 20px;
  background: var(--ink);
`;

/** An accented chord wears a wedge above. */
export const Accent = styled.i`
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

export const Tie = styled.i`
  display: block;
  width: 22px;
  height: 8px;
  margin-bottom: 6px;
  border: 2px solid var(--soft);
  border-width: 0 0 2px;
  border-radius: 0 0 50% 50%;
`;

export const Sign = styled.span`
  font-family: 'Music Signs';
  font-size: 28px;
  line-height: 1;
  color: var(--soft);
`;

export const Fermata = styled.span`
  position: absolute;
  left: 12px;
  top: -10px;
  font: 22px/1 'Music Signs';
`;

export const Change = styled.span`
  align-self: center;
  margin-right: 8px;
  font: 600 15px/1.1 ${display};
  color: var(--soft);
`;

/** Over the first numeral, out of its way. */
export const FeelMark = styled.span`
  position: absolute;
  left: 9px;
  top: -16px;
  font: italic 600 13px/1.1 ${display};
  color: var(--accent);
  white-space: nowrap;
`;

export const Unread = styled.code`
  padding-bottom: 4px;
  font-size: 17px;
  color: var(--right);
  text-decoration: underline wavy 1.5px;
  text-underline-offset: 4px;
`;

export const Words = styled.p`
  /* Words wrap inside their bar instead of widening it. */
  width: 0;
  min-width: 100%;
  padding: 0 8px 0 9px;
  font: italic 400 15.5px/1.3 ${display};
  overflow-wrap: break-word;
`;

export const BeatWords = styled.div`
  display: flex;
  padding-left: 9px;
`;

export const BeatWord = styled.span<{ $share: number }>`
  flex: ${({ $share }) => $share} 0 0;
  min-width: max-content;
  padding-right: 6px;
  min-height: 20px;
  font: italic 400 15.5px/1.3 ${display};
`;

export const Ghost = styled.span`
  --numeral: 22px;
  display: inline-block;
  margin-left: 6px;
  color: var(--accent);
`;
