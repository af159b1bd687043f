import {
  expand,
  Voicer,
  type Key,
  type OtherVoicing,
  type Progress,
  type Song,
  type Voiced,
  type VoiceOptions,
} from '@intervallum/core';
import { breath, pause } from './breath.ts';

/** Searches hands, one search at a time: a later one overtakes the one under way. It remembers what it found. */
export function createHandsSearcher() {
  const voicer = new Voicer();
  let latest = 0;

  return {
    /** Voices a song; null where a later search, or a stop, has overtaken this one. */
    async search(
      song: Song,
      key: Key,
      options: VoiceOptions,
      onProgress: (progress: Progress) => void,
    ): Promise<Omit<Voiced, 'timeline'> | null> {
      latest += 1;
      const own = latest;
      const search = voicer.search(expand(song, { key }), options);
      let last = performance.now();
      for (;;) {
        const step = search.next();
        if (step.done) {
          const { timeline: _, ...found } = step.value;
          return found;
        }
        if (performance.now() - last < breath) continue;
        onProgress(step.value);
        await pause();
        if (own !== latest) return null;
        last = performance.now();
      }
    },

    /** Other ways to play a slot of what was voiced last. */
    alternatives(at: number, most: number): OtherVoicing[] {
      return voicer.alternatives(at, most);
    },

    /** Gives up the search that is under way. */
    stop(): void {
      latest += 1;
    },
  };
}

export type HandsSearcher = ReturnType<typeof createHandsSearcher>;
