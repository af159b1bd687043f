import styled from 'styled-components';
import { overHeight } from './sizes.ts';

/** The row over a chord in which something is said of it. */
export const OverRow = styled.div<{ $indented?: boolean }>`
  position: relative;
  display: flex;
  align-items: center;
  gap: 5px;
  height: ${overHeight}px;
  padding: 0 var(--pad) 0 ${({ $indented }) => ($indented ? '42px' : 'var(--pad)')};
  font-size: 13px;
  line-height: 1;
  white-space: nowrap;
  color: var(--soft);
  svg {
    flex: none;
  }
`;
