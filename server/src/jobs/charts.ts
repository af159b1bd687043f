import type { StoredDecisions } from '@intervallum/contract';
import type { FoundNumbers, NumberSearch, SongDifference } from '@intervallum/core';
import { Worker } from 'node:worker_threads';
import type { ChartJob } from './chartWorker.ts';
import type { CarryRequest, ChartReading } from './readings.ts';

/** Reads charts in a thread of its own, so that a long one keeps nobody waiting. */
export interface ChartReader {
  readonly read: (text: string) => Promise<ChartReading>;
  readonly carry: (request: CarryRequest) => Promise<(StoredDecisions | null)[]>;
  /** A text of earlier rules, so that it sounds by those of today as it did. */
  readonly rewrite: (text: string, rules: number) => Promise<string>;
  readonly find: (text: string, search: NumberSearch) => Promise<FoundNumbers | null>;
  /** What differs between two states of a song. */
  readonly compare: (before: string, after: string) => Promise<readonly SongDifference[]>;
  readonly close: () => Promise<void>;
}

interface Waiting {
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

type Answer = { readonly id: number } & (
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly message: string }
);

/** Starts with the first chart; a thread that dies is replaced, and what waited for it is told. */
export function openChartReader(): ChartReader {
  let thread: Worker | null = null;
  let last = 0;
  const waiting = new Map<number, Waiting>();

  function start(): Worker {
    const worker = import.meta.url.endsWith('.ts')
      ? threadFromSource()
      : new Worker(new URL('./chartWorker.js', import.meta.url));
    worker.on('message', (answer: Answer) => {
      const asked = waiting.get(answer.id);
      waiting.delete(answer.id);
      if (answer.ok) asked?.resolve(answer.value);
      else asked?.reject(new Error(answer.message));
    });
    const ended = (error: Error) => {
      if (thread === worker) thread = null;
      for (const { reject } of waiting.values()) reject(error);
      waiting.clear();
    };
    worker.on('error', ended);
    worker.on('exit', () => ended(new Error('The thread that reads charts ended.')));
    worker.unref();
    return worker;
  }

  function ask(
    job:
      | { readonly kind: 'read'; readonly text: string }
      | { readonly kind: 'carry'; readonly request: CarryRequest }
      | { readonly kind: 'rewrite'; readonly text: string; readonly rules: number }
      | { readonly kind: 'find'; readonly text: string; readonly search: NumberSearch }
      | { readonly kind: 'compare'; readonly before: string; readonly after: string },
  ) {
    thread ??= start();
    last += 1;
    const id = last;
    const answer = new Promise<unknown>((resolve, reject) => waiting.set(id, { resolve, reject }));
    thread.postMessage({ id, ...job } satisfies ChartJob);
    return answer;
  }

  return {
    read: async (text) => (await ask({ kind: 'read', text })) as ChartReading,
    carry: async (request) => (await ask({ kind: 'carry', request })) as (StoredDecisions | null)[],
    rewrite: async (text, rules) => (await ask({ kind: 'rewrite', text, rules })) as string,
    find: async (text, search) =>
      (await ask({ kind: 'find', text, search })) as FoundNumbers | null,
    compare: async (before, after) =>
      (await ask({ kind: 'compare', before, after })) as readonly SongDifference[],
    close: async () => {
      await thread?.terminate();
    },
  };
}

/** In development and tests the sources run as they stand, turned by tsx, which a thread has to be told anew. */
function threadFromSource(): Worker {
  const file = new URL('./chartWorker.ts', import.meta.url).href;
  const begin = `import('tsx/esm/api').then(({ register }) => { register(); return import('${file}'); })`;
  return new Worker(begin, { eval: true, execArgv: ['--conditions=app-src'] });
}
