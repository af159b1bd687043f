import { z } from 'zod';
import { cursor, page } from './page.ts';
import { songSummary } from './songs.ts';
import { day, id, keyName, line, moment, revision } from './text.ts';

/** A word that the team sorts its songs by. */
export const tag = line(40, 'A tag').refine((name) => name !== '', 'A tag needs a name.');

/** So many tags a song has at most. */
export const mostTags = 20;

export const songListItem = z.object({
  id,
  revision,
  savedAt: moment,
  summary: songSummary,
  tags: z.array(z.string()),
  /** Whether the reader wants it at hand. */
  favourite: z.boolean(),
  /** The last day, up to today, of a set with it. */
  usedOn: day.nullable(),
  /** Where it first has the chords that were searched for: the section, and its bar counted from 1. */
  found: z.object({ section: z.string(), bar: z.int().min(1) }).nullable(),
});
export type SongListItem = z.infer<typeof songListItem>;

/** A page of songs: `total` counts all of them, `next` asks for those that follow (null where none does). */
export const songList = z.object({
  songs: z.array(songListItem),
  total: z.int().min(0),
  next: cursor.nullable(),
});
export type SongList = z.infer<typeof songList>;

/** The orders of a list of songs; those that are alike in it stand in the order of their titles. */
export const songOrders = ['title', 'key', 'tempo', 'used', 'changed'] as const;
export type SongOrder = (typeof songOrders)[number];

/** What is searched for. What cannot be seen is in no song: it counts as a space. */
const searched = z
  .string()
  .max(200, 'A search holds up to 200 characters.')
  .transform((text) => text.toWellFormed().replace(/\p{Cc}/gu, ' '));

const bpm = z.coerce.number('A tempo is a number of beats in a minute.').min(1).max(999);
const yes = z.literal('yes', 'This is asked for by “yes”, or left out.');

/** Which songs are in a list. What is left out does not matter. */
const songFilters = {
  search: searched.default(''),
  key: keyName.optional(),
  meter: z.string().max(20).optional(),
  slowest: bpm.optional(),
  fastest: bpm.optional(),
  singer: line(200, 'The name of a singer').optional(),
  tag: tag.optional(),
  favourites: yes.optional(),
  /** In a set of `today` or of a day to come. */
  coming: yes.optional(),
  /** In no set of the last so many weeks, nor of a day to come. */
  rested: z.coerce.number('Weeks are counted, 1 to 520.').int().min(1).max(520).optional(),
  /** These songs only, their ids parted by commas. */
  ids: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(id).max(100, 'Up to 100 songs are asked for by their ids.'))
    .optional(),
};

export const songSearch = z.object({
  ...songFilters,
  order: z.enum(songOrders).default('title'),
  /** Which day it is where the reader is; that of the server where it is left out. */
  today: day.optional(),
  ...page,
});
export type SongSearch = z.infer<typeof songSearch>;

/** What there is to filter by, as the team's songs have it, in the order in which it is offered. */
export const songChoices = z.object({
  keys: z.array(z.string()),
  meters: z.array(z.string()),
  singers: z.array(z.string()),
  tags: z.array(z.string()),
});
export type SongChoices = z.infer<typeof songChoices>;

/** What is changed at some songs for lists only: their charts stay as they are. */
export const songMarks = z.object({
  ids: z.array(id).min(1, 'No song is named.').max(200, 'Up to 200 songs are marked at once.'),
  favourite: z.boolean().optional(),
  addTag: tag.optional(),
  removeTag: tag.optional(),
});
export type SongMarks = z.infer<typeof songMarks>;

/** The sets that hold a song, latest day first, those without a day before them. */
export const songSets = z.object({
  sets: z.array(z.object({ id, name: z.string(), date: z.string().nullable() })),
});
export type SongSets = z.infer<typeof songSets>;

/** So many titles are asked for at once. */
export const mostTitles = 500;

/** Titles of songs that somebody brings, to find out which the team has already. */
export const askedTitles = z.object({
  titles: z
    .array(line(200, 'A title'))
    .min(1, 'No title is named.')
    .max(mostTitles, `Up to ${mostTitles} titles are looked for at once.`),
});
export type AskedTitles = z.infer<typeof askedTitles>;

/** Songs of the team with one of the titles that were asked for, each under the title that found it. */
export const titledSongs = z.object({
  songs: z.array(z.object({ asked: z.string(), id, title: z.string(), revision, savedAt: moment })),
});
export type TitledSongs = z.infer<typeof titledSongs>;

/** The texts of so many songs are asked for at once. */
export const mostTexts = 40;

/** Songs whose charts are to be looked through. */
export const askedTexts = z.object({
  ids: z
    .array(id)
    .min(1, 'No song is named.')
    .max(mostTexts, `The charts of up to ${mostTexts} songs are asked for at once.`),
});
export type AskedTexts = z.infer<typeof askedTexts>;

/** What those of them have written that are there, in no order. */
export const songTexts = z.object({ songs: z.array(z.object({ id, text: z.string() })) });
export type SongTexts = z.infer<typeof songTexts>;
