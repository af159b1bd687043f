import {
  beatsOf,
  countedBeats,
  feltBeats,
  perform,
  tempoBeat,
  type Beat,
  type Meter,
  type Voiced,
} from '@intervallum/core';
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
  /** What sounds goes on until the signal, and the signal was not given. */
  readonly isOpen: boolean;
  /** Gives the signal: what goes on is played to its end, then the song goes on. */
  readonly goOn: () => void;
  /** @param voiced what is played, where it is not what was found last */
  readonly start: (stretch: Stretch, at: number, voiced?: Voiced) => void;
  readonly stop: () => void;
}

/** Quarter notes a minute: a song's tempo counts felt beats. */
function quartersOf({ timeline: { song } }: Voiced, percent: number): number {
  return ((song.tempo ?? 80) * (tempoBeat(song.meter) / 480) * percent) / 100;
}

/** Plays parts of a voiced song; what is played ends when the song changes or the screen is left. */
export function usePlayback(
  found: Voiced | null,
  { percent, loop }: { percent: number; loop: boolean },
): Playback {
  const { pedal, countIn, click, heardHands, heardTune, reach } = useSettings();
  const playing = useRef<Playing | null>(null);
  const asked = useRef(0);
  const [isPlaying, setPlaying] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const [isOpen, setOpen] = useState(false);
  const [silent, setSilent] = useState<string | null>(null);

  const stop = () => {
    asked.current += 1;
    playing.current?.stop();
    playing.current = null;
    setPlaying(false);
    setAt(null);
    setOpen(false);
  };
  useEffect(
    () => () => {
      asked.current += 1;
      playing.current?.stop();
    },
    [],
  );

  const start = (stretch: Stretch, from: number, voiced: Voiced | null = found) => {
    if (!voiced) return;
    stop();
    asked.current += 1;
    const own = asked.current;
    const range = rangeOf(voiced, stretch, from);
    const goesOn = stretch === 'section' || stretch === 'song';
    const { meter } = voiced.timeline.slots[from]!;
    setPlaying(true);
    setOpen(false);
    const hands = heardHands === 'both' ? (['left', 'right'] as const) : [heardHands];
    const performed = perform(voiced, { ...range, hands, reach });
    const withTune = heardTune && goesOn;
    const performance = withTune ? performed : { ...performed, tune: [] };
    void play(performance, {
      quarters: quartersOf(voiced, percent),
      countIn: countIn && goesOn ? barOf(meter) : [],
      clicks: click && goesOn ? countedBeats(beatsOf(voiced.timeline, range)) : [],
      pedal,
      loop: loop && (stretch === 'step' || stretch === 'section'),
      onSlot: (slot) => {
        if (own !== asked.current) return;
        setAt(slot);
        setOpen(
          stretch === 'song' &&
            voiced.timeline.parts.some((part) => part.open && slot >= part.from && slot < part.to),
        );
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
  const goOn = () => {
    playing.current?.goOn();
    setOpen(false);
  };
  return { isPlaying, at, isOpen, silent, start, stop, goOn };
}

/** The beats of one bar, to be counted in. */
function barOf(meter: Meter): Beat[] {
  let onset = 0;
  return feltBeats(meter).map((ticks, index) => {
    const beat = { onset, ticks, strong: index === 0, index, feel: 'in time' as const };
    onset += ticks;
    return beat;
  });
}
