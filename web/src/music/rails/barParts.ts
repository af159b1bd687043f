import styled, { css } from 'styled-components';
import { display, drawn } from '../../ui/theme.ts';
import { padAfter } from './natural.ts';
import { pencilLine, pencilSize } from './pencilRoom.ts';
import { repeatRoom } from './columns.ts';
import { overHeight } from './sizes.ts';

/* What a bar is drawn of. The sizes are those of `sizes.ts`, as variables of the chart. */

type Opens = 'repeat' | null;
type Closes = 'line' | 'repeat' | 'final' | null;

const closing = {
  line: css`
    border-right: 1px solid var(--rail);
  `,
  repeat: css`
    padding-right: ${repeatRoom}px;
  `,
  final: css`
    padding-right: 8px;
  `,
};

/** As a marker on paper: over the whole bar, with an edge for whoever sees no colour. */
const pencilled = css`
  background: color-mix(in srgb, var(--held) 13%, transparent);
  box-shadow: inset 0 2px 0 var(--held);
`;

export const Frame = styled.li<{
  $current: boolean;
  $changed: boolean;
  $pencilled: boolean;
  $typing: boolean;
  $share: number;
  $wraps: boolean;
  $opens: Opens;
  $closes: Closes;
  $clickable: boolean;
}>`
  position: relative;
  flex: 0 1 ${({ $share }) => 100 * $share}%;
  min-width: ${({ $wraps }) => ($wraps ? 0 : 'max-content')};
  padding-bottom: var(--below);
  border-left: 1px solid var(--rail);
  break-inside: avoid;
  ${({ $closes }) => $closes && closing[$closes]}
  ${({ $opens }) =>
    $opens &&
    css`
      padding-left: ${repeatRoom}px;
    `}
  ${({ $clickable }) =>
    $clickable &&
    css`
      cursor: pointer;
    `}
  ${({ $changed }) =>
    $changed &&
    css`
      padding-bottom: calc(var(--below) - 3px);
      border-bottom: 3px solid var(--accent);
      background: color-mix(in srgb, var(--accent) 12%, transparent);
    `}
  ${({ $pencilled }) => $pencilled && pencilled}
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
`;

/** At an end of a line: a thin line beside a thick one, and two dots where bars are repeated. */
export const Edge = styled.i<{ $side: 'left' | 'right'; $dots: boolean }>`
  ${drawn}
  position: absolute;
  top: 0;
  bottom: 0;
  ${({ $side }) => $side}: -1px;
  width: 8px;
  border: 0 solid var(--rail);
  border-width: ${({ $side }) => ($side === 'left' ? '0 1px 0 4px' : '0 4px 0 1px')};
  &::after {
    content: ${({ $dots }) => ($dots ? "''" : 'none')};
    position: absolute;
    top: calc(var(--rail-top, 0px) + var(--numeral) * 0.44);
    ${({ $side }) => ($side === 'left' ? 'left' : 'right')}: 8px;
    width: 5px;
    height: calc(var(--numeral) * 0.34 + 5px);
    background:
      radial-gradient(circle, var(--soft) 2px, transparent 2.5px) top / 5px 5px no-repeat,
      radial-gradient(circle, var(--soft) 2px, transparent 2.5px) bottom / 5px 5px no-repeat;
  }
`;

/** What a reader wrote at a bar, in a hand of its own. */
export const Pencilled = styled.p`
  width: 0;
  min-width: calc(100% - 6px);
  padding: 0 6px 2px var(--pad);
  font: italic 600 calc(var(--remark) * ${pencilSize}) / ${pencilLine} ${display};
  color: var(--held);
  overflow-wrap: anywhere;
`;

/** In the place of chords that a reader leaves out. */
export const LeftOut = styled.span`
  position: absolute;
  top: calc(var(--rail-top, 0px) + var(--numeral) * 0.5);
  left: var(--pad);
  font-size: var(--remark);
  color: var(--soft);
`;

export const Slots = styled.div<{ $wraps: boolean; $unseen?: boolean }>`
  display: flex;
  visibility: ${({ $unseen }) => ($unseen ? 'hidden' : 'visible')};
  flex-wrap: ${({ $wraps }) => ($wraps ? 'wrap' : 'nowrap')};
  row-gap: var(--above);
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
  ${({ $chosen, $above: above }) =>
    $chosen &&
    css`
      background: linear-gradient(color-mix(in srgb, var(--accent) 16%, transparent) 0 0) 0
        ${above ? 22 : 0}px / 100% var(--rail-height) no-repeat;
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
  height: var(--rail-height);
  padding: 0 calc(var(--pad) * ${padAfter}) 1px var(--pad);
  border-bottom: 4px double var(--rail);
`;

export const Beneath = styled.div`
  min-height: var(--beneath);
  font-size: var(--letters);
  line-height: 1.15;
  padding: 2px calc(var(--pad) * ${padAfter}) 0 var(--pad);
`;

/** A chord with its marks. */
export const OnTime = styled.span`
  position: relative;
  display: inline-block;
`;

/** At the end of what stands before a pushed chord, where that one sounds. */
export const Count = styled.span`
  align-self: flex-start;
  margin: calc(var(--numeral) * 0.22) 0 0 auto;
  padding-left: calc(var(--pad) * 0.5);
  color: var(--accent);
  font-size: var(--remark);
  line-height: 1;
  font-weight: 700;
  white-space: nowrap;
`;

/** A ringing chord thickens the rail for as long as it rings. */
export const Ring = styled.i`
  ${drawn}
  position: absolute;
  inset: auto calc(var(--pad) * 0.7) -5px var(--pad);
  height: 5px;
  background: var(--ink);
`;

/** A stop cuts the rail with a short upright. */
export const Stop = styled.i`
  ${drawn}
  position: absolute;
  left: calc(100% + var(--numeral) * 0.07);
  bottom: calc(var(--numeral) * -0.25);
  width: 3px;
  height: calc(var(--numeral) * 0.5);
  background: var(--ink);
`;

/** An accented chord wears a wedge above. */
export const Accent = styled.i`
  position: absolute;
  left: calc(var(--numeral) * 0.12);
  top: calc(var(--numeral) * -0.4);
  font:
    700 max(12px, calc(var(--numeral) * 0.42)) / 1 'Atkinson Cut',
    'Atkinson Hyperlegible Next Variable',
    sans-serif;
  &::before {
    content: '>';
  }
`;

export const Tie = styled.i`
  display: block;
  width: 22px;
  height: 8px;
  margin-bottom: calc(var(--numeral) * 0.15);
  border: 2px solid var(--soft);
  border-width: 0 0 2px;
  border-radius: 0 0 50% 50%;
`;

export const Sign = styled.span`
  font-family: 'Music Signs';
  font-size: calc(var(--numeral) * 0.7);
  line-height: 1;
  color: var(--soft);
`;

export const Fermata = styled.span`
  position: absolute;
  left: var(--pad);
  top: calc(var(--numeral) * -0.36);
  font: calc(var(--numeral) * 0.5) / 1 'Music Signs';
`;

export const Change = styled.span`
  align-self: center;
  margin-right: 8px;
  font: 600 var(--letters) / 1.1 ${display};
  color: var(--soft);
`;

/** Over the first numeral, out of its way, and of what else stands over it. */
export const FeelMark = styled.span<{ $underRow: boolean }>`
  position: absolute;
  left: var(--pad);
  top: calc(-1 * var(--remark) - 2px - ${({ $underRow }) => ($underRow ? overHeight : 0)}px);
  font: italic 600 var(--remark) / 1.1 ${display};
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
  padding: 0 calc(var(--pad) * ${padAfter}) 0 var(--pad);
  font: italic 400 var(--words) / var(--wordsLine) ${display};
  min-height: var(--wordsLine);
  overflow-wrap: break-word;
`;

export const BeatWords = styled.div`
  display: flex;
  padding-left: var(--pad);
`;

export const BeatWord = styled.span<{ $share: number }>`
  flex: ${({ $share }) => $share} 0 0;
  min-width: max-content;
  padding-right: 6px;
  min-height: var(--wordsLine);
  font: italic 400 var(--words) / var(--wordsLine) ${display};
`;

export const Ghost = styled.span`
  --numeral: 22px;
  display: inline-block;
  margin-left: 6px;
  color: var(--accent);
`;
