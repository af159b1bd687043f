import styled from 'styled-components';
import { display, phone } from '../../ui/theme.ts';

/** A table of what was sung: its third column is what counts. */
export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 15px;
  th {
    padding: 6px 12px 6px 0;
    font-size: 13px;
    font-weight: 400;
    text-align: left;
    color: var(--soft);
    border-bottom: 1px solid var(--rail);
  }
  td {
    padding: 12px 12px 12px 0;
    vertical-align: top;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }
  td:first-child a {
    font: 600 18px/1.25 ${display};
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--soft);
  }
  td:nth-child(3) {
    font: 600 22px/1.1 ${display};
  }
  td:nth-child(4) {
    white-space: nowrap;
  }
  /* On a phone each song is a block of lines; what stands in them says itself. */
  ${phone} {
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      padding: 10px 0;
      border-bottom: 1px solid var(--hairline);
    }
    td {
      padding: 2px 8px 2px 0;
      border-bottom: 0;
    }
    td:nth-child(2),
    td:nth-child(4) {
      grid-column: 1;
    }
    td:nth-child(3) {
      grid-area: 1 / 2;
    }
  }
`;
