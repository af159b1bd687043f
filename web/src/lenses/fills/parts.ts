import styled from 'styled-components';

export const List = styled.ol`
  display: grid;
  gap: 10px;
`;

export const Card = styled.li<{ $open?: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px 14px;
  border: 1px solid ${({ $open }) => ($open ? 'var(--accent)' : 'var(--hairline)')};
  border-radius: 12px;
  background: var(--card);
  p {
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

/** What is wished, above a list. */
export const Wishes = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  padding-top: 4px;
  > span {
    flex: 1 1 120px;
  }
`;

export const Details = styled.details`
  font-size: 14px;
  summary {
    padding: 6px 0;
    cursor: pointer;
    color: var(--soft);
  }
  b {
    color: var(--ink);
  }
  li {
    margin-top: 6px;
    color: var(--soft);
  }
`;

export const Steps = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;
