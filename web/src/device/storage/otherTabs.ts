import { z } from 'zod';
import type { DraftPlace } from './draftBox.ts';

const message = z.object({ kind: z.enum(['song', 'set']), id: z.string() });

// One for telling and listening: who tells does not hear itself.
let channel: BroadcastChannel | undefined;
/** How often each document was saved in another tab since this one began to listen. */
const heard = new Map<string, number>();
let missed = 0;
const everything = 'everything';
const nameOf = ({ kind, id }: DraftPlace) => `${kind}:${id}`;

function open(): BroadcastChannel {
  if (channel) return channel;
  channel = new BroadcastChannel('intervallum-saved');
  channel.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    const read = message.safeParse(data);
    if (read.success) heard.set(nameOf(read.data), (heard.get(nameOf(read.data)) ?? 0) + 1);
  });
  return channel;
}

/** Somebody else saved a document, as the server tells: it is heard here as from another tab. */
export function hearSave({ kind, id }: DraftPlace): void {
  open().dispatchEvent(new MessageEvent('message', { data: { kind, id } }));
}

/** Anything may have been saved elsewhere unheard: every document that is open, or is just being opened, is asked for anew. */
export function hearThatSomeWereMissed(): void {
  missed += 1;
  open().dispatchEvent(new MessageEvent('message', { data: everything }));
}

/** Tells the other tabs of this browser that something was saved here. */
export function tellOtherTabs({ kind, id }: DraftPlace): void {
  open().postMessage({ kind, id });
}

/**
 * How often others saved a document, in other tabs of this browser or elsewhere, as far as this tab has heard: asked before it is fetched, so that
 * no save falls between what is fetched and `onSavedElsewhere`.
 */
export function savesElsewhere(place: DraftPlace): number {
  open();
  return missed + (heard.get(nameOf(place)) ?? 0);
}

/**
 * Calls back whenever another tab of this browser saved that document, until what is given back is called; at once where
 * one did since `savesElsewhere` was asked.
 */
export function onSavedElsewhere(place: DraftPlace, since: number, then: () => void): () => void {
  const listen = ({ data }: MessageEvent<unknown>) => {
    const read = message.safeParse(data);
    if (data === everything || (read.success && nameOf(read.data) === nameOf(place))) then();
  };
  const opened = open();
  opened.addEventListener('message', listen);
  if (savesElsewhere(place) > since) then();
  return () => opened.removeEventListener('message', listen);
}
