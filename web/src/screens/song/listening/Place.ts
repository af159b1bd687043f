import styled from 'styled-components';
import { phone, short } from '../../../ui/theme.ts';

/** Where one listens: between the bar of a song and its chart. */
export const Place = styled.section`
  display: grid;
  gap: 6px;
  padding: 6px 12px 8px;
  border-bottom: 1px solid var(--hairline);
  background: var(--panel);
  font-size: 15px;
  kbd {
    font-size: 13px;
    color: var(--soft);
  }
  /* The chart is to be seen beside it. */
  ${phone} {
    max-height: 56dvh;
    overflow: auto;
    kbd {
      display: none;
    }
  }
  ${short} {
    max-height: 44dvh;
    overflow: auto;
    kbd {
      display: none;
    }
  }
  @media print {
    display: none;
  }
`;

export const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
`;
