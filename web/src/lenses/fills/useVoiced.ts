import type { SongHands, Timeline, Voiced } from '@intervallum/core';
import { useEffect, useState } from 'react';
import { useVoiceOptions } from '../../document/voicing.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { findOnce } from '../../workers/handsSearch.ts';

/** The hands of a song, found by a worker whenever it changes; null until those of this very song are there. */
export function useVoiced(timeline: Timeline, hands: SongHands, view: ChartView): Voiced | null {
  const options = useVoiceOptions(hands, view.style, timeline);
  const [found, setFound] = useState<Voiced | null>(null);
  useEffect(() => {
    let isCurrent = true;
    // Who writes a word after the other has the hands found when the last one stands.
    const wait = setTimeout(() => {
      findOnce(timeline, options)
        .then((voiced) => {
          if (isCurrent) setFound(voiced);
        })
        // Runs are found without the hands too: they lie where they are heard best then.
        .catch((error: unknown) => console.error('The hands could not be found.', error));
    }, 150);
    return () => {
      isCurrent = false;
      clearTimeout(wait);
    };
  }, [timeline, options]);
  return found?.timeline === timeline ? found : null;
}
