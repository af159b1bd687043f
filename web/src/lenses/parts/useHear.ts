import type { Filled, Textures } from '@intervallum/core';
import { useWhole } from '../../document/voicing.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { useHeard } from './useHeard.ts';

/** Hears a section with other textures than it has, round and round, until it is stopped; what plays waits meanwhile. */
export function useHear() {
  const whole = useWhole();
  const { asked, isPlaying, hear, stop } = useHeard();
  const hearSection = (section: number, textures: Textures) =>
    hear({
      id: 'section',
      find: async () => {
        const voiced = withTextures(await whole(), section, textures);
        const part = voiced.timeline.parts.find((one) => one.section === section);
        if (!part) notify(t('The roadmap does not play this section.'));
        return part ? { voiced, from: part.from, to: part.to, loop: true } : null;
      },
      failed: t('The section could not be played: its hands were not found.'),
    });
  const state = isPlaying ? 'playing' : asked ? 'searching' : 'silent';
  return { state, hear: hearSection, stop } as const;
}

function withTextures(voiced: Filled, section: number, textures: Textures): Filled {
  const { song } = voiced.timeline;
  const sections = song.sections.map((one, index) =>
    index === section ? { ...one, textures } : one,
  );
  return { ...voiced, timeline: { ...voiced.timeline, song: { ...song, sections } } };
}
