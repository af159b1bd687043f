import type { SongListItem } from '@intervallum/contract';
import type { ReactNode } from 'react';
import styled from 'styled-components';

export const Rows = styled.ul`
  position: relative;
  border-top: 1px solid var(--hairline);
`;

export interface SongRowsProps {
  songs: readonly SongListItem[];
  /** Of how many, where not all are fetched. */
  total: number;
  /** Fetches the next ones; null where there are none, or they are on their way. */
  onMore: (() => void) | null;
  children: (song: SongListItem) => ReactNode;
}
