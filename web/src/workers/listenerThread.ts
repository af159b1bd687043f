import { wrap, type Remote } from 'comlink';
import type { Listener } from './listener.ts';

/** A thread that listens to a recording, and how it is ended. */
export interface ListenerThread {
  readonly remote: Remote<Listener>;
  readonly end: () => void;
}

export function openListenerThread(): ListenerThread {
  const worker = new Worker(new URL('./listenerWorker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<Listener>(worker), end: () => worker.terminate() };
}
