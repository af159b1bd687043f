import { proxy, wrap, type Remote } from 'comlink';
import type { Timeline, Voiced, VoiceOptions } from '@intervallum/core';
import type { HandsSearcher } from './handsSearcher.ts';

/** A thread that searches hands, and how it is ended. */
export interface HandsThread {
  readonly remote: Remote<HandsSearcher>;
  readonly end: () => void;
}

export function openHandsThread(): HandsThread {
  const worker = new Worker(new URL('./handsWorker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<HandsSearcher>(worker), end: () => worker.terminate() };
}

/** One search by a thread of its own, which nothing overtakes. */
export async function findOnce(timeline: Timeline, options: VoiceOptions): Promise<Voiced> {
  const { remote, end } = openHandsThread();
  try {
    const found = await remote.search(
      timeline.song,
      timeline.key,
      options,
      proxy(() => undefined),
    );
    if (!found) throw new Error('The search was stopped.');
    return { timeline, ...found };
  } finally {
    end();
  }
}
