import styled from 'styled-components';
import { phone } from '../../ui/theme.ts';

/** A page at which one sits and plays: as high as the screen, without what leads elsewhere. */
export const PracticeFrame = styled.div`
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 100vh;
  max-width: 1180px;
  margin: 0 auto;
  padding: 14px 24px 18px;
  ${phone} {
    padding: 10px 12px;
  }
`;

export const PracticeTop = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 18px;
  h1 {
    flex: 1 1 160px;
    font-size: 24px;
  }
  a {
    font-size: 16px;
  }
`;
