import { z } from 'zod';
import type { DraftPlace } from './draftBox.ts';

const message = z.object({ kind: z.enum(['song', 'set']), id: z.string() });

// One for telling and listening: who tells does not hear itself.
let channel: BroadcastChannel | undefined;
const open = () => (channel ??= new BroadcastChannel('intervallum-saved'));

/** Tells the other tabs of this browser that something was saved here. */
export function tellOtherTabs({ kind, id }: DraftPlace): void {
  open().postMessage({ kind, id });
}

/** Calls back whenever another tab of this browser saved that document, until what is given back is called. */
export function onSavedElsewhere(place: DraftPlace, then: () => void): () => void {
  const listen = ({ data }: MessageEvent<unknown>) => {
    const read = message.safeParse(data);
    if (read.success && read.data.kind === place.kind && read.data.id === place.id) then();
  };
  const opened = open();
  opened.addEventListener('message', listen);
  return () => opened.removeEventListener('message', listen);
}
