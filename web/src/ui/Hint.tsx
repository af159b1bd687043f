import { Tooltip } from 'react-aria-components';
import styled from 'styled-components';

/** What something is, in a word or two over it; a key that does the same stands in a `kbd`. */
export const Hint = styled(Tooltip)`
  z-index: 40;
  padding: 5px 11px;
  border-radius: 8px;
  background: var(--ink);
  color: var(--paper);
  font-size: 14px;
  kbd {
    margin-left: 8px;
    font: inherit;
    font-weight: 700;
    opacity: 0.8;
  }
`;
