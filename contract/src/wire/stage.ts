import { chartLimits, highestLift, tempoLimits, type Cue } from '@intervallum/core';
import { z } from 'zod';
import { id, moment } from './text.ts';

const most = 4_000;

/** A part of a song by its name, which is part of a line: what the database tells all servers has room for 8,000 bytes. */
const partName = z.object({
  section: z.string().max(chartLimits.lineCharacters),
  pass: z.int().min(1).max(most),
  place: z.int().min(0).max(most),
});

/** What whoever leads says to all pages; core's `stage/` says what each means. */
export const cue = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('to'), item: id, part: partName.nullable() }),
  z.object({ kind: z.literal('next'), part: partName }),
  z.object({ kind: z.literal('on') }),
  z.object({ kind: z.literal('vamp'), isOn: z.boolean() }),
  z.object({ kind: z.literal('again') }),
  z.object({ kind: z.literal('skip') }),
  z.object({ kind: z.literal('lift'), semitones: z.int().min(-highestLift).max(highestLift) }),
  z.object({
    kind: z.literal('tempo'),
    tempo: z.number().min(tempoLimits.slowest).max(tempoLimits.fastest),
  }),
  z.object({ kind: z.literal('count') }),
  z.object({ kind: z.literal('click'), isOn: z.boolean() }),
  z.object({ kind: z.literal('stop') }),
  z.object({ kind: z.literal('undo'), of: id }),
]) satisfies z.ZodType<Cue>;

/**
 * A cue as it is sent: its id is the client's own, so that one that is sent twice is taken once; and how long ago it was said, in
 * milliseconds, where the server could not be reached then.
 */
export const newCue = z.object({
  id,
  screen: id,
  cue,
  ago: z.number().min(0).max(3_600_000).default(0),
});
export type NewCue = z.infer<typeof newCue>;

/** A cue as it was taken: its number in its show, from 1 without a gap, and when, in milliseconds since 1970. */
export const takenCue = z.object({ number: z.int().min(1), id, at: z.number(), cue });
export type TakenCue = z.infer<typeof takenCue>;

/** A set that is played now. */
export const show = z.object({
  id,
  setId: id,
  beganAt: moment,
  /** Which screen leads, and by whose name; null where nobody holds the baton. */
  baton: z.object({ screen: id, name: z.string() }).nullable(),
});
export type Show = z.infer<typeof show>;

/** The show of a set that goes on now, with all that was said; and what time it is at the server. */
export const stageNow = z.object({
  show: show.nullable(),
  cues: z.array(takenCue),
  now: z.number(),
});
export type StageNow = z.infer<typeof stageNow>;

/** What an open page is told of the stage. */
export const stageEvent = z.discriminatedUnion('kind', [
  /** A cue of the show. */
  z.object({ kind: z.literal('cue'), show: id, taken: takenCue }),
  /** A show begins, ends (null), or its baton goes into other hands. */
  z.object({ kind: z.literal('show'), show: show.nullable() }),
  /** The set, or a song in it, was saved: what is shown is to be asked for anew. */
  z.object({ kind: z.literal('charts') }),
]);
export type StageEvent = z.infer<typeof stageEvent>;

/** A screen that begins a show. */
export const atScreen = z.object({ screen: id });

/** A screen that takes the baton, or gives it out of its hands. */
export const batonWish = z.object({ screen: id, takes: z.boolean() });

/** So many cues are taken of one show: a service has a few hundred. */
export const mostCues = 5_000;

/** A song as it was played in a show: when, for how long (in seconds), the parts, the semitones it was lifted by at its end. */
export const playedSong = z.object({
  item: id,
  beganAt: moment,
  seconds: z
    .number()
    .min(0)
    .max(24 * 3_600),
  sections: z.array(z.string().max(chartLimits.lineCharacters)).max(most),
  lift: z.int().min(-highestLift).max(highestLift),
});
export type PlayedSong = z.infer<typeof playedSong>;

/** So many songs are written down of one show: each item of a set once. */
const mostPlayed = 400;

/** A show ends, with what was played. */
export const showEnd = z.object({ screen: id, played: z.array(playedSong).max(mostPlayed) });

/** A show that has ended, with what was played. */
export const endedShow = z.object({
  id,
  beganAt: moment,
  endedAt: moment,
  /** Each with the song that it was, where it was played by its own way. */
  played: z.array(playedSong.extend({ songId: id.nullable().default(null) })).max(mostPlayed),
});
export type EndedShow = z.infer<typeof endedShow>;

/** Shows of a set that have ended, the last one first. */
export const showList = z.object({ shows: z.array(endedShow) });
export type ShowList = z.infer<typeof showList>;
