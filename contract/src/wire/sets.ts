import { z } from 'zod';
import { cursor, page } from './page.ts';
import { songSummary } from './songs.ts';
import { day, id, keyName, line, moment, paragraph, revision } from './text.ts';

/** A song's place in a set, with the key it is played in there; null keeps the key of its chart. */
export const setItem = z.object({
  id,
  songId: id,
  key: keyName.nullable(),
  notes: paragraph(500, 'A note'),
});
export type SetItem = z.infer<typeof setItem>;

const setFields = {
  name: line(120, 'The name of a set').refine((name) => name !== '', 'A set needs a name.'),
  date: day
    .refine((date) => !date.startsWith('0000'), 'Years are counted from 0001 on.')
    .nullable(),
  leader: line(80, 'The name of a leader'),
  notes: paragraph(2000, 'The notes of a set'),
};

/** What a client sends to save a set: the whole of it. */
export const setDraft = z.object({
  ...setFields,
  items: z
    .array(setItem)
    .max(60, 'A set holds up to 60 songs.')
    .refine(
      (items) => new Set(items.map((item) => item.id)).size === items.length,
      'Two places in the set have the same id.',
    ),
});
export type SetDraft = z.infer<typeof setDraft>;

/** What a client sends to make a set. With an id of its own making a request can be repeated: it makes one set. */
export const newSet = setDraft.extend({ id: id.optional() });
export type NewSet = z.infer<typeof newSet>;

/** A set as the server keeps it, with what a list needs to show of its songs. */
export const songSet = z.object({
  ...setFields,
  id,
  revision,
  savedAt: moment,
  /** `removed`: the song is no longer among the team's songs. */
  items: z.array(setItem.extend({ summary: songSummary, removed: z.boolean() })),
});
export type SongSet = z.infer<typeof songSet>;

export const setListItem = z.object({
  id,
  name: z.string(),
  date: z.string().nullable(),
  leader: z.string(),
  titles: z.array(z.string()),
});
export type SetListItem = z.infer<typeof setListItem>;
export const setList = z.object({ sets: z.array(setListItem), next: cursor.nullable() });

export const setSearch = z.object({ ...page });
