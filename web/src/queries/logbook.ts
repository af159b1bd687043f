import {
  logCards,
  logDays,
  logEntry,
  logPage,
  logSteps,
  mostAtOnce,
  type LogEntry,
  type LogPage,
} from '@intervallum/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { create } from 'zustand';
import { dropWaiting, listWaiting, putWaiting } from '../device/storage/logBox.ts';
import { ownerNow } from '../device/storage/owner.ts';
import { rememberPractised } from '../settings/care.ts';
import { ask, type Answer } from './client.ts';
import { answered } from './queries.ts';

/** What is asked of somebody's own logbook. */
export const logbookApi = {
  write: (entries: readonly LogEntry[]) =>
    ask(z.null(), '/log', { method: 'POST', body: { entries } }),
  page: (after: string | null) =>
    ask(
      logPage,
      `/log?${new URLSearchParams({ limit: '200', ...(after === null ? {} : { after }) })}`,
    ),
  days: (from: string, to: string) =>
    ask(logDays, `/log/days?${new URLSearchParams({ from, to })}`),
  steps: (songIds: readonly string[] | null) =>
    ask(
      logSteps,
      `/log/steps${songIds ? `?${new URLSearchParams({ songs: songIds.join(',') })}` : ''}`,
    ),
  cards: () => ask(logCards, '/log/cards'),
};

interface Noted {
  /** How many entries wait in this browser for the server. */
  readonly waiting: number;
  /** Why some are not taken; null where none is refused. */
  readonly refused: string | null;
  /** Raised with everything that the server has written down. */
  readonly version: number;
}
const noted = create<Noted>(() => ({ waiting: 0, refused: null, version: 0 }));

/** What was practised and where it stands between this browser and the server. */
export const useNoted = noted;

/** What no browser kept waits as long as the page is open. */
const onPage = new Map<string, LogEntry>();
let sending: { readonly owner: string | null; readonly done: Promise<void> } | null = null;

/** Writes down what was practised: into this browser at once, and to the server as soon as that is reached. */
export async function noteDown(entries: readonly LogEntry[]): Promise<void> {
  for (const entry of entries) {
    onPage.set(entry.id, entry);
    rememberPractised(1_000 * entry.seconds);
  }
  try {
    await putWaiting(entries);
  } catch (error) {
    console.warn('What is practised is kept as long as this page is open.', error);
  }
  await sendNoted();
}

/** Sends what waits; what cannot be sent now waits on. */
export async function sendNoted(): Promise<void> {
  const owner = ownerNow();
  if (owner === null) return;
  // What was noted while others were sent goes with the next ones.
  if (sending?.owner === owner) await sending.done;
  const done = sendAll();
  sending = { owner, done };
  await done;
  if (sending?.done === done) sending = null;
}

async function sendAll(): Promise<void> {
  const waiting = await allWaiting();
  noted.setState({ waiting: waiting.length });
  for (let from = 0; from < waiting.length; from += mostAtOnce)
    if (!(await sendSome(waiting.slice(from, from + mostAtOnce)))) return;
}

async function allWaiting(): Promise<LogEntry[]> {
  const kept = await listWaiting().catch((error: unknown) => {
    console.warn('What waits to be written down cannot be looked up.', error);
    return [];
  });
  const all = new Map(onPage);
  for (const one of kept) {
    const read = logEntry.safeParse(one);
    if (read.success) all.set(read.data.id, read.data);
  }
  return [...all.values()].sort((one, other) => (one.at < other.at ? -1 : 1));
}

/** @returns whether the server answers */
async function sendSome(entries: readonly LogEntry[]): Promise<boolean> {
  const answer = await logbookApi.write(entries);
  switch (answer.kind) {
    case 'ok': {
      for (const { id } of entries) onPage.delete(id);
      await dropWaiting(entries.map(({ id }) => id)).catch((error: unknown) =>
        console.warn('What is written down is sent once more the next time.', error),
      );
      const { waiting, version } = noted.getState();
      noted.setState({ waiting: Math.max(0, waiting - entries.length), version: version + 1 });
      return true;
    }
    case 'unreachable':
      return false;
    case 'stale':
    case 'missing':
    case 'refused': {
      // One that is not taken keeps no other back.
      if (entries.length > 1) {
        for (const one of entries) if (!(await sendSome([one]))) return false;
        return true;
      }
      noted.setState({ refused: answer.kind === 'stale' ? '' : answer.message });
      return true;
    }
  }
}

/** Sends what waits now, and whenever the network is back. @returns ends it */
export function sendWhenReached(): () => void {
  const send = () => void sendNoted();
  send();
  window.addEventListener('online', send);
  return () => window.removeEventListener('online', send);
}

/** All of the logbook, the latest first; null where it could not be had whole. */
export async function allOfLog(): Promise<LogEntry[] | null> {
  const all: LogEntry[] = [];
  let after: string | null = null;
  do {
    const answer: Answer<LogPage> = await logbookApi.page(after);
    if (answer.kind !== 'ok') return null;
    all.push(...answer.value.entries);
    after = answer.value.next;
  } while (after !== null);
  return all;
}

const logKey = ['log'] as const;

export function logPagesQuery(version: number) {
  return infiniteQueryOptions({
    queryKey: [...logKey, 'pages', version],
    queryFn: ({ pageParam }) => answered(logbookApi.page(pageParam)),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
  });
}

export function logDaysQuery(from: string, to: string, version: number) {
  return queryOptions({
    queryKey: [...logKey, 'days', from, to, version],
    queryFn: () => answered(logbookApi.days(from, to)),
  });
}

/** @param songIds null for the songs that were practised last */
export function logStepsQuery(songIds: readonly string[] | null, version: number) {
  return queryOptions({
    queryKey: [...logKey, 'steps', songIds, version],
    queryFn: () => answered(logbookApi.steps(songIds)),
  });
}

export function logCardsQuery(version: number) {
  return queryOptions({
    queryKey: [...logKey, 'cards', version],
    queryFn: () => answered(logbookApi.cards()),
  });
}
