import { setDraft, type SetDraft } from '@intervallum/contract';
import { momentKinds } from '@intervallum/core';
import { z } from 'zod';
import type { DraftShape } from './drafts.ts';

const words = z.string().catch('');
const maybe = z.string().nullable().catch(null);
const shared = { id: z.string(), notes: words, who: words, fixed: z.boolean().catch(false) };

/** A set as it may stand on the screen: its name just cleared, a date half typed; or as it was when sets had songs only. */
const keptSet = z.object({
  name: words,
  date: maybe,
  leader: words,
  notes: words,
  begins: maybe,
  most: z.number().nullable().catch(null),
  rehearsal: z.object({ date: z.string(), begins: z.string() }).nullable().catch(null),
  items: z.array(
    z.union([
      z.object({
        ...shared,
        kind: z.enum(momentKinds),
        name: words,
        minutes: z.number().catch(0),
        bed: maybe,
      }),
      z.object({
        ...shared,
        kind: z.literal('song').catch('song'),
        songId: z.string(),
        key: maybe,
        road: maybe,
        bridge: z.object({ from: z.string(), text: z.string() }).nullable().catch(null),
      }),
    ]),
  ),
});

/** How drafts of a set are kept in this browser. */
export const setShape: DraftShape<SetDraft, number> = {
  write: (draft) => draft,
  read: (kept) => keptSet.safeParse(kept).data ?? null,
  readRevision: (kept) => z.int().catch(0).parse(kept),
};

/** Two drafts of a set are the same if the server would keep them as the same: it takes spaces off the ends. */
export function sameSet(one: SetDraft, other: SetDraft): boolean {
  return asKept(one) === asKept(other);
}

function asKept(draft: SetDraft): string {
  return JSON.stringify(setDraft.safeParse(draft).data ?? draft);
}
