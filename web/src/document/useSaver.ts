import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { createSaver, type Saver, type SaverOptions, type SaverState } from './saver.ts';

/** A saver for as long as a screen is open. Leaving the screen saves what is waiting. */
export function useSaver<Draft>(
  options: () => SaverOptions<Draft>,
): Saver<Draft> & { state: SaverState<Draft> } {
  const [saver] = useState(() => createSaver(options()));
  const state = useStore(saver.store);
  useSavingOnLeave(saver);
  return { ...saver, state };
}

/** Saves what is waiting when the page is hidden or the screen is left. */
export function useSavingOnLeave(saver: { readonly flush: () => Promise<void> }): void {
  useEffect(() => {
    const flush = () => void saver.flush();
    const onHide = () => {
      if (document.visibilityState === 'hidden') flush();
    };
    document.addEventListener('visibilitychange', onHide);
    return () => {
      document.removeEventListener('visibilitychange', onHide);
      flush();
    };
  }, [saver]);
}
