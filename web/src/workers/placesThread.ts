import { wrap, type Remote } from 'comlink';
import type { PlacesSearcher } from './placesSearcher.ts';

/** A thread that looks through charts, and how it is ended. */
export interface PlacesThread {
  readonly remote: Remote<PlacesSearcher>;
  readonly end: () => void;
}

export function openPlacesThread(): PlacesThread {
  const worker = new Worker(new URL('./placesWorker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<PlacesSearcher>(worker), end: () => worker.terminate() };
}
