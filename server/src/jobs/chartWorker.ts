import { parentPort } from 'node:worker_threads';
import { asItSounded, type NumberSearch } from '@intervallum/core';
import {
  carryParts,
  compareCharts,
  findInChart,
  readForLists,
  type CarryRequest,
} from './readings.ts';

/** What the thread that reads charts is asked, and answers. */
export type ChartJob =
  | { readonly id: number; readonly kind: 'read'; readonly text: string }
  | { readonly id: number; readonly kind: 'carry'; readonly request: CarryRequest }
  | {
      readonly id: number;
      readonly kind: 'rewrite';
      readonly text: string;
      readonly rules: number;
    }
  | {
      readonly id: number;
      readonly kind: 'find';
      readonly text: string;
      readonly search: NumberSearch;
    }
  | {
      readonly id: number;
      readonly kind: 'compare';
      readonly before: string;
      readonly after: string;
    };

parentPort?.on('message', (job: ChartJob) => {
  try {
    parentPort?.postMessage({ id: job.id, ok: true, value: done(job) });
  } catch (error) {
    parentPort?.postMessage({ id: job.id, ok: false, message: String(error) });
  }
});

function done(job: ChartJob): unknown {
  switch (job.kind) {
    case 'read':
      return readForLists(job.text);
    case 'carry':
      return carryParts(job.request);
    case 'rewrite':
      return asItSounded(job.text, job.rules);
    case 'find':
      return findInChart(job.text, job.search);
    case 'compare':
      return compareCharts(job.before, job.after);
  }
}
