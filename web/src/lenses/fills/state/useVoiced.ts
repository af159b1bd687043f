import type { SongHands, Timeline, Voiced } from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { useVoiceOptions } from '../../../document/voicing.ts';
import type { ChartView } from '../../../music/rails/view.ts';
import { findOnce } from '../../../workers/handsSearch.ts';

/** So long runs wait for the hands they are put in order by, in milliseconds; then they are shown as they are heard best. */
const patience = 2_000;

interface FoundHands {
  readonly voiced: Voiced | null;
  /** They are being found, and it has not taken long. */
  readonly isBeingFound: boolean;
}

/** The hands of a song, found by a worker whenever it changes; none until those of this very song are there. */
export function useVoiced(timeline: Timeline, hands: SongHands, view: ChartView): FoundHands {
  const options = useVoiceOptions(hands, view.style, timeline);
  const [found, setFound] = useState<Voiced | null>(null);
  const [given, setGiven] = useState<Timeline | null>(null);
  useEffect(() => {
    let isCurrent = true;
    const late = setTimeout(() => setGiven(timeline), patience);
    // Who writes a word after the other has the hands found when the last one stands.
    const wait = setTimeout(() => {
      findOnce(timeline, options)
        .then((voiced) => {
          if (isCurrent) setFound(voiced);
        })
        // Runs are found without the hands too: they lie where they are heard best then.
        .catch((error: unknown) => {
          console.error('The hands could not be found.', error);
          if (isCurrent) setGiven(timeline);
        });
    }, 150);
    return () => {
      isCurrent = false;
      clearTimeout(wait);
      clearTimeout(late);
    };
  }, [timeline, options]);
  const voiced = found?.timeline === timeline ? found : null;
  return useMemo(
    () => ({ voiced, isBeingFound: voiced === null && given !== timeline }),
    [voiced, given, timeline],
  );
}
