import { perform, type Voiced } from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { play, type Playing } from '../audio/player.ts';
import { useSettings } from '../state/settings.ts';
import { rangeOf, type Stretch } from './stretch.ts';

export interface Playback {
  readonly isPlaying: boolean;
  /** The slot of the timeline that sounds now. */
  readonly at: number | null;
  /** Why nothing is heard; null where it is, or nothing was played yet. */
  readonly silent: string | null;
  readonly start: (stretch: Stretch, at: number) => void;
  readonly stop: () => void;
}

/** Felt beats in quarter notes: a dotted quarter in compound time. */
function quartersOf({ timeline: { song } }: Voiced, percent: number): number {
  const compound = song.meter.unit === 8 && song.meter.beats % 3 === 0;
  return ((song.tempo ?? 80) * (compound ? 1.5 : 1) * percent) / 100;
}

/** Plays parts of a voiced song; what is played ends when the song changes or the screen is left. */
export function usePlayback(
  voiced: Voiced | null,
  { percent, loop }: { percent: number; loop: boolean },
): Playback {
  const { pedal, countIn } = useSettings();
  const playing = useRef<Playing | null>(null);
  const asked = useRef(0);
  const [isPlaying, setPlaying] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const [silent, setSilent] = useState<string | null>(null);

  const stop = () => {
    asked.current += 1;
    playing.current?.stop();
    playing.current = null;
    setPlaying(false);
    setAt(null);
  };
  useEffect(
    () => () => {
      asked.current += 1;
      playing.current?.stop();
    },
    [],
  );

  const start = (stretch: Stretch, from: number) => {
    if (!voiced) return;
    stop();
    asked.current += 1;
    const own = asked.current;
    const range = rangeOf(voiced, stretch, from);
    const { song } = voiced.timeline;
    const beat = song.meter.unit === 8 && song.meter.beats % 3 === 0 ? 720 : 1920 / song.meter.unit;
    const bar = (song.meter.beats * 1920) / song.meter.unit;
    setPlaying(true);
    void play(perform(voiced, range), {
      quarters: quartersOf(voiced, percent),
      countIn:
        countIn && stretch === 'section'
          ? { clicks: Math.max(1, Math.round(bar / beat)), ticks: beat }
          : null,
      pedal,
      loop: loop && stretch !== 'chord',
      onSlot: (slot) => {
        if (own === asked.current) setAt(slot);
      },
      onEnd: () => {
        if (own !== asked.current) return;
        playing.current = null;
        setPlaying(false);
        setAt(null);
      },
    }).then((started) => {
      if (own !== asked.current) return started.stop();
      playing.current = started;
      setSilent(started.silent);
    });
  };
  return { isPlaying, at, silent, start, stop };
}
