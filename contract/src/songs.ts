import type { Chord } from '@intervallum/core';
import { z } from 'zod';
import { degree } from './degree.ts';
import { songHands } from './hands.ts';
import { chartText, id, moment, revision } from './text.ts';

const figureNumber = z.union(
  ([1, 2, 3, 4, 5, 6, 7, 9, 11, 13] as const).map((figure) => z.literal(figure)),
);

const shape = z.object({
  root: degree,
  figures: z.array(z.object({ figure: figureNumber, alter: z.int().min(-2).max(2) })).readonly(),
});

/** A chord as core stores it, so that a list can show it in the reader's own style. */
const chord: z.ZodType<Chord> = z.discriminatedUnion('kind', [
  shape.extend({ kind: z.literal('named'), bass: degree.nullable() }),
  z.object({ kind: z.literal('stack'), degrees: z.array(degree).readonly() }),
  z.object({ kind: z.literal('layered'), upper: shape, shell: shape, bass: degree }),
]);

/** What a list shows of a song, taken from its chart. */
export const songSummary = z.object({
  title: z.string(),
  /** Name of the key the chart is written in. */
  key: z.string(),
  meter: z.string(),
  /** How the chart's own text writes its numbers. */
  reading: z.enum(['as written', 'in key']),
  minor: z.enum(['relative', 'own tonic']),
  tempo: z.number().nullable(),
  singer: z.string(),
  /** The first chords. */
  opening: z.array(chord),
  /** How many problems the chart has. */
  problems: z.int().min(0),
});
export type SongSummary = z.infer<typeof songSummary>;

export const songListItem = z.object({ id, revision, savedAt: moment, summary: songSummary });
export type SongListItem = z.infer<typeof songListItem>;

/** Songs in the order of their titles; `total` counts those beyond the first `songs.length` too. */
export const songList = z.object({ songs: z.array(songListItem), total: z.int().min(0) });
export type SongList = z.infer<typeof songList>;

export const song = z.object({
  id,
  revision,
  savedAt: moment,
  text: z.string(),
  hands: songHands,
});
export type Song = z.infer<typeof song>;

/**
 * What a client sends to make or save a song. Without hands those that stand are carried through the change of the
 * text, so that a tool that knows charts only loses nothing.
 */
export const songDraft = z.object({ text: chartText, hands: songHands.optional() });
export type SongDraft = z.infer<typeof songDraft>;

export const songSearch = z.object({ search: z.string().max(200).default('') });
