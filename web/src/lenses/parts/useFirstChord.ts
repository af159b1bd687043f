import { useEffect } from 'react';
import { useDocument } from '../../document/DocumentContext.tsx';
import { firstChordOf } from '../../document/selectors.ts';

/** When the lens is opened, or the chosen chord is gone, one goes to the first one. */
export function useFirstChord(isLost: boolean): void {
  const songDocument = useDocument();
  useEffect(() => {
    if (!isLost) return;
    const first = firstChordOf(songDocument.store.getState());
    if (first) songDocument.goTo(first);
  }, [isLost, songDocument]);
}
