import { liveEvent, type LiveEvent } from '@intervallum/contract';
import { createStore } from 'zustand/vanilla';
import { hearSave, hearThatSomeWereMissed } from '../device/storage/otherTabs.ts';
import { browserTabs } from '../device/storage/tab.ts';
import { shareLine } from './sharedLine.ts';

/** Raised whenever somebody came to a document or went: by its kind and id. */
export const comings = createStore<Readonly<Record<string, number>>>(() => ({}));

/** So long, in milliseconds, after a refusal it is tried again. */
const pause = 10_000;

/** Begins to listen for the team that this page shows. @returns ends it */
export function listenToTeam(teamId: string): () => void {
  // Over plain http from another machine there are no locks, and with a line for each tab the seventh would have none.
  if (!('locks' in navigator)) return () => undefined;
  return shareLine(
    { name: `intervallum-live:${teamId}`, path: `/api/events?team=${teamId}`, pause },
    {
      hear: (event) => void hear(event),
      // What was saved before the line was there is asked for, the first time and each time after.
      opened: hearThatSomeWereMissed,
    },
  );
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
