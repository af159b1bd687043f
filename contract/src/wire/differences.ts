import { barParts, fieldNames, type SongDifference } from '@intervallum/core';
import { z } from 'zod';

const text = z.string();
const section = z.string();
const bar = z.int().min(1);

/** One thing in which two versions of a song differ, as core finds it. */
export const songDifference = z.union([
  z.object({
    kind: z.literal('field'),
    field: z.enum(fieldNames),
    before: text,
    after: text,
  }),
  z.object({ kind: z.literal('named') }),
  z.object({ kind: z.enum(['section added', 'section removed', 'section said']), section }),
  z.object({ kind: z.literal('section renamed'), section, before: text }),
  z.object({ kind: z.literal('chords'), section, bar, before: text, after: text }),
  z.object({ kind: z.enum(['bars added', 'bars removed']), section, bar, count: z.int().min(1) }),
  z.object({ kind: z.enum(barParts), section, bar, before: text, after: text }),
]) satisfies z.ZodType<SongDifference>;

/** One thing in which two versions of a set differ. */
export const setDifference = z.union([
  z.object({
    kind: z.literal('of the set'),
    what: z.enum(['name', 'date', 'leader', 'notes', 'begins', 'most', 'rehearsal']),
    before: text,
    after: text,
  }),
  z.object({
    kind: z.enum([
      'song added',
      'song removed',
      'song moved',
      'note of a song',
      'bridge of a song',
      'part of a service',
    ]),
    title: text,
  }),
  /** The way it goes there; empty for that of its chart. */
  z.object({ kind: z.literal('road of a song'), title: text, before: text, after: text }),
  z.object({ kind: z.literal('who leads a song'), title: text, before: text, after: text }),
  /** Null for the key of its chart. */
  z.object({
    kind: z.literal('key of a song'),
    title: text,
    before: text.nullable(),
    after: text.nullable(),
  }),
]);
export type SetDifference = z.infer<typeof setDifference>;

/** So many things in which a version differs from the one before are told in a list. */
export const mostTold = 8;

/** In what a version differs from the one before it: the first of all things. */
export const whatChanged = z.object({
  some: z.array(z.union([songDifference, setDifference])).max(mostTold),
  count: z.int().min(0),
});
export type WhatChanged = z.infer<typeof whatChanged>;
export type Difference = WhatChanged['some'][number];
