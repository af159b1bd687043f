import type { Voiced } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { usePlayback } from '../hands/usePlayback.ts';
import { useSteady } from '../state/useSteady.ts';
import { notify } from '../ui/notices.tsx';

/** Playing from the cursor while one writes: the hands are found when they are asked for. */
export interface ChartSound {
  readonly state: 'silent' | 'searching' | 'playing';
  /** What sounds goes on until the signal. */
  readonly isOpen: boolean;
  readonly percent: number;
  readonly loop: boolean;
  readonly setPercent: (percent: number) => void;
  readonly setLoop: (loop: boolean) => void;
  /** Plays from the cursor, or stops. */
  readonly toggle: () => void;
  readonly goOn: () => void;
}

/**
 * @param slot the slot of the text that the cursor is in
 * @param until what is played ends when this changes: the text, the lens, how the chart is looked at
 */
export function useChartSound(
  whole: () => Promise<Voiced>,
  slot: number | null,
  until: string,
): {
  /** Stays the same while nothing of it changes. */
  readonly sound: ChartSound;
  /** What sounds now: its slot of the text, and of the song as it is played. */
  readonly playing: { readonly slot: number; readonly at: number } | null;
} {
  const [percent, setPercent] = useState(100);
  const [loop, setLoop] = useState(false);
  const [voiced, setVoiced] = useState<Voiced | null>(null);
  const [isSearching, setSearching] = useState(false);
  const playback = usePlayback(voiced, { percent, loop });
  const asked = useRef(0);
  const { isPlaying, at, isOpen, silent, stop, goOn } = playback;

  const halt = () => {
    asked.current += 1;
    setSearching(false);
    if (isPlaying) stop();
  };
  const latestHalt = useRef(halt);
  useEffect(() => {
    latestHalt.current = halt;
  });
  useEffect(() => () => latestHalt.current(), [until]);
  useEffect(() => {
    if (silent) notify(`No sound: ${silent} The chart follows in time instead.`);
  }, [silent]);

  const play = async () => {
    const own = (asked.current += 1);
    setSearching(true);
    try {
      const found = await whole();
      if (own !== asked.current) return;
      const { slots } = found.timeline;
      const here = slots.findIndex((one) => one.slot === slot);
      const from = found.slots.findIndex((one, index) => one !== null && index >= here);
      if (from < 0) notify('There is no chord from here on that could be played.');
      else {
        setVoiced(found);
        playback.start(loop ? 'section' : 'song', from, found);
      }
    } catch (error) {
      console.error('The song could not be played.', error);
      if (own === asked.current) notify('It could not be played: its hands were not found.');
    } finally {
      if (own === asked.current) setSearching(false);
    }
  };
  const sounding = at === null ? undefined : voiced?.timeline.slots[at];
  const state = isPlaying ? 'playing' : isSearching ? 'searching' : 'silent';
  const steps = useSteady({
    toggle: () => (isPlaying || isSearching ? halt() : void play()),
    goOn,
  });
  const sound = useMemo<ChartSound>(
    () => ({ state, isOpen, percent, loop, setPercent, setLoop, ...steps }),
    [state, isOpen, percent, loop, steps],
  );
  return { sound, playing: at !== null && sounding ? { slot: sounding.slot, at } : null };
}
