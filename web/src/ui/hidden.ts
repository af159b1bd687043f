import styled, { css } from 'styled-components';

export const hiddenStyle = css`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`;

/** For those who listen instead of look. */
export const Hidden = styled.span`
  ${hiddenStyle}
`;
