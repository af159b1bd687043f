import type { Filled } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useWhole } from '../../document/voicing.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { usePlayback, type Playback } from './usePlayback.ts';
import { t } from '../../words/words.ts';

/** Playing from the cursor while one writes: the hands are found when they are asked for. */
export interface ChartSound extends Pick<
  Playback,
  'isOpen' | 'percent' | 'loop' | 'setPercent' | 'setLoop'
> {
  readonly state: 'silent' | 'searching' | 'playing';
  /** Plays from the cursor, or stops. */
  readonly toggle: () => void;
  readonly goOn: () => void;
}

/**
 * @param slot the slot of the text that the cursor is in
 * @param until what is played ends when this changes: the text, how the chart is looked at
 */
export function useChartSound(
  slot: number | null,
  until: unknown,
): {
  /** Stays the same while nothing of it changes. */
  readonly sound: ChartSound;
  /** What sounds now: its slot of the text, and of the song as it is played. */
  readonly playing: { readonly slot: number; readonly at: number } | null;
} {
  const whole = useWhole();
  const playback = usePlayback();
  const [voiced, setVoiced] = useState<Filled | null>(null);
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const { isPlaying, at, silent, stop } = playback;

  const halt = () => {
    asked.current += 1;
    setSearching(false);
    stop();
  };
  const steps = useSteady({
    halt,
    toggle: () => (isPlaying || isSearching ? halt() : void play()),
    goOn: playback.goOn,
  });
  useEffect(() => () => steps.halt(), [steps, until]);
  useEffect(() => {
    if (silent && isPlaying)
      notify(t('No sound: {{silent}} The chart follows in time instead.', { silent }));
  }, [silent, isPlaying]);

  const play = async () => {
    const own = (asked.current += 1);
    setSearching(true);
    try {
      const found = await whole();
      if (own !== asked.current) return;
      const { slots } = found.timeline;
      const here = slots.findIndex((one) => one.slot === slot);
      const from = found.slots.findIndex((one, index) => one !== null && index >= here);
      if (from < 0) notify(t('There is no chord from here on that could be played.'));
      else {
        setVoiced(found);
        playback.start(found, playback.loop ? 'section' : 'song', from);
      }
    } catch (error) {
      console.error('The song could not be played.', error);
      if (own === asked.current) notify(t('It could not be played: its hands were not found.'));
    } finally {
      if (own === asked.current) setSearching(false);
    }
  };
  const sounding = at === null ? undefined : voiced?.timeline.slots[at];
  const state = isPlaying ? 'playing' : isSearching ? 'searching' : 'silent';
  const { isOpen, percent, loop, setPercent, setLoop } = playback;
  const sound = useMemo<ChartSound>(
    () => ({ state, isOpen, percent, loop, setPercent, setLoop, ...steps }),
    [state, isOpen, percent, loop, setPercent, setLoop, steps],
  );
  return { sound, playing: at !== null && sounding ? { slot: sounding.slot, at } : null };
}
