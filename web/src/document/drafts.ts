import { z } from 'zod';
import type { DraftKeeper } from './saver.ts';

/** Keeps the unsaved draft of one document in the browser. A full or forbidden storage keeps nothing; saving goes on. */
export function draftKeeper<Draft, Revision = number>(name: string): DraftKeeper<Draft, Revision> {
  const key = `intervallum-draft:${name}`;
  return {
    keep: (draft, revision) => {
      try {
        localStorage.setItem(key, JSON.stringify({ draft, revision }));
      } catch (error) {
        console.warn('The draft cannot be kept in this browser.', error);
      }
    },
    forget: () => localStorage.removeItem(key),
  };
}

/** The draft that an earlier visit could not save; null if there is none. */
export function keptDraft<Schema extends z.ZodType, Revision extends z.ZodType>(
  name: string,
  schema: Schema,
  revision: Revision,
): { draft: z.output<Schema>; revision: z.output<Revision> } | null {
  const kept = localStorage.getItem(`intervallum-draft:${name}`);
  if (!kept) return null;
  try {
    return z.object({ draft: schema, revision }).parse(JSON.parse(kept)) as never;
  } catch (error) {
    console.warn('A kept draft could not be read.', error);
    return null;
  }
}
