import {
  parseChart,
  perform,
  quartersAMinute,
  withEdits,
  type ChartResult,
  type Edit,
  type Timeline,
} from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { transport, type Owner } from '../../device/audio/transport.ts';
import { useSong } from '../../document/DocumentContext.tsx';
import { useProposed } from '../../document/voicing.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { useTransport } from './usePlayback.ts';

/** Something that can be heard before it is written. */
export interface Hearable {
  readonly id: string;
  readonly edit: (read: ChartResult) => Edit;
  /** What of the song as it would be is heard, by its slots. */
  readonly range: (timeline: Timeline) => { readonly from: number; readonly to: number };
}

/** Hears a stretch of the song as an edit would leave it, once; what plays waits meanwhile. */
export function useHearEdit() {
  const [owner] = useState<Owner>(() => ({}));
  const read = useSong((state) => state.read);
  const proposed = useProposed();
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
  const hear = async ({ id, edit, range }: Hearable) => {
    latest.current += 1;
    const own = latest.current;
    const edited = edit(read);
    if (!edited.ok) return notify(edited.why);
    const after = parseChart(withEdits(read.text, edited.changes));
    setAsked(id);
    try {
      const voiced = await proposed(after.song);
      if (own !== latest.current) return;
      transport.hear(owner, {
        performance: perform(voiced, range(voiced.timeline)),
        options: {
          quarters: quartersAMinute(voiced.timeline.song),
          countIn: [],
          clicks: [],
          pedal: false,
          loop: false,
        },
        isOpenAt: () => false,
      });
      // What was heard before may have ended while this was looked for.
      setAsked(id);
    } catch (error) {
      console.error('What was proposed could not be played.', error);
      if (own !== latest.current) return;
      setAsked(null);
      notify(t('It could not be played: its hands were not found.'));
    }
  };
  const isHeard = playing !== null;
  // What has ended by itself is not heard any more.
  const [wasHeard, setWasHeard] = useState(false);
  if (isHeard !== wasHeard) {
    setWasHeard(isHeard);
    if (!isHeard) setAsked(null);
  }
  return { heard: asked, hear, stop } as const;
}
