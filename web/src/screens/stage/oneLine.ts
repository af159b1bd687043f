import { css } from 'styled-components';

/** Tools side by side in one line, which is scrolled where it is longer than the screen. */
export const oneLine = css`
  display: flex;
  align-items: stretch;
  gap: 8px;
  min-width: 0;
  overflow: auto hidden;
  scrollbar-width: thin;
  /* A frame around what has the focus is not cut off. */
  margin: -4px;
  padding: 4px;
`;
