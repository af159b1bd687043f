import { chartLimits, type Chord } from '@intervallum/core';
import { z } from 'zod';
import { degree } from './degree.ts';
import { decisions } from './decisions.ts';
import { chartText, id, moment, revision } from './text.ts';

const offset = z.int().min(0).max(chartLimits.characters);

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
  z.object({
    kind: z.literal('stack'),
    degrees: z.array(degree).readonly(),
    bass: degree.nullable(),
  }),
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

const part = z.object({ revision: z.int().min(0), decisions });

export const song = z.object({
  id,
  revision,
  savedAt: moment,
  text: z.string(),
  /** What this player decided about the song, with a revision of its own: 0 where nothing was decided yet. */
  part,
});
export type Song = z.infer<typeof song>;

/** What somebody decided about a song; of nobody (null) is the song's own, by which whoever has none goes. */
export const playerPart = z.object({
  personId: id.nullable(),
  name: z.string().nullable(),
  isYou: z.boolean(),
  savedAt: moment,
  decisions,
});
export type PlayerPart = z.infer<typeof playerPart>;
export const playerParts = z.object({ parts: z.array(playerPart) });
export const commonPart = z.object({ decisions });

/** What a client sends to make a song. With an id of its own making a request can be repeated: it makes one song. */
export const newSong = z.object({
  id: id.optional(),
  text: chartText,
  part: decisions.optional(),
});
export type NewSong = z.infer<typeof newSong>;

/**
 * What a client sends to save a song: its text, and if it knows them the edits that made it out of the text it started
 * from, so that whatever hangs on its slots goes with them. `part` is what the player decided, for the new text, and
 * `partRevision` the revision it started from. Without a part the one that stands is carried through the edits, as are
 * all other players' parts in any case: a tool that knows charts only loses nothing.
 */
export const songDraft = z
  .object({
    text: chartText,
    changes: z
      .array(z.object({ from: offset, to: offset, insert: z.string().max(chartLimits.characters) }))
      .max(10_000)
      .optional(),
    part: decisions.optional(),
    partRevision: z.int().min(0).optional(),
  })
  .refine(({ part, partRevision }) => (part === undefined) === (partRevision === undefined), {
    message: 'A part is sent with the revision it started from (partRevision), or not at all.',
    path: ['partRevision'],
  });
export type SongDraft = z.infer<typeof songDraft>;
