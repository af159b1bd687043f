import styled from 'styled-components';
import { phone, short } from '../../ui/theme.ts';

/* What stands under the chart and looks at the song over its road. */

export const RoadStrip = styled.section`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  padding: 8px 16px 10px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  ${phone} {
    padding: 6px 12px 8px;
  }
  ${short} {
    grid-column: 1;
  }
  @media print {
    display: none;
  }
`;

export const RoadHead = styled.div`
  --numeral: 20px;
  display: flex;
  align-items: baseline;
  gap: 6px 16px;
  font-size: 14px;
  h2 {
    font-size: 15px;
  }
  p {
    color: var(--soft);
  }
  button {
    margin-left: auto;
  }
`;

export const RoadPlace = styled.div`
  position: relative;
  height: 92px;
  ${phone} {
    height: 76px;
  }
  ${short} {
    height: 60px;
  }
`;
