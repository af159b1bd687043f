import { z } from 'zod';
import { cursor, page } from './page.ts';
import { day, id } from './text.ts';

/** Which uses of songs are listed: those of sets whose day lies between two days, both of them among them. */
export const useSearch = z
  .object({ from: day.optional(), to: day.optional(), ...page })
  .refine(({ from, to }) => from === undefined || to === undefined || from <= to, {
    message: 'The first day is after the last one.',
    path: ['from'],
  });
export type UseSearch = z.infer<typeof useSearch>;

/** A song in a set of a day: what was sung, when, in which key, and whose it is. */
export const songUse = z.object({
  setId: id,
  setName: z.string(),
  date: day,
  leader: z.string(),
  songId: id,
  title: z.string(),
  key: z.string(),
  by: z.string(),
  rights: z.string(),
});
export type SongUse = z.infer<typeof songUse>;

/** A page of uses, the first day first; `next` asks for those that follow (null where none does). */
export const useList = z.object({ uses: z.array(songUse), next: cursor.nullable() });
export type UseList = z.infer<typeof useList>;

/** Of which songs it is asked in which keys they were sung; what is in one set is left out. */
export const sungSearch = z.object({
  songs: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(id).max(60, 'Up to 60 songs are asked for.')),
  except: id.optional(),
  /** The last day that counts: what stands in a set to come was not sung yet. */
  until: day.optional(),
});

export type SungSearch = z.infer<typeof sungSearch>;

/** The keys that each song was sung in, by who led: the last day of each, the latest first. */
export const sungKeys = z.object({
  keys: z.array(z.object({ songId: id, key: z.string(), leader: z.string(), date: day })),
});
export type SungKeys = z.infer<typeof sungKeys>;
export type SungKey = SungKeys['keys'][number];

/** Of which songs it is asked how long they lasted. */
export const lengthSearch = sungSearch.pick({ songs: true });

/** How long songs lasted where they were played by their own way: the middle of all times, in seconds, and how many those are. */
export const songLengths = z.object({
  lengths: z.array(z.object({ songId: id, seconds: z.number(), times: z.int() })),
});
export type SongLengths = z.infer<typeof songLengths>;
