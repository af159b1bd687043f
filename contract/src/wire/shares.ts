import { bandRoles, momentKinds } from '@intervallum/core';
import { z } from 'zod';
import { whatChanged } from './differences.ts';
import { bridgeInto, type MomentItem, type SongItem } from './sets.ts';
import { id, line, moment } from './text.ts';

/** What a link opens: one song or one set. */
export const shareTarget = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('song'), id }),
  z.object({ kind: z.literal('set'), id }),
]);
export type ShareTarget = z.infer<typeof shareTarget>;

/** 192 random bits in base64url; who has it may read, so it is nobody's to guess. */
export const shareToken = z.string().regex(/^[\w-]{32}$/);

/**
 * Whose link is to practise one song from: which chords, which hand, and from which part of its tempo on, in percent. What is
 * practised there is told to those who open links, and nothing else of it.
 */
export const learnerPreset = z.object({
  /** As it is written, or the nearest triads of its chords. */
  chords: z.enum(['written', 'plain']),
  hands: z.enum(['both', 'right']),
  tempo: z.int().min(30).max(100),
});
export type LearnerPreset = z.infer<typeof learnerPreset>;

/** For whom a link is: what a player gets (null: everything), and whose it is, where somebody is named. */
export const shareReader = z.object({
  role: z.enum(bandRoles).nullable().default(null),
  who: line(80, 'For whom').default(''),
  learner: learnerPreset.nullable().default(null),
});
export type ShareReader = z.infer<typeof shareReader>;

/** A link that is asked for. */
export const newShare = z
  .intersection(shareTarget, shareReader)
  .refine(({ kind, learner }) => kind === 'song' || learner === null, {
    message: 'One song is practised by a link, not a set.',
    path: ['learner'],
  });
export type NewShare = z.infer<typeof newShare>;

/** A link that is open now. */
export const share = shareReader.extend({ id, token: shareToken, createdAt: moment });
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
  songs: z.array(
    z.object({
      id,
      text: z.string(),
      key: z.string().nullable(),
      notes: z.string(),
      who: z.string().default(''),
      /** The way it goes in this service, and what leads into it; null for that of its chart, and for nothing. */
      road: z.string().nullable().default(null),
      bridge: z.string().nullable().default(null),
    }),
  ),
  /** When the service begins, and what it has besides songs, each before the song at `place` (the count of songs: at the end). */
  begins: z.string().nullable().default(null),
  moments: z
    .array(
      z.object({
        id,
        place: z.int().min(0),
        kind: z.enum(momentKinds),
        name: z.string(),
        minutes: z.number(),
        who: z.string(),
        notes: z.string(),
        bed: z.string().nullable(),
      }),
    )
    .default([]),
  /** When it was sent last, and what became another one since; null where it was never noted as sent. */
  sent: z.object({ at: moment, changed: changedSince }).nullable().default(null),
  /** For whom the link is that it was read by; null where it was read without one. */
  reader: shareReader.nullable().default(null),
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

/** What of a set others read: its songs with their charts, those removed left out, and what is spoken between them. */
export function pageItems<Song extends SongItem & { readonly removed: boolean }>(
  items: readonly (Song | MomentItem)[],
  textOf: (song: Song) => string,
): Pick<SharedPage, 'songs' | 'moments'> {
  const page: Pick<SharedPage, 'songs' | 'moments'> = { songs: [], moments: [] };
  for (const item of items) {
    if (item.kind === 'song') {
      if (item.removed) continue;
      const { id: ownId, key, notes, who, road } = item;
      const bridge = bridgeInto(items, item)?.text ?? null;
      page.songs.push({ id: ownId, text: textOf(item), key, notes, who, road, bridge });
    } else {
      const { id: ownId, kind, name, minutes, who, notes, bed } = item;
      const place = page.songs.length;
      page.moments.push({ id: ownId, place, kind, name, minutes, who, notes, bed });
    }
  }
  return page;
}
