import {
  liveEvent,
  stageEvent,
  type LiveEvent,
  type ShareTarget,
  type StageEvent,
} from '@intervallum/contract';
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

/** An open page that follows a set that is played. */
export interface StagePage {
  readonly tell: (event: StageEvent) => void;
  /** A song or set of the team was saved. */
  readonly saved: (of: ShareTarget) => void;
  /** Something may have been missed: it has to look again. */
  readonly again: () => void;
  /** Links were revoked: it has to look whether it still may. */
  readonly check: () => void;
  readonly end: () => void;
}

/** Tells open pages what happens in their team, and on the stage of one of its sets. */
export interface LiveHub {
  /** @returns ends it */
  readonly subscribe: (teamId: string, page: LivePage) => () => void;
  /** @returns ends it */
  readonly follow: (teamId: string, setId: string, page: StagePage) => () => void;
  /** How many pages follow a set at this server. */
  readonly following: (teamId: string, setId: string) => number;
  /** Notes why a page could not be told something. */
  readonly report: (error: unknown) => void;
  /** Ends all pages' streams too. */
  readonly close: () => Promise<void>;
}

const message = z.object({
  team: z.string(),
  event: liveEvent.optional(),
  stage: z.object({ set: z.string(), event: stageEvent }).optional(),
  linksRevoked: z.literal(true).optional(),
});

/** A line that broke is laid anew after so many milliseconds. */
const pause = 1_000;

/**
 * Listens to the database, which all servers tell: what one of them saved is heard at the others. When the line was broken,
 * every page is told to ask again for what it shows.
 */
export function openLiveHub(url: string, log: Logger): LiveHub {
  const subscribers = rooms<LivePage>();
  const stages = rooms<StagePage>();
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
      if (wasBroken) {
        for (const { tell } of subscribers.everybody()) tell({ kind: 'again' });
        for (const { again } of stages.everybody()) again();
      }
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
    const { team, event, stage, linksRevoked } = read.data;
    if (event) for (const { tell } of subscribers.of(team)) tell(event);
    if (event?.kind === 'saved') for (const { saved } of stages.whose(`${team} `)) saved(event.of);
    if (stage) for (const { tell } of stages.of(`${team} ${stage.set}`)) tell(stage.event);
    if (linksRevoked) for (const { check } of stages.whose(`${team} `)) check();
  }

  void connect();
  return {
    subscribe: (teamId, page) => subscribers.enter(teamId, page),
    follow: (teamId, setId, page) => stages.enter(`${teamId} ${setId}`, page),
    following: (teamId, setId) => stages.count(`${teamId} ${setId}`),
    report: (error) => log.warn(withoutValues(error), 'A page that follows could not be told.'),
    close: async () => {
      isClosed = true;
      clearTimeout(timer);
      for (const { end } of [...subscribers.everybody(), ...stages.everybody()]) end();
      await client?.end();
    },
  };
}

/** Pages by what they hear. */
function rooms<Page>() {
  const all = new Map<string, Set<Page>>();
  return {
    /** @returns leaves it */
    enter: (room: string, page: Page) => {
      const there = all.get(room) ?? new Set();
      all.set(room, there);
      there.add(page);
      return () => {
        there.delete(page);
        if (there.size === 0 && all.get(room) === there) all.delete(room);
      };
    },
    of: (room: string): Iterable<Page> => all.get(room) ?? [],
    count: (room: string): number => all.get(room)?.size ?? 0,
    /** All whose room has a name that begins so. */
    whose: (beginning: string): Page[] =>
      [...all].flatMap(([room, there]) => (room.startsWith(beginning) ? [...there] : [])),
    everybody: (): Page[] => [...all.values()].flatMap((there) => [...there]),
  };
}
