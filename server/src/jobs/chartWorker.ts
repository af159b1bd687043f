import { parentPort } from 'node:worker_threads';
import { carryParts, readForLists, type CarryRequest } from './readings.ts';

/** What the thread that reads charts is asked, and answers. */
export type ChartJob =
  | { readonly id: number; readonly kind: 'read'; readonly text: string }
  | { readonly id: number; readonly kind: 'carry'; readonly request: CarryRequest };

parentPort?.on('message', (job: ChartJob) => {
  try {
    const value = job.kind === 'read' ? readForLists(job.text) : carryParts(job.request);
    parentPort?.postMessage({ id: job.id, ok: true, value });
  } catch (error) {
    parentPort?.postMessage({ id: job.id, ok: false, message: String(error) });
  }
});
