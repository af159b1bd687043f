import { logEntry, mostAtOnce, type LogEntry } from '@intervallum/contract';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { dropWaiting, listWaiting, putWaiting } from '../device/storage/logBox.ts';
import { rememberPractised } from '../settings/care.ts';
import type { Answer } from './client.ts';

/** What was practised, and where it stands between this browser and the server. */
export interface Noted {
  /** How many entries wait in this browser for the server. */
  readonly waiting: number;
  /** Why some are not taken; null where none is refused. */
  readonly refused: string | null;
  /** Raised with everything that the server has written down. */
  readonly version: number;
}

export interface Noting<Entry extends LogEntry> {
  readonly store: StoreApi<Noted>;
  /** Writes down what was practised: into this browser at once, and to the server as soon as that is reached. */
  readonly noteDown: (entries: readonly Entry[]) => Promise<void>;
  /** Sends what waits; what cannot be sent now waits on. */
  readonly send: () => Promise<void>;
  /** Sends what waits now, and whenever the network is back. @returns ends it */
  readonly sendWhenReached: () => () => void;
}

/**
 * Notes what somebody practises.
 * @param whoseNow whose it is; null before anybody is known
 * @param write sends some of it, of one id once, however often it is sent
 */
export function createNoting<Entry extends LogEntry>(
  whoseNow: () => string | null,
  write: (entries: readonly Entry[]) => Promise<Answer<null>>,
): Noting<Entry> {
  const store = createStore<Noted>(() => ({ waiting: 0, refused: null, version: 0 }));
  /** What no browser kept waits as long as the page is open. */
  const onPage = new Map<string, Entry>();
  let sending: { readonly whose: string; readonly done: Promise<void> } | null = null;

  async function noteDown(entries: readonly Entry[]): Promise<void> {
    for (const entry of entries) {
      onPage.set(entry.id, entry);
      rememberPractised(1_000 * entry.seconds);
    }
    const whose = whoseNow();
    if (whose === null) return;
    try {
      await putWaiting(whose, entries);
    } catch (error) {
      console.warn('What is practised is kept as long as this page is open.', error);
    }
    await send();
  }

  async function send(): Promise<void> {
    const whose = whoseNow();
    if (whose === null) return;
    // What was noted while others were sent goes with the next ones.
    if (sending?.whose === whose) await sending.done;
    const done = sendAll(whose);
    sending = { whose, done };
    await done;
    if (sending?.done === done) sending = null;
  }

  async function sendAll(whose: string): Promise<void> {
    const waiting = await allWaiting(whose);
    store.setState({ waiting: waiting.length });
    for (let from = 0; from < waiting.length; from += mostAtOnce)
      if (!(await sendSome(whose, waiting.slice(from, from + mostAtOnce)))) return;
  }

  async function allWaiting(whose: string): Promise<Entry[]> {
    const kept = await listWaiting(whose).catch((error: unknown) => {
      console.warn('What waits to be written down cannot be looked up.', error);
      return [];
    });
    const all = new Map(onPage);
    for (const one of kept) {
      const read = logEntry.safeParse(one);
      // Whatever is kept under somebody's name was noted by them.
      if (read.success) all.set(read.data.id, read.data as Entry);
    }
    return [...all.values()].sort((one, other) => (one.at < other.at ? -1 : 1));
  }

  /** @returns whether the server answers */
  async function sendSome(whose: string, entries: readonly Entry[]): Promise<boolean> {
    const answer = await write(entries);
    switch (answer.kind) {
      case 'ok': {
        for (const { id } of entries) onPage.delete(id);
        const ids = entries.map(({ id }) => id);
        await dropWaiting(whose, ids).catch((error: unknown) =>
          console.warn('What is written down is sent once more the next time.', error),
        );
        const { waiting, version } = store.getState();
        store.setState({ waiting: Math.max(0, waiting - ids.length), version: version + 1 });
        return true;
      }
      case 'unreachable':
        return false;
      case 'stale':
      case 'missing':
      case 'refused': {
        // One that is not taken keeps no other back.
        if (entries.length > 1) {
          for (const one of entries) if (!(await sendSome(whose, [one]))) return false;
          return true;
        }
        store.setState({ refused: answer.kind === 'stale' ? '' : answer.message });
        return true;
      }
    }
  }

  function sendWhenReached(): () => void {
    const again = () => void send();
    again();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }

  return { store, noteDown, send, sendWhenReached };
}
