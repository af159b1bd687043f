import type { Song } from '@intervallum/core';
import { memo } from 'react';
import styled from 'styled-components';
import { Choice } from '../../ui/Choice.tsx';
import { phone, tablet } from '../../ui/theme.ts';

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

/** Beside the chart; on a phone in its place. */
export const SidePlace = styled.aside<{ $open: boolean; $phone: boolean }>`
  display: ${({ $open }) => ($open ? 'flex' : 'none')};
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--hairline);
  background: var(--card);
  ${phone} {
    display: ${({ $phone }) => ($phone ? 'flex' : 'none')};
    height: 72vh;
    margin-top: 10px;
    border: 1px solid var(--hairline);
    border-width: 1px 0;
  }
  @media print {
    display: none;
  }
`;

const Sides = styled.div`
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

interface SideChoiceProps {
  side: 'chart' | 'text';
  /** What stands beside the chart. */
  panelName: string;
  onChange: (side: 'chart' | 'text') => void;
}

/** On a phone the chart and what stands beside it take turns. */
export const SideChoice = memo(function SideChoice({ side, panelName, onChange }: SideChoiceProps) {
  return (
    <Sides>
      <Choice
        label="Show"
        value={side}
        options={[
          ['chart', 'Chart'],
          ['text', panelName],
        ]}
        onChange={onChange}
      />
    </Sides>
  );
});

/** What printed paper says of the song besides its chart. */
export function RightsLine({ details: { by, rights } }: { details: Song['details'] }) {
  return (
    <Rights>{[by && `by ${by}`, rights || 'Rights not said'].filter(Boolean).join(' · ')}</Rights>
  );
}
