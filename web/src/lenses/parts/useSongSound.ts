import {
  expand,
  keyboardSet,
  playedKey,
  type Decisions,
  type Filled,
  type Key,
  type Song,
} from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useVoiceOptions } from '../../document/voicing.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { findOnce } from '../../workers/handsSearch.ts';
import { usePlayback } from './usePlayback.ts';
import { t } from '../../words/words.ts';

/** A song that is played as it stands, its hands found when they are asked for. */
export interface SoundingSong {
  /** What is played ends when this changes. */
  readonly id: string;
  readonly song: Song;
  /** In which it sounds; the hands play in the one that their player chose. */
  readonly key: Key;
  /** Of the player whose hands and placed runs are heard. */
  readonly decisions: Decisions;
}

export interface SongSound {
  readonly canPlay: boolean;
  readonly state: 'silent' | 'searching' | 'playing';
  /** Plays from a slot of the text on (from the beginning where none is said), or stops. */
  readonly toggle: (from?: number) => void;
  /** The slot of the text that sounds. */
  readonly playingSlot: number | null;
  /** The same, of the song as it is played. */
  readonly playingAt: number | null;
}

/** @param notHeard what is said where nothing is heard; the same function each time */
export function useSongSound(
  { id, song, key: sounding, decisions: { hands, fills, keyboard } }: SoundingSong,
  view: ChartView,
  notHeard: (why: string) => string,
): SongSound {
  const key = useMemo(() => playedKey(sounding, keyboard.playedIn), [sounding, keyboard.playedIn]);
  const timeline = useMemo(() => expand(song, { key }), [song, key]);
  const options = useVoiceOptions(hands, view.style, timeline);
  const playback = usePlayback();
  const [voiced, setVoiced] = useState<Filled | null>(null);
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const { isPlaying, at, silent } = playback;

  const steps = useSteady({
    halt: () => {
      asked.current += 1;
      setSearching(false);
      playback.stop();
    },
    toggle: (from?: number) => {
      if (isPlaying || isSearching) steps.halt();
      else void play(from ?? 0);
    },
  });
  useEffect(() => () => steps.halt(), [steps, id]);
  useEffect(() => {
    if (silent && isPlaying) notify(notHeard(silent));
  }, [silent, isPlaying, notHeard]);

  async function play(slot: number) {
    const own = (asked.current += 1);
    setSearching(true);
    try {
      const found: Filled = {
        ...(await findOnce(timeline, options)),
        fills,
        keyboard: keyboardSet(sounding, key),
      };
      if (own !== asked.current) return;
      // A line that the order of the song leaves out is never played.
      const here = slot === 0 ? 0 : timeline.slots.findIndex((one) => one.slot === slot);
      const from =
        here < 0 ? -1 : found.slots.findIndex((one, index) => one !== null && index >= here);
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
    playingAt: at,
    playingSlot: at === null ? null : (voiced?.timeline.slots[at]?.slot ?? null),
  };
}
