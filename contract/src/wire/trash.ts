import { z } from 'zod';
import { id, moment } from './text.ts';

/** So long what was deleted can be taken back. */
export const trashDays = 30;

/** Something that was deleted, and when. */
export const trashItem = z.object({
  kind: z.enum(['song', 'set', 'attachment']),
  id,
  name: z.string(),
  /** The title of the song that a file belongs to; null for what stands by itself. */
  of: z.string().nullable(),
  deletedAt: moment,
});
export type TrashItem = z.infer<typeof trashItem>;

/** What was deleted last first; `more`: there is more than is listed. */
export const trashList = z.object({ items: z.array(trashItem), more: z.boolean() });
export type TrashList = z.infer<typeof trashList>;
