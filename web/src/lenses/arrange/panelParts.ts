import styled from 'styled-components';

/* What the two sides of the panel are made of. */

export const Field = styled.div`
  display: grid;
  gap: 4px;
  > p {
    font-size: 14px;
    line-height: 1.4;
    color: var(--soft);
  }
`;

export const Waiting = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  progress {
    flex: 1;
    min-width: 0;
    accent-color: var(--accent);
  }
`;
