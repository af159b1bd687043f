import { perform, tempoBeat, type Textures, type Voiced } from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { play, type Playing } from '../audio/player.ts';
import { useSettings } from '../state/settings.ts';
import { notify } from '../ui/notices.tsx';

/** Hears a section with other textures than it has, round and round, until it is stopped. */
export function useHear(whole: () => Promise<Voiced>) {
  const [state, setState] = useState<'silent' | 'searching' | 'playing'>('silent');
  const playing = useRef<Playing | null>(null);
  const asked = useRef(0);
  const stop = () => {
    asked.current += 1;
    playing.current?.stop();
    playing.current = null;
    setState('silent');
  };
  useEffect(
    () => () => {
      asked.current += 1;
      playing.current?.stop();
    },
    [],
  );
  const hear = async (section: number, textures: Textures) => {
    stop();
    const own = asked.current;
    setState('searching');
    try {
      const voiced = withTextures(await whole(), section, textures);
      const part = voiced.timeline.parts.find((one) => one.section === section);
      if (own !== asked.current) return;
      if (!part) {
        setState('silent');
        return notify('The roadmap does not play this section.');
      }
      const range = { from: part.from, to: part.to };
      const { song } = voiced.timeline;
      const started = await play(
        perform(voiced, { ...range, reach: useSettings.getState().reach }),
        {
          quarters: (song.tempo ?? 80) * (tempoBeat(song.meter) / 480),
          countIn: [],
          clicks: [],
          pedal: false,
          loop: true,
          onSlot: () => undefined,
          onEnd: () => setState('silent'),
        },
      );
      if (own !== asked.current) return started.stop();
      playing.current = started;
      setState('playing');
      if (started.silent) notify(`Nothing is heard: ${started.silent}`);
    } catch (error) {
      console.error('The section could not be played.', error);
      if (own !== asked.current) return;
      setState('silent');
      notify('The section could not be played: its hands were not found.');
    }
  };
  return { state, hear, stop };
}

function withTextures(voiced: Voiced, section: number, textures: Textures): Voiced {
  const { song } = voiced.timeline;
  const sections = song.sections.map((one, index) =>
    index === section ? { ...one, textures } : one,
  );
  return { ...voiced, timeline: { ...voiced.timeline, song: { ...song, sections } } };
}
