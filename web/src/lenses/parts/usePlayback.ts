import {
  beatsOf,
  beatsOfBar,
  countedBeats,
  loosen,
  perform,
  quartersAMinute,
  rangeOfStretch,
  type Stretch,
  type Filled,
} from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { transport, type Owner, type Piece } from '../../device/audio/transport.ts';
import { sound } from '../../settings/sound.ts';
import { useSteady } from '../../ui/useSteady.ts';

/** Playing parts of a voiced song, as one owner of the one player. */
export interface Playback {
  /** It plays, or waits for something else that is heard meanwhile. */
  readonly isPlaying: boolean;
  /** The slot of the timeline that sounds now. */
  readonly at: number | null;
  /** Why nothing is heard; null where it is, or nothing was played yet. */
  readonly silent: string | null;
  /** What sounds goes on until the signal, and the signal was not given. */
  readonly isOpen: boolean;
  /** In percent of the song's own tempo. */
  readonly percent: number;
  readonly loop: boolean;
  readonly setPercent: (percent: number) => void;
  readonly setLoop: (loop: boolean) => void;
  readonly start: (voiced: Filled, stretch: Stretch, at: number) => void;
  readonly stop: () => void;
  /** Gives the signal: what goes on is played to its end, then the song goes on. */
  readonly goOn: () => void;
}

/** Plays until it is stopped, its end, or until the screen is left. */
export function usePlayback(): Playback {
  const [owner] = useState<Owner>(() => ({}));
  const [percent, setPercent] = useState(100);
  const [loop, setLoop] = useState(false);
  const { playing, waiting, silent } = useTransport(owner);
  useEffect(() => () => transport.stop(owner), [owner]);

  const steps = useSteady({
    start: (voiced: Filled, stretch: Stretch, from: number) => {
      const piece = pieceOf(voiced, stretch, from, { percent, loop });
      transport.start(owner, piece, (at) => steps.start(voiced, stretch, at));
    },
    stop: () => transport.stop(owner),
    goOn: () => transport.goOn(owner),
  });
  return useMemo(
    () => ({
      isPlaying: playing !== null || waiting,
      at: playing?.at ?? null,
      isOpen: playing?.isOpen ?? false,
      silent,
      percent,
      loop,
      setPercent,
      setLoop,
      ...steps,
    }),
    [playing, waiting, silent, percent, loop, steps],
  );
}

/** What the player does for one owner. */
export function useTransport(owner: Owner) {
  const playing = useStore(transport.store, (state) =>
    state.playing?.owner === owner ? state.playing : null,
  );
  const waiting = useStore(transport.store, (state) => state.waiting === owner);
  const silent = useStore(transport.store, (state) => state.silent);
  return { playing, waiting, silent };
}

/** A stretch of a voiced song with what the player wants to hear of it. */
function pieceOf(
  voiced: Filled,
  stretch: Stretch,
  from: number,
  { percent, loop }: { readonly percent: number; readonly loop: boolean },
): Piece {
  const { pedal, countIn, click, heardHands, heardTune, loose } = sound.now();
  const { timeline } = voiced;
  const range = rangeOfStretch(voiced, stretch, from);
  const goesOn = stretch === 'section' || stretch === 'song';
  const hands = heardHands === 'both' ? (['left', 'right'] as const) : [heardHands];
  const exact = perform(voiced, { ...range, hands });
  const performed = loose ? loosen(exact, 1) : exact;
  return {
    performance: heardTune && goesOn ? performed : { ...performed, tune: [] },
    options: {
      quarters: (quartersAMinute(timeline.song) * percent) / 100,
      countIn: countIn && goesOn ? beatsOfBar(timeline.slots[from]!.meter) : [],
      clicks: click && goesOn ? countedBeats(beatsOf(timeline, range)) : [],
      pedal,
      loop: loop && (stretch === 'step' || stretch === 'section'),
    },
    isOpenAt: (at) =>
      stretch === 'song' &&
      timeline.parts.some((part) => part.open && at >= part.from && at < part.to),
  };
}
