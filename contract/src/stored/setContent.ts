import { z } from 'zod';
import { setDraft, type SetDraft } from '../wire/sets.ts';

/** What a set was, as its history keeps it: by its version, so that an older one can be brought up to date. */
export interface StoredSet {
  readonly version: number;
  readonly value: unknown;
}

const newest = 2;
/** What the first version has not, `setDraft` adds: there was nothing but songs. */
const storedSet = z.object({ version: z.literal([1, newest]), value: setDraft });

export function storeSet(draft: SetDraft): StoredSet {
  return { version: newest, value: draft };
}

/** Reads what a set was; null for one that this version does not know. */
export function readStoredSet(stored: unknown): SetDraft | null {
  const read = storedSet.safeParse(stored);
  return read.success ? read.data.value : null;
}
