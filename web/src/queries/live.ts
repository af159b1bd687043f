import { liveEvent, type LiveEvent } from '@intervallum/contract';
import { createStore } from 'zustand/vanilla';
import { hearSave } from '../device/storage/otherTabs.ts';
import { browserTabs } from '../device/storage/tab.ts';

/**
 * What the server tells while pages are open. A browser has few lines to one server, so one tab listens and tells the
 * others; when it is closed another one does.
 */
const channelName = 'intervallum-live';
const lockName = 'intervallum-live';

/** Raised whenever somebody came to a document or went: by its kind and id. */
export const comings = createStore<Readonly<Record<string, number>>>(() => ({}));

/** Begins to listen for the team that this page shows. @returns ends it */
export function listenToTeam(teamId: string): () => void {
  const ending = new AbortController();
  const others = new BroadcastChannel(`${channelName}:${teamId}`);
  others.onmessage = ({ data }: MessageEvent<unknown>) => void hear(data);
  const listen = () =>
    new Promise<void>((resolve) => {
      const source = new EventSource(`/api/events?team=${teamId}`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const event: unknown = JSON.parse(data);
        others.postMessage(event);
        void hear(event);
      };
      ending.signal.addEventListener('abort', () => {
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
      for (const place of open) hearSave(place);
  }
}

/** The documents that are open here: after a broken line they are asked for anew. */
const open = new Set<{ readonly kind: 'song' | 'set'; readonly id: string }>();

/** A document is open here, until what is given back is called. */
export function keepOpen(place: {
  readonly kind: 'song' | 'set';
  readonly id: string;
}): () => void {
  open.add(place);
  return () => open.delete(place);
}
