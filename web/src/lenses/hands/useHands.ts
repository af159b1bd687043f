import { proxy } from 'comlink';
import {
  expand,
  type Decisions,
  type Filled,
  type HandsProblem,
  type Key,
  type NumberStyle,
  type OtherVoicing,
  type Song,
  type Timeline,
  type Voiced,
} from '@intervallum/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useLook } from '../../document/look.tsx';
import { useVoiceOptions } from '../../document/voicing.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { openHandsThread, type HandsThread } from '../../workers/handsSearch.ts';
import { t } from '../../words/words.ts';

/** How long a search may take before its progress is shown, in milliseconds. */
const patience = 100;

/** The search as the screen sees it. */
export interface HandsSearch {
  /** What was found last, with the runs that are placed; null before the first search is done. */
  readonly voiced: Filled | null;
  /** What is amiss with what was found last. */
  readonly problems: readonly HandsProblem[];
  /** 0 to 1 while a search takes longer than a moment; null else. */
  readonly progress: number | null;
  readonly failure: string | null;
  readonly stopped: boolean;
  /** Gives up the search under way; `again` begins it anew. */
  readonly stop: () => void;
  readonly again: () => void;
  /** The cheapest ways to play a slot of what was found last. */
  readonly alternatives: (at: number, most: number) => Promise<OtherVoicing[]>;
}

/** Keeps the hands of a song found: a worker searches, every edit overtakes the search before it. */
export function useHands(
  song: Song,
  key: Key,
  { hands, fills }: Decisions,
  numbers: NumberStyle,
): HandsSearch {
  const thread = useThread();
  const remote = thread?.remote ?? null;
  const [found, setFound] = useState<Voiced | null>(null);
  const { keyboard } = useLook();
  const voiced = useMemo(() => found && { ...found, fills, keyboard }, [found, fills, keyboard]);
  const [progress, setProgress] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [stopped, setStopped] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const timeline = useMemo<Timeline>(() => expand(song, { key }), [song, key]);
  const options = useVoiceOptions(hands, numbers, timeline);

  useEffect(() => {
    if (!remote) return;
    let current = true;
    // A word of progress can come after the end: the two take different ways out of the worker.
    let isFound = false;
    const began = performance.now();
    remote
      .search(
        song,
        key,
        options,
        proxy(({ done, of }) => {
          if (current && !isFound && performance.now() - began > patience) setProgress(done / of);
        }),
      )
      .then((result) => {
        if (!current || !result) return;
        isFound = true;
        setFound({ timeline, ...result });
        setFailure(null);
        setStopped(false);
        setProgress(null);
      })
      .catch((error: unknown) => {
        if (!current) return;
        console.error('The hands could not be searched.', error);
        setFailure(t('The hands could not be found: the search broke off.'));
        setProgress(null);
      });
    return () => {
      current = false;
      setProgress(null);
    };
  }, [remote, song, key, options, timeline, attempt]);

  const alternatives = useCallback(
    async (at: number, most: number) => (remote ? remote.alternatives(at, most) : []),
    [remote],
  );
  const steps = useSteady({
    stop: () => {
      void remote?.stop();
      setProgress(null);
      setStopped(true);
    },
    again: () => {
      setStopped(false);
      setFailure(null);
      setAttempt((count) => count + 1);
    },
  });
  return useMemo(
    () => ({
      voiced,
      problems: voiced?.problems ?? [],
      progress,
      failure,
      stopped,
      ...steps,
      alternatives,
    }),
    [voiced, progress, failure, stopped, steps, alternatives],
  );
}

/** One thread for as long as the lens is open; it remembers what it found. */
function useThread(): HandsThread | null {
  const [thread, setThread] = useState<HandsThread | null>(null);
  useEffect(() => {
    const opened = openHandsThread();
    // A thread is there from now on; what is drawn with it comes with the next drawing.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setThread(opened);
    return opened.end;
  }, []);
  return thread;
}
