import { proxy, wrap, type Remote } from 'comlink';
import {
  expand,
  instruments,
  melodyOver,
  type HandsProblem,
  type Key,
  type OtherVoicing,
  type Song,
  type SongHands,
  type Timeline,
  type Voiced,
  type VoiceOptions,
} from '@intervallum/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { ChartView } from '../chart/view.ts';
import { useSettings } from '../state/settings.ts';
import { useSame } from '../state/useSame.ts';
import type { HandsWorker } from '../workers/handsWorker.ts';

/** How long a search may take before its progress is shown, in milliseconds. */
const patience = 100;

/** The search as the screen sees it. */
export interface HandsSearch {
  /** What was found last; null before the first search is done. */
  readonly voiced: Voiced | null;
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
  /** The song as it is now with all its hands, whether the lens is open or not. */
  readonly whole: () => Promise<Voiced>;
}

/** Keeps the hands of a song found: a worker searches, every edit overtakes the search before it. */
export function useHands(
  song: Song,
  key: Key,
  hands: SongHands,
  view: ChartView,
  isOpen: boolean,
): HandsSearch {
  const remote = useRemote(isOpen);
  const [voiced, setVoiced] = useState<Voiced | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [stopped, setStopped] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const timeline = useMemo<Timeline>(() => expand(song, { key }), [song, key]);
  const options = useVoiceOptions(hands, view, timeline);

  useEffect(() => {
    if (!remote) return;
    let current = true;
    // A word of progress can come after the end: the two take different ways out of the worker.
    let found = false;
    const began = performance.now();
    remote
      .search(
        song,
        key,
        options,
        proxy(({ done, of }) => {
          if (current && !found && performance.now() - began > patience) setProgress(done / of);
        }),
      )
      .then((result) => {
        if (!current || !result) return;
        found = true;
        setVoiced({ timeline, ...result });
        setFailure(null);
        setStopped(false);
        setProgress(null);
      })
      .catch((error: unknown) => {
        if (!current) return;
        console.error('The hands could not be searched.', error);
        setFailure('The hands could not be found: the search broke off.');
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

  return {
    voiced,
    problems: voiced?.problems ?? [],
    progress,
    failure,
    stopped,
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
    alternatives,
    whole: () => findOnce(timeline, options),
  };
}

/** What the search depends on besides the chords: the player, and what was decided for this song. */
export function useVoiceOptions(
  hands: SongHands,
  view: Pick<ChartView, 'style'>,
  timeline: Timeline,
): VoiceOptions {
  const { reach, keys, lineup, handGrade, tuneOnTop } = useSettings();
  const melody = useSame(
    useMemo(() => [...(tuneOnTop ? melodyOver(timeline) : [])], [timeline, tuneOnTop]),
  );
  return useMemo(
    () => ({
      reach,
      lineup,
      instrument: instruments[keys],
      grade: handGrade,
      style: hands.school,
      pins: hands.pins,
      palette: hands.palette,
      registers: hands.registers,
      walks: hands.walks,
      numbers: view.style,
      melody: new Map(melody),
    }),
    [reach, lineup, keys, handGrade, hands, view.style, melody],
  );
}

function newWorker(): Worker {
  return new Worker(new URL('../workers/handsWorker.ts', import.meta.url), { type: 'module' });
}

/** One search by a worker of its own, which nothing overtakes. */
export async function findOnce(timeline: Timeline, options: VoiceOptions): Promise<Voiced> {
  const worker = newWorker();
  try {
    const search = wrap<HandsWorker>(worker);
    const found = await search.search(
      timeline.song,
      timeline.key,
      options,
      proxy(() => undefined),
    );
    if (!found) throw new Error('The search was stopped.');
    return { timeline, ...found };
  } finally {
    worker.terminate();
  }
}

/** One worker for as long as the lens has been open; it remembers what it found. */
function useRemote(isOpen: boolean): Remote<HandsWorker> | null {
  const worker = useRef<Worker | null>(null);
  const [remote, setRemote] = useState<{ readonly is: Remote<HandsWorker> } | null>(null);
  useEffect(() => {
    if (!isOpen || worker.current) return;
    worker.current = newWorker();
    setRemote({ is: wrap<HandsWorker>(worker.current) });
  }, [isOpen]);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  return isOpen ? (remote?.is ?? null) : null;
}
