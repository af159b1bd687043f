import { liveEvent, type LiveEvent } from '@intervallum/contract';
import { Client } from 'pg';
import type { Logger } from 'pino';
import { z } from 'zod';
import { withoutValues } from '../http/log.ts';
import { channel } from './channel.ts';

/** An open page that is told. */
export interface LivePage {
  readonly tell: (event: LiveEvent) => void;
  readonly end: () => void;
}

/** Tells open pages what happens in their team. */
export interface LiveHub {
  /** @returns ends it */
  readonly subscribe: (teamId: string, page: LivePage) => () => void;
  /** Ends all pages' streams too. */
  readonly close: () => Promise<void>;
}

const message = z.object({ team: z.string(), event: liveEvent });

/** A line that broke is laid anew after so many milliseconds. */
const pause = 1_000;

/**
 * Listens to the database, which all servers tell: what one of them saved is heard at the others. When the line was broken,
 * every page is told to ask again for what it shows.
 */
export function openLiveHub(url: string, log: Logger): LiveHub {
  const subscribers = new Map<string, Set<LivePage>>();
  let client: Client | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isClosed = false;
  let wasBroken = false;

  async function connect(): Promise<void> {
    const line = new Client({ connectionString: url, connectionTimeoutMillis: 3_000 });
    client = line;
    line.on('error', (error) => broken(line, error));
    line.on('end', () => broken(line, null));
    line.on('notification', ({ payload }) => hear(payload ?? ''));
    try {
      await line.connect();
      await line.query(`listen ${channel}`);
      if (wasBroken)
        for (const all of subscribers.values()) for (const { tell } of all) tell({ kind: 'again' });
      wasBroken = false;
    } catch (error) {
      broken(line, error);
    }
  }

  function broken(line: Client, error: unknown): void {
    if (client !== line || isClosed) return;
    client = null;
    if (!wasBroken)
      log.warn(withoutValues(error), 'What others save is not heard now; it is tried again.');
    wasBroken = true;
    line.end().catch(() => undefined);
    timer = setTimeout(() => void connect(), pause);
  }

  function hear(payload: string): void {
    let content: unknown;
    try {
      content = JSON.parse(payload);
    } catch {
      // Somebody else told this channel something that is none of ours.
      return;
    }
    const read = message.safeParse(content);
    if (!read.success) return;
    for (const { tell } of subscribers.get(read.data.team) ?? []) tell(read.data.event);
  }

  void connect();
  return {
    subscribe: (teamId, page) => {
      const all = subscribers.get(teamId) ?? new Set();
      subscribers.set(teamId, all);
      all.add(page);
      return () => {
        all.delete(page);
        if (all.size === 0) subscribers.delete(teamId);
      };
    },
    close: async () => {
      isClosed = true;
      clearTimeout(timer);
      for (const all of subscribers.values()) for (const { end } of all) end();
      await client?.end();
    },
  };
}
