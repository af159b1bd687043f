import { momentKinds } from '@intervallum/core';
import { z } from 'zod';
import { cursor, page } from './page.ts';
import { songSummary } from './songs.ts';
import { day, id, keyName, line, moment, paragraph, revision } from './text.ts';

/** Chart text of what leads into a song, or is played under words: a few bars. */
const shortChart = paragraph(2_000, 'A bridge or a bed');

const itemFields = {
  id,
  notes: paragraph(500, 'A note'),
  /** Who leads or reads it; empty where nobody is named. */
  who: line(80, 'A name'),
  /** It stays where it stands when a better order is searched for. */
  fixed: z.boolean(),
};

/** What leads into a song from the one before it, for as long as that one stands before it. */
const bridge = z.object({
  /** The item that it comes from. */
  from: id,
  /** Chart text: one section or more, in the numbers of the song that comes. */
  text: shortChart.refine((text) => text !== '', 'A bridge needs bars.'),
});
export type SetBridge = z.infer<typeof bridge>;

const songItem = z.object({
  ...itemFields,
  kind: z.literal('song'),
  songId: id,
  /** Null keeps the key of its chart. */
  key: keyName.nullable(),
  /** The way it goes in this service only, as a chart says it; null keeps that of its chart. */
  road: line(800, 'A roadmap')
    .refine((road) => road !== '', 'A roadmap names at least one section.')
    .nullable(),
  bridge: bridge.nullable(),
});

/** Something spoken takes so many minutes at most. */
export const mostMinutes = 180;

const momentItem = z.object({
  ...itemFields,
  kind: z.enum(momentKinds),
  name: line(120, 'A name').refine((name) => name !== '', 'What is no song needs a name.'),
  minutes: z.number().min(0).max(mostMinutes, 'A part of a service takes up to three hours.'),
  /** Chart text of what is played under it; null for nothing. */
  bed: shortChart.nullable(),
});

/** An item that came before there was anything but songs in a set. */
function asItemNow(item: unknown): unknown {
  if (typeof item !== 'object' || item === null || 'kind' in item) return item;
  return { kind: 'song', who: '', fixed: false, road: null, bridge: null, ...item };
}

/** What stands in a set: a song with how it is played there, or something spoken. */
export const setItem = z.preprocess(
  asItemNow,
  z.discriminatedUnion('kind', [songItem, momentItem]),
);
export type SetItem = z.infer<typeof setItem>;
export type SongItem = z.infer<typeof songItem>;
export type MomentItem = z.infer<typeof momentItem>;

export function isSong<Item extends { readonly kind: string }>(
  item: Item,
): item is Extract<Item, { readonly kind: 'song' }> {
  return item.kind === 'song';
}

/**
 * What leads into a song where it stands now; null where nothing does, or where another song than it was made for is before it.
 * A song that was removed from the team's is played by nobody: it is not before anything.
 */
export function bridgeInto(
  items: readonly ((SongItem & { readonly removed?: boolean }) | MomentItem)[],
  song: SongItem,
): SetBridge | null {
  const before = items
    .slice(0, items.indexOf(song))
    .filter(isSong)
    .findLast(({ removed }) => !removed);
  return song.bridge && song.bridge.from === before?.id ? song.bridge : null;
}

/** A song as it is put into a set, with nothing said of it. */
export function plainSongItem(
  of: Pick<SongItem, 'id' | 'songId'> & { key?: string | null },
): SongItem {
  const { id: ownId, songId, key = null } = of;
  const nothing = { notes: '', who: '', fixed: false, road: null, bridge: null };
  return { kind: 'song', id: ownId, songId, key, ...nothing };
}

/** An hour of the day, as clocks say it: `09:30`. */
const hour = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'An hour is written as 09:30.');

const setFields = {
  name: line(120, 'The name of a set').refine((name) => name !== '', 'A set needs a name.'),
  date: day
    .refine((date) => !date.startsWith('0000'), 'Years are counted from 0001 on.')
    .nullable(),
  leader: line(80, 'The name of a leader'),
  notes: paragraph(2000, 'The notes of a set'),
  /** When it begins on its day, by the clocks of the place. */
  begins: hour.nullable().default(null),
  /** Minutes that it may take. */
  most: z.int().min(1).max(600, 'A service takes up to ten hours.').nullable().default(null),
  /** When it is rehearsed, by the clocks of the place. */
  rehearsal: z.object({ date: day, begins: hour }).nullable().default(null),
};

/** So much stands in a set at most. */
export const mostItems = 60;

/** What a client sends to save a set: the whole of it. */
export const setDraft = z.object({
  ...setFields,
  items: z
    .array(setItem)
    .max(mostItems, `A set holds up to ${mostItems} songs and other parts.`)
    .refine(
      (all) => new Set(all.map((item) => item.id)).size === all.length,
      'Two places in the set have the same id.',
    ),
});
export type SetDraft = z.infer<typeof setDraft>;

/** A set with nothing said of it. */
export function plainSet(fields: Partial<SetDraft> & Pick<SetDraft, 'name'>): SetDraft {
  const nothing = { date: null, leader: '', notes: '', begins: null, most: null, rehearsal: null };
  return { ...nothing, items: [], ...fields };
}

/** What a client sends to make a set. With an id of its own making a request can be repeated: it makes one set. */
export const newSet = setDraft.extend({ id: id.optional() });
export type NewSet = z.infer<typeof newSet>;

/** A set as the server keeps it, with what a list needs to show of its songs. */
export const songSet = z.object({
  ...setFields,
  id,
  revision,
  savedAt: moment,
  items: z.array(
    z.preprocess(
      asItemNow,
      z.discriminatedUnion('kind', [
        /** `removed`: the song is no longer among the team's songs. */
        songItem.extend({ summary: songSummary, removed: z.boolean() }),
        momentItem,
      ]),
    ),
  ),
});
export type SongSet = z.infer<typeof songSet>;
/** A song in a set, with what is shown of it. */
export type ShownSongItem = Extract<SongSet['items'][number], { kind: 'song' }>;

export const setListItem = z.object({
  id,
  name: z.string(),
  date: z.string().nullable(),
  leader: z.string(),
  begins: z.string().nullable().default(null),
  titles: z.array(z.string()),
});
export type SetListItem = z.infer<typeof setListItem>;
export const setList = z.object({ sets: z.array(setListItem), next: cursor.nullable() });

export const setSearch = z.object({ ...page });
