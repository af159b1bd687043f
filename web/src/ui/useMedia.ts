import { useSyncExternalStore } from 'react';

/** Whether the screen is as a media query asks, now and whenever that changes. */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = matchMedia(query);
      list.addEventListener('change', changed);
      return () => list.removeEventListener('change', changed);
    },
    () => matchMedia(query).matches,
  );
}

/** A phone, or a page that is zoomed so far that it has no more room than one. */
export const onPhone = '(max-width: 640px)';
