import { wrap, type Remote } from 'comlink';
import type { Arranger } from './arranger.ts';

/** A thread that arranges, and how it is ended. */
export interface ArrangerThread {
  readonly remote: Remote<Arranger>;
  readonly end: () => void;
}

export function openArrangerThread(): ArrangerThread {
  const worker = new Worker(new URL('./arrangerWorker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<Arranger>(worker), end: () => worker.terminate() };
}
