import { create } from 'zustand';
import { Hidden } from './hidden.ts';

const said = create<{ readonly text: string; readonly count: number }>(() => ({
  text: '',
  count: 0,
}));

/** Says something in short to those who listen; what was said before and not heard yet gives way. */
export function announce(text: string): void {
  said.setState(({ count }) => ({ text, count: count + 1 }));
}

/** Where it is said; once on the page. The same words twice are said twice. */
export function Announcer() {
  const { text, count } = said();
  return (
    <Hidden role="status" aria-live="polite" data-announcer="">
      {text}
      {count % 2 === 0 ? '' : '\u00a0'}
    </Hidden>
  );
}
