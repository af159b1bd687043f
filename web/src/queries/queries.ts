import {
  infiniteQueryOptions,
  keepPreviousData,
  QueryClient,
  queryOptions,
} from '@tanstack/react-query';
import type { ShareTarget, SongUse, UseList } from '@intervallum/contract';
import type { Answer } from './client.ts';
import { orKeptApi } from './kept.ts';
import { api, type AskedSongs } from './resources.ts';
import { t } from '../words/words.ts';

/** Why something was not answered, for whoever shows it. */
export class NotAnswered extends Error {
  readonly kind: Exclude<Answer<never>['kind'], 'ok'>;

  constructor(answer: Exclude<Answer<never>, { kind: 'ok' }>) {
    super(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
    this.kind = answer.kind;
  }
}

/** What was asked for, or an error that says why it is not to be had. */
export async function answered<Value>(asking: Promise<Answer<Value>>): Promise<Value> {
  const answer = await asking;
  if (answer.kind === 'ok') return answer.value;
  throw new NotAnswered(answer);
}

/** Milliseconds between tries while the server cannot be reached. */
const pause = 3_000;

/** What the application knows of the server's lists; what is shown stays there while newer is fetched. */
export function createQueryClient(): QueryClient {
  return new QueryClient({
    defaultOptions: {
      queries: {
        // Only what cannot be reached is worth asking again unchanged, for as long as it takes.
        retry: (_count, error) => error instanceof NotAnswered && error.kind === 'unreachable',
        retryDelay: pause,
        // The server may be on this very machine: being offline says nothing of it.
        networkMode: 'always',
        refetchOnWindowFocus: false,
      },
    },
  });
}

/**
 * What is opened to be worked on or printed is asked anew each time: it is forgotten when its screen is left, and each
 * kind of screen has its own.
 */
export const opening = {
  gcTime: 0,
  staleTime: Infinity,
  refetchOnReconnect: false,
  structuralSharing: false,
} as const;

export const songsKey = ['songs'] as const;
export const setsKey = ['sets'] as const;

export function songsQuery(asked: AskedSongs) {
  return infiniteQueryOptions({
    queryKey: [...songsKey, 'list', asked],
    queryFn: ({ pageParam, signal }) =>
      answered(orKeptApi.songs(asked, { after: pageParam, signal })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
    // Who comes back to a long list finds all of it.
    gcTime: 30 * 60_000,
  });
}

/** What the songs can be filtered by. */
export function choicesQuery() {
  return queryOptions({
    queryKey: [...songsKey, 'choices'],
    queryFn: () => answered(api.songChoices()),
  });
}

/** The songs that are shown to be read, printed or played from. */
export const songsOnPages = ['song', 'print'] as const;

export function songQuery(id: string) {
  return queryOptions({
    queryKey: [...songsOnPages, id],
    queryFn: () => answered(orKeptApi.song(id)),
    ...opening,
  });
}

export function setQuery(id: string) {
  return queryOptions({
    queryKey: ['set', 'stand', id],
    queryFn: () => answered(orKeptApi.set(id)),
    ...opening,
  });
}

export function setsQuery() {
  return infiniteQueryOptions({
    queryKey: setsKey,
    queryFn: ({ pageParam, signal }) => answered(orKeptApi.sets({ after: pageParam, signal })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
  });
}

/** What was sung from one day to another, all of it. */
export function usesQuery(from: string, to: string) {
  return queryOptions({
    queryKey: ['uses', from, to],
    queryFn: async ({ signal }) => {
      const uses: SongUse[] = [];
      for (let after: string | null = null; ;) {
        const page: UseList = await answered(api.uses({ from, to }, { after, signal }));
        uses.push(...page.uses);
        after = page.next;
        if (after === null) return uses;
      }
    },
    enabled: from <= to,
    gcTime: 0,
  });
}

/** The keys that songs were sung in before, in others than this set. Without an answer none is offered. */
export function sungKeysQuery(setId: string | null, songIds: readonly string[]) {
  return queryOptions({
    queryKey: ['sung keys', setId, songIds],
    queryFn: () => answered(api.sungKeys(songIds, setId)),
    enabled: songIds.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** How long some songs lasted where they were played. */
export function lengthsQuery(songIds: readonly string[]) {
  return queryOptions({
    queryKey: ['song lengths', songIds],
    queryFn: () => answered(api.songLengths(songIds)),
    enabled: songIds.length > 0,
    placeholderData: keepPreviousData,
    // Without them lengths are those of the charts.
    retry: false,
  });
}

/** The moves of the team's own. */
export function movesQuery() {
  return queryOptions({
    queryKey: ['own moves'],
    queryFn: () => answered(orKeptApi.moves()),
  });
}

/** The runs of the team's own. */
export function runsQuery() {
  return queryOptions({
    queryKey: ['own runs'],
    queryFn: () => answered(orKeptApi.runs()),
  });
}

export function trashQuery() {
  return queryOptions({
    queryKey: ['trash'],
    queryFn: () => answered(api.trash()),
    // What was deleted a moment ago is in it.
    gcTime: 0,
  });
}

export function versionsQuery(of: ShareTarget) {
  return infiniteQueryOptions({
    queryKey: ['versions', of.kind, of.id],
    queryFn: ({ pageParam, signal }) => answered(api.versions(of, { after: pageParam, signal })),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    // What was saved a moment ago is among them.
    gcTime: 0,
  });
}

export function sharesQuery(target: ShareTarget) {
  return queryOptions({
    queryKey: ['shares', target.kind, target.id],
    queryFn: () => answered(api.shares(target)),
  });
}

export function sharedQuery(token: string) {
  return queryOptions({
    queryKey: ['shared', token],
    queryFn: () => answered(orKeptApi.shared(token)),
    staleTime: Infinity,
  });
}

/** What was played of a set. */
export function showsQuery(setId: string) {
  return queryOptions({
    queryKey: ['shows', setId],
    queryFn: () => answered(api.shows(setId)),
  });
}

/** So often it is looked whether the band plays, in milliseconds, while a page is open that could follow. */
const stageLook = 30_000;

/** Whether the set that a link opens is played now. */
export function isPlayedQuery(token: string) {
  return queryOptions({
    queryKey: ['stage', token],
    queryFn: async () => (await answered(api.stageOfLink(token))).show !== null,
    refetchInterval: stageLook,
    // What cannot be reached is asked again by the next look.
    retry: false,
  });
}
