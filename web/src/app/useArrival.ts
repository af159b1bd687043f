import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { announce } from '../ui/announce.tsx';
import { focusScreen, isFocusLost } from '../ui/focus.ts';

/** A screen that is fetched has its title after so long, in milliseconds. */
const pause = 350;

/**
 * Whoever listens hears where they came to, by the title of the page; and the focus, where what had it is gone with the
 * screen before, is at the beginning of the new one.
 */
export function useArrival(): void {
  const { pathname } = useLocation();
  const before = useRef(pathname);
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    const timer = setTimeout(() => {
      announce(document.title.replace(/ · Intervallum$/, ''));
      if (isFocusLost()) focusScreen();
    }, pause);
    return () => clearTimeout(timer);
  }, [pathname]);
}
