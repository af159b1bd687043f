import { liveEvent, type LiveEvent } from '@intervallum/contract';
import { createStore } from 'zustand/vanilla';
import { hearSave, hearThatSomeWereMissed } from '../device/storage/otherTabs.ts';
import { browserTabs } from '../device/storage/tab.ts';

/**
 * What the server tells while pages are open. A browser has few lines to one server, so one tab listens and tells the
 * others; when it is closed another one does.
 */
const channelName = 'intervallum-live';
const lockName = 'intervallum-live';

/** So long, in milliseconds, after a refusal it is tried again. */
const pause = 10_000;

/** Raised whenever somebody came to a document or went: by its kind and id. */
export const comings = createStore<Readonly<Record<string, number>>>(() => ({}));

/** Begins to listen for the team that this page shows. @returns ends it */
export function listenToTeam(teamId: string): () => void {
  const ending = new AbortController();
  const others = new BroadcastChannel(`${channelName}:${teamId}`);
  others.onmessage = ({ data }: MessageEvent<unknown>) => void hear(data);
  const tell = (event: unknown) => {
    others.postMessage(event);
    void hear(event);
  };
  const listen = () =>
    new Promise<void>((resolve) => {
      let source: EventSource;
      let timer: ReturnType<typeof setTimeout> | undefined;
      const connect = () => {
        source = new EventSource(`/api/events?team=${teamId}`);
        // What was saved before the line was there is asked for, the first time and each time after.
        source.onopen = () => tell({ kind: 'again' });
        source.onmessage = ({ data }: MessageEvent<string>) => tell(JSON.parse(data));
        source.onerror = () => {
          // A browser tries again by itself, unless it was refused: as while nobody is signed in.
          if (source.readyState === EventSource.CLOSED) timer = setTimeout(connect, pause);
        };
      };
      connect();
      ending.signal.addEventListener('abort', () => {
        clearTimeout(timer);
        source.close();
        resolve();
      });
    });
  const isTold = (error: unknown) => {
    if (!ending.signal.aborted) console.warn('What others save is not heard here.', error);
  };
  // Over plain http from another machine there are no locks: then each tab would have a line, and seven of them none.
  if ('locks' in navigator)
    navigator.locks
      .request(`${lockName}:${teamId}`, { signal: ending.signal }, listen)
      .catch(isTold);
  return () => {
    ending.abort();
    others.close();
  };
}

async function hear(data: unknown): Promise<void> {
  const read = liveEvent.safeParse(data);
  if (!read.success) return;
  const event: LiveEvent = read.data;
  switch (event.kind) {
    case 'saved':
      // What this tab saved itself it knows.
      if (event.screen === null || event.screen !== (await browserTabs.own())) hearSave(event.of);
      return;
    case 'here': {
      const name = `${event.of.kind}:${event.of.id}`;
      comings.setState({ [name]: (comings.getState()[name] ?? 0) + 1 });
      return;
    }
    case 'again':
      hearThatSomeWereMissed();
  }
}
