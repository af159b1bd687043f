import { perform, quartersAMinute, type Textures, type Voiced } from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { transport, type Owner } from '../../device/audio/transport.ts';
import { useWhole } from '../../document/voicing.ts';
import { notify } from '../../ui/notices.tsx';
import { useTransport } from './usePlayback.ts';
import { t } from '../../words/words.ts';

/** Hears a section with other textures than it has, round and round, until it is stopped; what plays waits meanwhile. */
export function useHear() {
  const [owner] = useState<Owner>(() => ({}));
  const whole = useWhole();
  const { playing } = useTransport(owner);
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const stop = () => {
    asked.current += 1;
    setSearching(false);
    transport.stop(owner);
  };
  useEffect(
    () => () => {
      asked.current += 1;
      transport.stop(owner);
    },
    [owner],
  );
  const hear = async (section: number, textures: Textures) => {
    asked.current += 1;
    const own = asked.current;
    setSearching(playing === null);
    try {
      const voiced = withTextures(await whole(), section, textures);
      if (own !== asked.current) return;
      const part = voiced.timeline.parts.find((one) => one.section === section);
      if (!part) return notify(t('The roadmap does not play this section.'));
      transport.hear(owner, {
        performance: perform(voiced, { from: part.from, to: part.to }),
        options: {
          quarters: quartersAMinute(voiced.timeline.song),
          countIn: [],
          clicks: [],
          pedal: false,
          loop: true,
        },
        isOpenAt: () => false,
      });
    } catch (error) {
      console.error('The section could not be played.', error);
      if (own === asked.current)
        notify(t('The section could not be played: its hands were not found.'));
    } finally {
      if (own === asked.current) setSearching(false);
    }
  };
  const state = playing ? 'playing' : isSearching ? 'searching' : 'silent';
  return { state, hear, stop } as const;
}

function withTextures(voiced: Voiced, section: number, textures: Textures): Voiced {
  const { song } = voiced.timeline;
  const sections = song.sections.map((one, index) =>
    index === section ? { ...one, textures } : one,
  );
  return { ...voiced, timeline: { ...voiced.timeline, song: { ...song, sections } } };
}
