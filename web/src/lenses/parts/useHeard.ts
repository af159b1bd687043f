import {
  oneAfterOther,
  perform,
  quartersAMinute,
  type Filled,
  type Hand,
  type Paced,
} from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { transport, type Owner } from '../../device/audio/transport.ts';
import { notify } from '../../ui/notices.tsx';
import { useTransport } from './usePlayback.ts';

/** A stretch of a voiced song, by its slots. */
export interface Stretch {
  readonly voiced: Filled;
  readonly from: number;
  readonly to: number;
  /** Round and round until it is stopped. */
  readonly loop: boolean;
  /** In percent of the song's own tempo; as fast as that where nothing is said. */
  readonly percent?: number;
  /** The hands that are heard; both where nothing is said. */
  readonly hands?: readonly Hand[];
}

function paced({ voiced, from, to, percent = 100, hands }: Stretch): Paced {
  return {
    performance: perform(voiced, { from, to, ...(hands ? { hands } : {}) }),
    quarters: (quartersAMinute(voiced.timeline.song) * percent) / 100,
  };
}

/** What is asked for, and what is said where it cannot be heard. */
interface Asked {
  readonly id: string;
  /** One stretch, or several one after the other; null where there is nothing to hear after all. */
  readonly find: () => Promise<Stretch | readonly Stretch[] | null>;
  readonly failed: string;
}

/** Hears one thing at a time that has first to be found; what plays waits meanwhile, and what is asked for later is heard instead. */
export function useHeard() {
  const [owner] = useState<Owner>(() => ({}));
  const { playing } = useTransport(owner);
  /** What was asked for last, until it has ended. */
  const [asked, setAsked] = useState<string | null>(null);
  const latest = useRef(0);
  const stop = () => {
    latest.current += 1;
    setAsked(null);
    transport.stop(owner);
  };
  useEffect(
    () => () => {
      latest.current += 1;
      transport.stop(owner);
    },
    [owner],
  );
  const hear = async ({ id, find, failed }: Asked) => {
    latest.current += 1;
    const own = latest.current;
    setAsked(id);
    try {
      const found = await find();
      if (own !== latest.current) return;
      // What was heard before may have ended while this was looked for.
      setAsked(found && id);
      if (!found) return;
      const stretches = 'voiced' in found ? [found] : found;
      const { performance, quarters } = oneAfterOther(stretches.map(paced));
      const loop = stretches.some((one) => one.loop);
      transport.hear(owner, {
        performance,
        options: {
          quarters,
          countIn: [],
          clicks: [],
          pedal: false,
          loop,
        },
        isOpenAt: () => false,
      });
    } catch (error) {
      console.error(failed, error);
      if (own !== latest.current) return;
      setAsked(null);
      notify(failed);
    }
  };
  const isPlaying = playing !== null;
  // What has ended by itself is not heard any more.
  const [wasPlaying, setWasPlaying] = useState(false);
  if (isPlaying !== wasPlaying) {
    setWasPlaying(isPlaying);
    if (!isPlaying) setAsked(null);
  }
  return { asked, isPlaying, hear, stop } as const;
}
