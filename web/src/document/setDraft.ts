import { setDraft, type SetDraft } from '@intervallum/contract';
import { z } from 'zod';
import type { DraftShape } from './drafts.ts';

const words = z.string().catch('');

/** A set as it may stand on the screen: its name just cleared, a date half typed. */
const keptSet = z.object({
  name: words,
  date: z.string().nullable().catch(null),
  leader: words,
  notes: words,
  items: z.array(
    z.object({
      id: z.string(),
      songId: z.string(),
      key: z.string().nullable().catch(null),
      notes: words,
    }),
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
