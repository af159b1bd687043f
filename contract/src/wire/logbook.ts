import {
  chartLimits,
  drillGrades,
  faultKinds,
  rungKinds,
  runPieces,
  waysToPractise,
  type DrillMemory,
} from '@intervallum/core';
import { z } from 'zod';
import { cursor, page } from './page.ts';
import { day, id, moment, paragraph, word } from './text.ts';

/** So many entries are written into the logbook at once: a device that was away sends what it kept in several pieces. */
export const mostAtOnce = 100;

/** So many places of a round are written down that were to be mended, the worst first. */
export const mostWeak = 4;

/** The longest that one entry can have taken, in seconds: a night. */
const longest = 43_200;

const bar = z.int().min(1).max(4_000);
/** Felt beats a minute. */
const tempo = z.number().min(10).max(400);

/** A place of a round that was to be mended. */
const weak = z.object({
  kind: z.enum(faultKinds),
  hand: z.enum(['left', 'right']).nullable(),
  /** Of the section, from 1; null where it was so throughout. */
  bar: bar.nullable(),
  /** The chord there, in numbers. */
  chord: paragraph(60, 'A chord'),
  /** Milliseconds, later or (negative) sooner; 0 where time was not what was wrong. */
  ms: z.number().min(-60_000).max(60_000),
});
export type WeakPlace = z.infer<typeof weak>;

/** What of a song was practised: a step of a section's ladder, all of its bars or some. */
const stepOfSong = {
  songId: id,
  // As they stand in the chart.
  title: paragraph(chartLimits.lineCharacters, 'A title'),
  section: paragraph(chartLimits.lineCharacters, 'The name of a section'),
  rung: z.enum(rungKinds),
  pushes: z.int().min(0).max(1_000),
  bars: z.object({ from: bar, to: bar }).nullable(),
};

/** What stands in every entry. Its id is the client's: what is sent twice is written once. */
const common = {
  id,
  at: moment,
  /** By the calendar of whoever practised. */
  day,
  seconds: z.number().min(0).max(longest),
};

/** A round of a step, or its chords called. */
export const loggedRound = z.object({
  ...common,
  kind: z.literal('round'),
  ...stepOfSong,
  way: z.enum(waysToPractise),
  /** Only its rhythm was tapped. */
  isRhythm: z.boolean().default(false),
  /** The hand that played it alone; null for what the step asks for. */
  hand: z.enum(['left', 'right']).nullable().default(null),
  /** The placed runs alone, or a half of each; null for everything. */
  runs: z.enum(runPieces).nullable().default(null),
  /** Null where chords waited for the hands. */
  tempo: tempo.nullable(),
  /** The tempo that it is to reach. */
  goal: tempo,
  /** Null where nobody heard it, and nobody said it. */
  isClean: z.boolean().nullable(),
  /** It was played to its end. */
  isWhole: z.boolean(),
  weak: z.array(weak).max(mostWeak),
});

/** Milliseconds since 1970, up to the year 3000. */
const milliseconds = z.number().min(0).max(32_503_680_000_000);

export const drillMemory = z.object({
  last: milliseconds,
  due: milliseconds,
  stability: z.number().positive().max(40_000),
  difficulty: z.number().min(1).max(10),
  reps: z.int().min(1).max(1_000_000),
  lapses: z.int().min(0).max(1_000_000),
}) satisfies z.ZodType<DrillMemory>;

/** A drill that was done once. */
const drill = z.object({
  ...common,
  kind: z.literal('drill'),
  /** Which one: core's `drills/` reads and writes it. */
  card: word(chartLimits.lineCharacters + 200),
  grade: z.enum(drillGrades),
  memory: drillMemory,
});

/** Time that was spent on a song without being graded: over its chords, or by them through keys, metres and patterns. */
const spent = z.object({
  ...common,
  kind: z.literal('time'),
  what: z.enum(['improvising', 'programme']),
  songId: id,
  title: stepOfSong.title,
  section: stepOfSong.section,
  tempo,
});

/** Something that was practised, as it is written into the logbook; nothing there is changed afterwards. */
export const logEntry = z.discriminatedUnion('kind', [loggedRound, drill, spent]);
export type LogEntry = z.infer<typeof logEntry>;
export type LoggedRound = z.infer<typeof loggedRound>;
export type LoggedDrill = Extract<LogEntry, { kind: 'drill' }>;
export type LoggedTime = Extract<LogEntry, { kind: 'time' }>;

/** What a client sends to be written down. */
export const newLogEntries = z.object({ entries: z.array(logEntry).min(1).max(mostAtOnce) });

/** What the reader of a learner's link sends to be written down: rounds of the song that it opens. */
export const newLearnerEntries = z.object({
  entries: z.array(loggedRound).min(1).max(mostAtOnce),
});

/** So many rounds of one link are written down on a day, and in all: nobody plays more, and no flood fills the book. */
export const learnerLimits = { day: 400, all: 20_000 } as const;

/** What was practised by a learner's link, the latest first, so much of it as is told; and how many rounds there are in all. */
export const learnerLog = z.object({ entries: z.array(loggedRound), rounds: z.int() });
export type LearnerLog = z.infer<typeof learnerLog>;

/** Which page of entries is asked for. */
export const logSearch = z.object(page);

/** A page of the logbook; `next` asks for those before (null where none is). */
export const logPage = z.object({ entries: z.array(logEntry), next: cursor.nullable() });
export type LogPage = z.infer<typeof logPage>;

/** Of which days it is told how much was practised, both of them among them. */
export const logDaysSearch = z.object({ from: day, to: day }).refine(({ from, to }) => from <= to, {
  message: 'The first day is after the last one.',
  path: ['from'],
});

/** What was done on one day. */
export const logDay = z.object({
  day,
  seconds: z.number(),
  rounds: z.int(),
  /** Of those the ones without a fault. */
  clean: z.int(),
  drills: z.int(),
});
export type LogDay = z.infer<typeof logDay>;

/** The days on which anything was practised, the first one first. */
export const logDays = z.object({ days: z.array(logDay) });

/** Of which songs it is told how far each step has come; without any, of those that were practised last. */
export const logStepsSearch = z.object({
  songs: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(id).max(60, 'Up to 60 songs are asked for.'))
    .optional(),
});

/** How far a step has come. */
export const logStep = z.object({
  ...stepOfSong,
  isRhythm: z.boolean().default(false),
  /** The hand that played it alone; null for what the step asks for. */
  hand: z.enum(['left', 'right']).nullable().default(null),
  /** The placed runs alone, or a half of each; null for everything. */
  runs: z.enum(runPieces).nullable().default(null),
  /** How many rounds were played to their end, and the last of all. */
  rounds: z.int(),
  lastAt: moment,
  lastDay: day,
  /** The fastest clean round of the last time that one was clean, and its day; null where none was. */
  clean: z.object({ tempo, day }).nullable(),
  /** The same of those from memory. */
  memory: z.object({ tempo, day }).nullable(),
  goal: tempo,
  /** What was to be mended in the last round. */
  weak: z.array(weak),
});
export type LogStep = z.infer<typeof logStep>;

export const logSteps = z.object({ steps: z.array(logStep) });

/** How each drill is remembered since it was done last. */
export const logCards = z.object({
  cards: z.array(z.object({ card: z.string(), memory: drillMemory })),
});
export type LogCards = z.infer<typeof logCards>;
