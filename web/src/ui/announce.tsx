import { create } from 'zustand';
import styled from 'styled-components';
import { hiddenStyle } from './hidden.ts';

const said = create<{ readonly text: string; readonly count: number }>(() => ({
  text: '',
  count: 0,
}));

/** Says something in short to those who listen; what was said before and not heard yet gives way. */
export function announce(text: string): void {
  said.setState(({ count }) => ({ text, count: count + 1 }));
}

/** Out of sight, and no part of the page's height. */
const Place = styled.div`
  ${hiddenStyle}
  position: fixed;
  inset: 0 auto auto 0;
  @media print {
    display: none;
  }
`;

/** Where it is said; once on the page. The same words twice are said twice. */
export function Announcer() {
  const { text, count } = said();
  return (
    <Place role="status" aria-live="polite" data-announcer="">
      {text}
      {count % 2 === 0 ? '' : '\u00a0'}
    </Place>
  );
}
