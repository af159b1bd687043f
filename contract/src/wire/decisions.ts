import {
  dynamics,
  keySignature,
  leftShapes,
  noFills,
  nothingSettled,
  pedallings,
  plainKeyboard,
  rightWays,
  schools,
  stepNames,
  walkKinds,
  type Decisions,
  type SongFills,
  type SongHands,
  type SongKeyboard,
  type SongSettled,
} from '@intervallum/core';
import { z } from 'zod';
import { degree } from './degree.ts';
import { writtenRun } from './runs.ts';
import { line, word } from './text.ts';

/** A chart has no more slots than characters; a hand holds ten notes at the very most. */
const slot = z.int().min(0).max(100_000);
const heldDegree = degree.extend({ octave: z.int().min(-8).max(8) });
const hand = z.array(heldDegree).max(10).readonly().nullable();
const handDegrees = z.object({ register: z.int().min(0).max(127), left: hand, right: hand });

const rightWish = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('way'), way: z.enum(rightWays) }),
  z.object({ kind: z.literal('shape'), name: line(40, 'The name of a hand shape') }),
]);

/** One of each mark of a player, so that a stored list can be read mark by mark. */
export const handsMarks = {
  school: z.enum(schools).nullable(),
  pin: handDegrees.extend({ slot, chord: word(200) }),
  shape: handDegrees.extend({
    name: line(40, 'The name of a hand shape'),
    over: degree.nullable().default(null),
  }),
  register: z.object({ slot, octaves: z.int().min(-3).max(3) }),
  walk: z.object({ slot, kind: z.enum(walkKinds) }),
  line: z.object({ slot, tone: degree }),
  section: z.object({
    slot,
    school: z.enum(schools).nullable(),
    left: z.object({ shape: z.enum(leftShapes), orElse: z.enum(leftShapes).nullable() }).nullable(),
    right: rightWish.nullable().default(null),
    loudness: z.enum(dynamics).nullable().default(null),
    pedalling: z.enum(pedallings).nullable().default(null),
  }),
};

/** What a player decided about the hands of a song, as core keeps it. */
export const songHands: z.ZodType<SongHands> = z.object({
  school: handsMarks.school,
  pins: z.array(handsMarks.pin).max(5_000, 'A song holds up to 5,000 pins.').readonly(),
  palette: z.array(handsMarks.shape).max(60, 'A palette holds up to 60 hand shapes.').readonly(),
  registers: z.array(handsMarks.register).max(1_000).readonly(),
  walks: z.array(handsMarks.walk).max(5_000).readonly(),
  // A page that was opened before there was such a thing says nothing of it: what is left out is nothing.
  lines: z.array(handsMarks.line).max(5_000).readonly().default([]),
  sections: z.array(handsMarks.section).max(1_000).readonly().default([]),
});

/** One of each mark of the runs that a player placed. */
export const fillsMarks = {
  placed: z.object({
    slot,
    again: z.int().min(0).max(5_000),
    times: z.array(z.int().min(1).max(5_000)).max(99).readonly(),
    start: z.int().min(-10_000).max(1_000_000),
    run: writtenRun,
    over: z.boolean(),
    octaves: z.int().min(-3).max(3),
  }),
};

/** Where a player placed runs in a song, as core keeps it. */
export const songFills: z.ZodType<SongFills> = z.object({
  placed: z.array(fillsMarks.placed).max(500, 'A song holds up to 500 placed runs.').readonly(),
});

const patch = z.object({
  name: line(40, 'The name of a sound'),
  program: z.int().min(1).max(128),
  bank: z.int().min(0).max(16_383).nullable(),
});

/** What a player says of the keyboard, so that a stored list can be read mark by mark. */
export const keyboardMarks = {
  playedIn: z
    .object({
      tonic: z.object({
        letter: z.enum(['A', 'B', 'C', 'D', 'E', 'F', 'G']),
        alter: z.int().min(-1).max(1),
      }),
      mode: z.enum(['major', 'minor']),
    })
    .refine((key) => Math.abs(keySignature(key)) <= 7, 'A key has up to seven accidentals.')
    .nullable(),
  sound: z.object({
    slot,
    sound: z.object({
      main: patch.nullable(),
      layer: patch.nullable(),
      left: patch.nullable(),
      pad: patch.nullable(),
      splitAt: z.int().min(0).max(127),
    }),
  }),
};

/** How a player's keyboard is set for a song, as core keeps it. */
export const songKeyboard: z.ZodType<SongKeyboard> = z.object({
  playedIn: keyboardMarks.playedIn,
  sounds: z.array(keyboardMarks.sound).max(1_000, 'A song holds up to 1,000 sounds.').readonly(),
});

/** Which steps of the work on a song a player says are good as they are, as core keeps it. */
export const songSettled: z.ZodType<SongSettled> = z.object({
  steps: z
    .array(z.enum(stepNames))
    .max(stepNames.length, 'Each step is settled once.')
    .refine((steps) => new Set(steps).size === steps.length, 'Each step is settled once.')
    .readonly(),
});

/** All that one player decided about one song. */
// A page that was opened before there were fills, settings of the keyboard or settled steps says nothing of them.
export const decisions: z.ZodType<Decisions> = z.object({
  hands: songHands,
  fills: songFills.default(noFills),
  keyboard: songKeyboard.default(plainKeyboard),
  settled: songSettled.default(nothingSettled),
});
