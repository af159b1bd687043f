import {
  learnerLog,
  logCards,
  logDays,
  logPage,
  logSteps,
  type LogEntry,
  type LoggedRound,
  type LogPage,
} from '@intervallum/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { useStore } from 'zustand';
import { ownerNow } from '../device/storage/owner.ts';
import { ask, type Answer } from './client.ts';
import { createNoting, type Noted, type Noting } from './noting.ts';
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

/** What somebody who is signed in practises. */
const own = createNoting<LogEntry>(ownerNow, logbookApi.write);
export const { noteDown, sendWhenReached } = own;
export const notedNow = own.store.getState;
export function useNoted(): Noted {
  return useStore(own.store);
}

/** What is practised by a learner's link. @param token of the link */
export function notingOfLink(token: string): Noting<LoggedRound> {
  return createNoting<LoggedRound>(
    () => `link ${token}`,
    (entries) => ask(z.null(), `/shared/${token}/log`, { method: 'POST', body: { entries } }),
  );
}

/** What was practised by a learner's link, for those who open links. */
export function learnedQuery(shareId: string) {
  return queryOptions({
    queryKey: ['learned', shareId],
    queryFn: () => answered(ask(learnerLog, `/shares/${shareId}/log`)),
  });
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
