import { formatChord, runPlaces, type Chord, type Key } from '@intervallum/core';
import { useMemo } from 'react';
import { useFillsLens } from '../state/fillsContext.ts';

/** A chord of the song that a run can be made over. */
export interface ChordUnder {
  /** The slot of the timeline at which it is first played. */
  readonly at: number;
  readonly chord: Chord;
  readonly key: Key;
  readonly words: string;
}

/** The chords of the song that runs are known for, each once; the open one at the place that is looked at. */
export function useChordsUnder(): readonly ChordUnder[] {
  const { timeline, view, place } = useFillsLens();
  const open = place?.at ?? null;
  return useMemo(() => {
    const found = new Map<string, ChordUnder>();
    const add = (at: number) => {
      const one = runPlaces(timeline)[at];
      const is = timeline.slots[at]?.is;
      if (!one?.ok || one.place.at !== at || is?.kind !== 'chord') return;
      const words = formatChord(is.chord, view.style);
      if (!found.has(words))
        found.set(words, { at, chord: is.chord, key: timeline.slots[at]!.key, words });
    };
    if (open !== null) add(open);
    timeline.slots.forEach((_, at) => add(at));
    return [...found.values()];
  }, [timeline, view.style, open]);
}
