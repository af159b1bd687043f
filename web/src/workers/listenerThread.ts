import { wrap, type Remote } from 'comlink';
import type { Listener } from './listener.ts';

/** A thread that listens to a recording, and how it is ended. */
export interface ListenerThread {
  readonly remote: Remote<Listener>;
  readonly end: () => void;
}

/** @param onBroken it cannot be had: without a network its file may be missing */
export function openListenerThread(onBroken: () => void): ListenerThread {
  const worker = new Worker(new URL('./listenerWorker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', onBroken);
  return { remote: wrap<Listener>(worker), end: () => worker.terminate() };
}
