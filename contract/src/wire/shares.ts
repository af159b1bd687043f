import { z } from 'zod';
import { whatChanged } from './differences.ts';
import { id, line, moment } from './text.ts';

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

/** What became another one since it was sent: of the set itself (null), or of one of its songs by its title. */
export const changedSince = z.array(whatChanged.extend({ song: z.string().nullable() }));
export type ChangedSince = z.infer<typeof changedSince>;

/** What the reader of a link gets: charts as text, each with the key it is played in (null: its own). */
export const sharedPage = z.object({
  kind: z.enum(['song', 'set']),
  team: z.string(),
  name: z.string(),
  date: z.string().nullable(),
  leader: z.string(),
  notes: z.string(),
  songs: z.array(z.object({ id, text: z.string(), key: z.string().nullable(), notes: z.string() })),
  /** When it was sent last, and what became another one since; null where it was never noted as sent. */
  sent: z.object({ at: moment, changed: changedSince }).nullable().default(null),
});
export type SharedPage = z.infer<typeof sharedPage>;

/** What is noted as sent, and to whom as one says it. */
export const newSend = z.intersection(shareTarget, z.object({ note: line(80, 'To whom') }));

/** What was sent once: frozen as it was then. */
export const send = z.object({
  id,
  sentAt: moment,
  by: z.string().nullable(),
  note: z.string(),
  changed: changedSince,
});
export type Send = z.infer<typeof send>;
export const sendList = z.object({ sends: z.array(send) });
