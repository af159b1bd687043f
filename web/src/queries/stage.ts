import {
  show as showShape,
  stageEvent,
  stageNow,
  takenCue,
  type PlayedSong,
  type Show,
  type TakenCue,
} from '@intervallum/contract';
import type { Cue, TimedCue } from '@intervallum/core';
import { uuidv7 } from 'uuidv7';
import { z } from 'zod';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { browserTabs } from '../device/storage/tab.ts';
import { t } from '../words/words.ts';
import { ask, type Answer } from './client.ts';
import { shareLine } from './sharedLine.ts';

/** What is followed: a set, by a member of its team or by a link to it. */
export type StageSource =
  { readonly kind: 'set'; readonly id: string } | { readonly kind: 'link'; readonly token: string };

/** What a page knows of the stage. */
export interface StageKnown {
  /**
   * `away`: nothing is heard of the others; what is said here is told when the line is back. `gone`: the link was revoked, or the
   * set deleted.
   */
  readonly line: 'joining' | 'here' | 'away' | 'gone';
  readonly show: Show | null;
  /** What was said, in order; at the end what was said here and is not known to the server yet. */
  readonly cues: readonly TimedCue[];
  /** By how much the clock of the server is before that of this device, in milliseconds. */
  readonly ahead: number;
  /** The name of this screen; null until it is known. */
  readonly screen: string | null;
  /** Raised when the set or one of its songs may have become another one: what is shown is asked for anew. */
  readonly charts: number;
}

/** A stage that is followed, and led where this screen has the baton. */
export interface Stage {
  readonly store: StoreApi<StageKnown>;
  /** What time it is at the server, in milliseconds since 1970. */
  readonly now: () => number;
  /** Begins the show of the set, led by this screen. @returns why not; null where it is begun */
  readonly begin: () => Promise<string | null>;
  readonly takeBaton: () => Promise<string | null>;
  readonly giveBaton: () => Promise<string | null>;
  readonly say: (cue: Cue) => void;
  readonly end: (played: readonly PlayedSong[]) => Promise<string | null>;
  /** Begins to hear the others. @returns ends it */
  readonly follow: () => () => void;
}

/** After so many milliseconds it is tried again where the server is away. */
const pause = 1_000;
/** Within so many milliseconds a page compares its clock once more: the quickest answer counts. */
const spread = 5_000;

interface Said extends TimedCue {
  /** By the clock that never jumps. */
  readonly saidAt: number;
}

/** A stage to be followed. @param onRefused is told why what was said here does not count */
export function stageOf(source: StageSource, onRefused: (message: string) => void): Stage {
  const path = source.kind === 'set' ? `/sets/${source.id}/stage` : `/shared/${source.token}/stage`;
  const store = createStore<StageKnown>(() => ({
    line: 'joining',
    show: null,
    cues: [],
    ahead: 0,
    screen: null,
    charts: 0,
  }));
  let taken: readonly TakenCue[] = [];
  let waiting: readonly Said[] = [];
  let isSending = false;
  let isClosed = true;
  let quickest = Infinity;
  let retry: ReturnType<typeof setTimeout> | undefined;
  let later: ReturnType<typeof setTimeout> | undefined;
  let asking: ReturnType<typeof setTimeout> | undefined;
  let wasOpened = false;
  /** How often it was told which show goes on and who leads it: what was asked for before that may be older. */
  let told = 0;
  let leave: () => void = () => undefined;

  /** A clock that never jumps, whatever somebody sets the one of the device to. */
  const ownTime = () => performance.timeOrigin + performance.now();
  const now = () => ownTime() + store.getState().ahead;
  const publish = (change: Partial<StageKnown> = {}) => {
    const known = new Set(taken.map(({ id }) => id));
    waiting = waiting.filter(({ id }) => !known.has(id));
    store.setState({ ...change, cues: [...taken, ...waiting] });
  };

  async function look(): Promise<void> {
    const from = performance.now();
    const toldBefore = told;
    const answer = await ask(stageNow, path);
    if (isClosed) return;
    if (answer.kind !== 'ok') {
      if (answer.kind === 'unreachable') {
        publish({ line: 'away' });
        clearTimeout(retry);
        retry = setTimeout(() => void look(), 2 * pause);
      } else {
        leave();
        taken = [];
        waiting = [];
        publish({ line: 'gone', show: null });
      }
      return;
    }
    const took = performance.now() - from;
    const isQuicker = took < quickest;
    if (isQuicker) quickest = took;
    const ahead = answer.value.now + took / 2 - ownTime();
    const { show, cues } = answer.value;
    // What was heard while it was asked is not forgotten.
    const isOlder = told !== toldBefore;
    const isSame = show?.id === store.getState().show?.id;
    if (isSame ? cues.length >= taken.length : !isOlder) taken = cues;
    publish({ line: 'here', ...(isOlder ? {} : { show }), ...(isQuicker ? { ahead } : {}) });
    void send();
  }

  /** Looks again at some moment of the next seconds: of many pages that come back at once not all ask at once. */
  function lookLater(): void {
    clearTimeout(later);
    later = setTimeout(() => void look(), Math.random() * spread);
  }

  /** As above: what many pages read is not asked for by all of them at the same moment. */
  function chartsLater(): void {
    clearTimeout(asking);
    asking = setTimeout(
      () => store.setState(({ charts }) => ({ charts: charts + 1 })),
      Math.random() * spread,
    );
  }

  function hear(data: unknown): void {
    const read = stageEvent.safeParse(data);
    // What a newer server says is for newer pages.
    if (!read.success) return;
    const event = read.data;
    if (event.kind === 'charts') return chartsLater();
    if (event.kind === 'show') {
      told += 1;
      if (event.show?.id !== store.getState().show?.id) taken = [];
      publish({ line: 'here', show: event.show });
      return;
    }
    if (event.show !== store.getState().show?.id) return void look();
    const { number } = event.taken;
    if (number <= taken.length) return;
    if (number > taken.length + 1) return void look();
    taken = [...taken, event.taken];
    publish({ line: 'here' });
  }

  /** One after the other, so that they count in the order in which they were said. */
  async function send(): Promise<void> {
    if (isSending) return;
    isSending = true;
    const screen = await browserTabs.own();
    for (let next = waiting[0]; next && !isClosed; next = waiting[0]) {
      const { id, cue, saidAt } = next;
      const ago = Math.max(0, Math.min(3_600_000, performance.now() - saidAt));
      const answer = await ask(takenCue, `${path}/cues`, {
        method: 'POST',
        // What goes at once was said when it arrives: its way there is not counted twice.
        body: { id, screen, cue, ago: ago < pause ? 0 : Math.round(ago) },
      });
      if (answer.kind === 'ok') {
        waiting = waiting.filter((one) => one.id !== id);
        if (answer.value.number === taken.length + 1) taken = [...taken, answer.value];
        else if (answer.value.number > taken.length) void look();
        publish();
      } else if (answer.kind === 'unreachable') {
        publish({ line: 'away' });
        break;
      } else {
        waiting = [];
        publish();
        onRefused(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
      }
    }
    isSending = false;
    clearTimeout(retry);
    if (waiting.length > 0 && !isClosed) retry = setTimeout(() => void look(), pause);
  }

  function say(cue: Cue): void {
    waiting = [...waiting, { id: uuidv7(), cue, at: now(), saidAt: performance.now() }];
    publish();
    void send();
  }

  const change = async (asking: () => Promise<Answer<Show>>): Promise<string | null> => {
    const toldBefore = told;
    const answer = await asking();
    if (answer.kind !== 'ok')
      return answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message;
    // Told meanwhile: this change, or already the next one.
    if (told !== toldBefore) return null;
    if (answer.value.id !== store.getState().show?.id) taken = [];
    publish({ show: answer.value });
    return null;
  };
  const baton = async (takes: boolean) => {
    const body = { screen: await browserTabs.own(), takes };
    return change(() => ask(showShape, `${path}/baton`, { method: 'PUT', body }));
  };

  function follow(): () => void {
    isClosed = false;
    leave = shareLine(
      { name: `intervallum-stage:${path}`, path: `/api${path}/events`, pause: 2 * pause },
      {
        hear,
        opened: () => {
          // The stream says itself what was missed. While a device slept its clock may have stood still.
          quickest = Infinity;
          publish({ line: 'here' });
          void send();
          lookLater();
          if (wasOpened) chartsLater();
          wasOpened = true;
        },
        away: () => {
          publish({ line: 'away' });
          // Whether it is only away, a question says: a stream does not tell why it ended.
          void look();
        },
      },
    );
    void look();
    void browserTabs.own().then((screen) => publish({ screen }));
    return () => {
      isClosed = true;
      clearTimeout(retry);
      clearTimeout(later);
      clearTimeout(asking);
      leave();
    };
  }

  return {
    store,
    now,
    say,
    begin: async () => {
      const body = { screen: await browserTabs.own() };
      return change(() => ask(showShape, path, { method: 'POST', body }));
    },
    takeBaton: () => baton(true),
    giveBaton: () => baton(false),
    end: async (played) => {
      const answer = await ask(z.null(), `${path}/end`, {
        method: 'POST',
        body: { screen: await browserTabs.own(), played },
      });
      if (answer.kind === 'ok') {
        taken = [];
        waiting = [];
        publish({ show: null });
        return null;
      }
      return answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message;
    },
    follow,
  };
}
