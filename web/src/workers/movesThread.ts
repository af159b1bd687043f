import { wrap, type Remote } from 'comlink';
import type { MovesSearcher } from './movesSearcher.ts';

/** A thread that looks into gaps, and how it is ended. */
export interface MovesThread {
  readonly remote: Remote<MovesSearcher>;
  readonly end: () => void;
}

export function openMovesThread(): MovesThread {
  const worker = new Worker(new URL('./movesWorker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<MovesSearcher>(worker), end: () => worker.terminate() };
}
