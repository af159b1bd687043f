import type { Song } from '@intervallum/core';
import styled from 'styled-components';
import { phone, short, tablet } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

export const Desk = styled.div<{ $panel: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) ${({ $panel }) => ($panel ? '388px' : '0')};
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100vh;
  height: 100dvh;
  ${tablet} {
    grid-template-columns: minmax(0, 1fr) ${({ $panel }) => ($panel ? '340px' : '0')};
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
  @media print {
    display: block;
    height: auto;
  }
`;

/** The chart; on a phone what is opened beside it takes its place. */
export const Music = styled.div<{ $panel: boolean }>`
  overflow: auto;
  outline-offset: -3px;
  padding: 10px 24px 40px;
  ${phone} {
    display: ${({ $panel }) => ($panel ? 'none' : 'block')};
    padding: 6px 12px 24px;
  }
  /* From memory: bars and lines stand there, what is in them is to be known. */
  &[data-empty] [data-section] li > * {
    visibility: hidden;
  }
  @media print {
    display: block;
    overflow: visible;
    padding: 0;
  }
`;

/** Beside the chart; on a phone on its side, where the strip leaves room, down to the foot of the page. */
export const SidePlace = styled.aside<{ $tall: boolean }>`
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--hairline);
  background: var(--card);
  ${phone} {
    border-left: 0;
  }
  ${short} {
    ${({ $tall }) => ($tall ? 'grid-area: 2 / 2 / -1' : '')};
  }
  @media print {
    display: none;
  }
`;

const Rights = styled.p`
  margin-top: 28px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 13px;
  color: var(--soft);
`;

/** What printed paper says of the song besides its chart. */
export function RightsLine({ details: { by, rights } }: { details: Song['details'] }) {
  return (
    <Rights>
      {[by && t('by {{by}}', { by }), rights || t('No rights given')].filter(Boolean).join(' · ')}
    </Rights>
  );
}
