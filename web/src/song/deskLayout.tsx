import type { Song } from '@intervallum/core';
import styled from 'styled-components';
import { phone, tablet } from '../ui/theme.ts';

export const Desk = styled.div<{ $textOpen: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) ${({ $textOpen }) => ($textOpen ? '388px' : '0')};
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100vh;
  ${tablet} {
    grid-template-columns: minmax(0, 1fr) ${({ $textOpen }) => ($textOpen ? '340px' : '0')};
  }
  ${phone} {
    display: block;
    height: auto;
  }
  @media print {
    display: block;
    height: auto;
  }
`;

export const Music = styled.div<{ $hidden: boolean }>`
  overflow: auto;
  outline-offset: -3px;
  padding: 14px 24px 60px;
  ${phone} {
    display: ${({ $hidden }) => ($hidden ? 'none' : 'block')};
    padding: 8px 14px 40px;
  }
  @media print {
    display: block;
    overflow: visible;
    padding: 0;
  }
`;

export const Sides = styled.div`
  display: none;
  padding: 10px 14px 0;
  ${phone} {
    display: block;
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
export function RightsLine({ song }: { song: Song }) {
  const { by, rights } = song.details;
  return (
    <Rights>{[by && `by ${by}`, rights || 'Rights not said'].filter(Boolean).join(' · ')}</Rights>
  );
}
