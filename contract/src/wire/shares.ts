import { z } from 'zod';
import { id, moment } from './text.ts';

/** What a link opens: one song or one set. */
export const shareTarget = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('song'), id }),
  z.object({ kind: z.literal('set'), id }),
]);
export type ShareTarget = z.infer<typeof shareTarget>;

/** 192 random bits in base64url; who has it may read, so it is nobody's to guess. */
export const shareToken = z.string().regex(/^[\w-]{32}$/);

/** A link that is open now. */
export const share = z.object({ id, token: shareToken, createdAt: moment });
export type Share = z.infer<typeof share>;
export const shareList = z.object({
  shares: z.array(share),
  /** How others reach the links, where they are served by themselves; null where they have the application's address. */
  address: z.string().nullable(),
});

/** What the reader of a link gets: charts as text, each with the key it is played in (null: its own). */
export const sharedPage = z.object({
  kind: z.enum(['song', 'set']),
  team: z.string(),
  name: z.string(),
  date: z.string().nullable(),
  leader: z.string(),
  notes: z.string(),
  songs: z.array(z.object({ id, text: z.string(), key: z.string().nullable(), notes: z.string() })),
});
export type SharedPage = z.infer<typeof sharedPage>;
