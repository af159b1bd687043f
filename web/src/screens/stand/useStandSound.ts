import { expand, type Voiced } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { keepAwake, type Awake } from '../../device/wakeLock.ts';
import { useVoiceOptions } from '../../document/voicing.ts';
import { usePlayback } from '../../lenses/parts/usePlayback.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { findOnce } from '../../workers/handsSearch.ts';
import type { StandSong } from './standing.ts';
import { t } from '../../words/words.ts';

export interface StandSound {
  readonly canPlay: boolean;
  readonly state: 'silent' | 'searching' | 'playing';
  readonly toggle: () => void;
  /** The slot of the text that sounds. */
  readonly playingSlot: number | null;
  readonly awake: Awake;
}

/** The song played from its beginning, its hands found when they are asked for; and the screen kept awake. */
export function useStandSound({ id, song, key, hands }: StandSong, view: ChartView): StandSound {
  const timeline = useMemo(() => expand(song, { key }), [song, key]);
  const options = useVoiceOptions(hands, view.style, timeline);
  const playback = usePlayback();
  const [voiced, setVoiced] = useState<Voiced | null>(null);
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const { isPlaying, at, silent } = playback;

  const steps = useSteady({
    halt: () => {
      asked.current += 1;
      setSearching(false);
      playback.stop();
    },
    toggle: () => {
      if (isPlaying || isSearching) steps.halt();
      else void play();
    },
  });
  useEffect(() => () => steps.halt(), [steps, id]);
  useEffect(() => {
    if (silent && isPlaying)
      notify(t('No sound: {{silent}} The pages turn in time instead.', { silent }));
  }, [silent, isPlaying]);
  const [awake, setAwake] = useState<Awake>('asked');
  useEffect(() => keepAwake(setAwake), []);

  async function play() {
    const own = (asked.current += 1);
    setSearching(true);
    try {
      const found = await findOnce(timeline, options);
      if (own !== asked.current) return;
      const from = found.slots.findIndex((one) => one !== null);
      if (from < 0) notify(t('There is no chord that could be played.'));
      else {
        setVoiced(found);
        playback.start(found, 'song', from);
      }
    } catch (error) {
      console.error('The song could not be played.', error);
      if (own === asked.current) notify(t('It could not be played: its hands were not found.'));
    } finally {
      if (own === asked.current) setSearching(false);
    }
  }

  return {
    canPlay: timeline.slots.length > 0,
    state: isPlaying ? 'playing' : isSearching ? 'searching' : 'silent',
    toggle: steps.toggle,
    playingSlot: at === null ? null : (voiced?.timeline.slots[at]?.slot ?? null),
    awake,
  };
}
