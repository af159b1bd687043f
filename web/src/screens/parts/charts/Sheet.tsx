import styled from 'styled-components';
import { phone } from '../../../ui/theme.ts';

/** A page to be read, on the screen and on paper. */
export const Sheet = styled.div`
  max-width: 1000px;
  margin: 0 auto;
  padding: 20px 28px 64px;
  ${phone} {
    padding: 14px 14px 48px;
  }
  @media print {
    max-width: none;
    padding: 0;
  }
`;
