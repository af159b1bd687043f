import styled from 'styled-components';
import { phone } from './theme.ts';

/** A part of a page under a line, with a heading of its own. */
export const Section = styled.section`
  padding: 18px 0 22px;
  border-top: 1px solid var(--hairline);
  > h2 {
    margin-bottom: 12px;
    font-size: 22px;
  }
  > p {
    max-width: 62ch;
    margin-bottom: 12px;
    color: var(--soft);
  }
`;

/** Things of one kind, one under the other, each with what can be done with it. */
export const Rows = styled.ul`
  margin-bottom: 14px;
  border-top: 1px solid var(--hairline);
`;

export const Row = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  /* What does not fit beside the name stands under it, at the end of the line. */
  justify-content: flex-end;
  min-height: 56px;
  padding: 8px 4px;
  border-bottom: 1px solid var(--hairline);
  > :first-child {
    flex: 1 1 220px;
    min-width: 0;
  }
  b {
    font-weight: 600;
    font-size: 17px;
    overflow-wrap: anywhere;
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
`;

/** Questions with a field or two, no wider than they are read. */
export const Narrow = styled.div`
  max-width: 460px;
  ${phone} {
    max-width: none;
  }
`;
