import type { Performance } from '@intervallum/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { play, type Playing, type PlayOptions } from './player.ts';

/** Whoever plays or hears something; told apart by being itself. */
export type Owner = object;

/** Something to be played. */
export interface Piece {
  readonly performance: Performance;
  readonly options: Omit<PlayOptions, 'onSlot' | 'onEnd'>;
  /** Where it goes on and on until the signal, by slot of the timeline. */
  readonly isOpenAt: (at: number) => boolean;
}

export interface TransportState {
  readonly playing: {
    readonly owner: Owner;
    /** The slot of the timeline that sounds now; null before the first. */
    readonly at: number | null;
    readonly isOpen: boolean;
  } | null;
  /** Who was playing when something else was to be heard, and goes on when that ends. */
  readonly waiting: Owner | null;
  /** Why nothing is heard; null where it is, or nothing was played yet. */
  readonly silent: string | null;
}

/** The one player of the application: whatever sounds, sounds through it, so that two things never do. */
export interface Transport {
  readonly store: StoreApi<TransportState>;
  /**
   * Plays a piece in the place of whatever sounds or waits.
   * @param resume plays on from a slot of the timeline, after something else was heard meanwhile
   */
  readonly start: (owner: Owner, piece: Piece, resume: (at: number) => void) => void;
  /** Lets something be heard for a moment: what plays waits until it ends. */
  readonly hear: (owner: Owner, piece: Piece) => void;
  /** Ends what an owner plays or hears, or its waiting. What waited for it goes on. */
  readonly stop: (owner: Owner) => void;
  /** Gives the signal: what goes on and on is played to its end, then what follows. */
  readonly goOn: (owner: Owner) => void;
  /**
   * Something that the browser plays by itself begins, a recording: what plays or waits here ends.
   * @param pause is called when something begins here
   */
  readonly giveWay: (pause: () => void) => void;
}

interface Sounding {
  readonly owner: Owner;
  readonly resume: ((at: number) => void) | null;
  /** Null until it has begun. */
  playing: Playing | null;
}

interface Waiting {
  readonly owner: Owner;
  readonly at: number;
  readonly resume: (at: number) => void;
}

export function createTransport(): Transport {
  const store = createStore<TransportState>(() => ({ playing: null, waiting: null, silent: null }));
  let sounding: Sounding | null = null;
  let waiting: Waiting | null = null;
  let pauseOutside: (() => void) | null = null;

  const setWaiting = (next: Waiting | null) => {
    waiting = next;
    store.setState({ waiting: next?.owner ?? null });
  };

  function halt(): void {
    sounding?.playing?.stop();
    sounding = null;
    store.setState({ playing: null });
  }

  function begin(owner: Owner, piece: Piece, resume: Sounding['resume']): void {
    halt();
    pauseOutside?.();
    pauseOutside = null;
    const own: Sounding = { owner, resume, playing: null };
    sounding = own;
    store.setState({ playing: { owner, at: null, isOpen: false } });
    const { performance, options, isOpenAt } = piece;
    void play(performance, {
      ...options,
      onSlot: (at) => {
        if (sounding === own) store.setState({ playing: { owner, at, isOpen: isOpenAt(at) } });
      },
      onEnd: () => {
        if (sounding === own) end();
      },
    }).then((started) => {
      if (sounding !== own) return started.stop();
      own.playing = started;
      store.setState({ silent: started.silent });
    });
  }

  /** What sounds has ended; what waited for it goes on where it was. */
  function end(): void {
    halt();
    const next = waiting;
    if (!next) return;
    setWaiting(null);
    next.resume(next.at);
  }

  return {
    store,
    start: (owner, piece, resume) => {
      setWaiting(null);
      begin(owner, piece, resume);
    },
    hear: (owner, piece) => {
      const at = store.getState().playing?.at ?? null;
      if (sounding?.resume && at !== null)
        setWaiting({ owner: sounding.owner, at, resume: sounding.resume });
      begin(owner, piece, null);
    },
    stop: (owner) => {
      if (waiting?.owner === owner) setWaiting(null);
      if (sounding?.owner === owner) end();
    },
    goOn: (owner) => {
      const { playing } = store.getState();
      if (sounding?.owner !== owner || !playing) return;
      sounding.playing?.goOn();
      store.setState({ playing: { ...playing, isOpen: false } });
    },
    giveWay: (pause) => {
      setWaiting(null);
      halt();
      pauseOutside = pause;
    },
  };
}

export const transport = createTransport();
