import { wrap, type Remote } from 'comlink';
import type { Arranger } from './arranger.ts';

/** A thread that arranges, and how it is ended. */
export interface ArrangerThread {
  readonly remote: Remote<Arranger>;
  readonly end: () => void;
}

/** @param onBroken it cannot be had: without a network its file may be missing */
export function openArrangerThread(onBroken: () => void): ArrangerThread {
  const worker = new Worker(new URL('./arrangerWorker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', onBroken);
  return { remote: wrap<Arranger>(worker), end: () => worker.terminate() };
}
