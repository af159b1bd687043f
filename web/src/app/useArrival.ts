import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { announce } from '../ui/announce.tsx';
import { focusScreen, isFocusLost } from '../ui/focus.ts';

/** Milliseconds between two looks at whether the new screen has its title. */
const pause = 350;
/** So many looks, then the title stands as it is: two screens can have the same one. */
const looks = 20;

/**
 * Whoever listens hears where they came to, by the title of the page; and the focus, where what had it is gone with the
 * screen before, is at the beginning of the new one.
 */
export function useArrival(): void {
  const { pathname } = useLocation();
  const before = useRef(pathname);
  // A screen that is fetched slowly has the title of the one before until it is there.
  const [left, setLeft] = useState({ pathname, title: document.title });
  if (left.pathname !== pathname) setLeft({ pathname, title: document.title });
  const { title: titleLeft } = left;
  useEffect(() => {
    if (before.current === pathname) return;
    before.current = pathname;
    let looked = 0;
    const timer = setInterval(() => {
      looked += 1;
      if (isFocusLost()) focusScreen();
      if (document.title === titleLeft && looked < looks) return;
      clearInterval(timer);
      announce(document.title.replace(/ · Intervallum$/, ''));
    }, pause);
    return () => clearInterval(timer);
  }, [pathname, titleLeft]);
}
