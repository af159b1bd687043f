import { delayOf, ticksPerQuarter, type Delay } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { plainPerformance } from '../../device/audio/plainPerformance.ts';
import { transport, type Owner } from '../../device/audio/transport.ts';
import { useSteady } from '../../ui/useSteady.ts';

/** A short game: taps to clicks tell by how much keys and sound come late together. */
export interface Tapping {
  readonly isOpen: boolean;
  /** The clicks sound. */
  readonly isOn: boolean;
  /** How often was tapped since they began. */
  readonly taps: number;
  /** Null before the first game has ended. */
  readonly delay: Delay | null;
  readonly open: () => void;
  readonly close: () => void;
  /** @param heard is told when each click is heard, in milliseconds by the clock of the page */
  readonly begin: (heard?: (beats: readonly number[]) => void) => void;
  /** A key went down. @param at by the clock of the page */
  readonly tap: (at: number) => void;
}

export const clicks = 12;
/** Quarter notes a minute: people tap evenest there (Drake, Jones and Baruch 2000, from memory). */
const quarters = 100;
const beat = 60_000 / quarters;
/** A tap may come so long after the last click. */
const grace = 350;

export function useTapping(): Tapping {
  const [owner] = useState<Owner>(() => ({}));
  const [isOpen, setOpen] = useState(false);
  const [isOn, setOn] = useState(false);
  const [count, setCount] = useState(0);
  const [delay, setDelay] = useState<Delay | null>(null);
  const game = useRef<{ readonly beats: readonly number[]; readonly taps: number[] } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const stop = () => {
    clearTimeout(timer.current);
    transport.stop(owner);
    game.current = null;
    setOn(false);
  };
  const end = () => {
    const { beats = [], taps = [] } = game.current ?? {};
    setDelay(delayOf(beats, taps));
    stop();
  };
  const steady = useSteady({
    stop,
    open: () => {
      setDelay(null);
      setOpen(true);
    },
    close: () => {
      stop();
      setOpen(false);
    },
    begin: (heard: (beats: readonly number[]) => void = () => undefined) => {
      stop();
      setCount(0);
      setDelay(null);
      setOn(true);
      transport.start(
        owner,
        {
          performance: plainPerformance(clicks * ticksPerQuarter),
          options: {
            quarters,
            countIn: [],
            clicks: Array.from({ length: clicks }, (_, place) => ({
              onset: place * ticksPerQuarter,
              strong: place % 4 === 0,
            })),
            pedal: false,
            loop: false,
            onBegin: (at) => {
              const beats = Array.from({ length: clicks }, (_, place) => at + place * beat);
              game.current = { beats, taps: [] };
              heard(beats);
              timer.current = setTimeout(end, beats.at(-1)! + grace - performance.now());
            },
          },
          isOpenAt: () => false,
        },
        () => undefined,
      );
    },
    tap: (at: number) => {
      if (!game.current) return;
      game.current.taps.push(at);
      setCount(game.current.taps.length);
    },
  });
  useEffect(() => () => steady.stop(), [steady]);
  return useMemo(() => {
    const { open, close, begin, tap } = steady;
    return { isOpen, isOn, taps: count, delay, open, close, begin, tap };
  }, [isOpen, isOn, count, delay, steady]);
}
