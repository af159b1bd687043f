import { schools, walkKinds, type SongHands } from '@intervallum/core';
import { z } from 'zod';
import { degree } from './degree.ts';
import { line } from './text.ts';

/** A chart has no more slots than characters; a hand holds ten notes at the very most. */
const slot = z.int().min(0).max(100_000);
const heldDegree = degree.extend({ octave: z.int().min(-8).max(8) });
const hand = z.array(heldDegree).max(10).readonly().nullable();
const handDegrees = z.object({ register: z.int().min(0).max(127), left: hand, right: hand });

/** What a player decided about the hands of a song, as core keeps it. */
export const songHands: z.ZodType<SongHands> = z.object({
  school: z.enum(schools),
  pins: z
    .array(handDegrees.extend({ slot, chord: z.string().min(1).max(200) }))
    .max(5_000, 'A song holds up to 5,000 pins.')
    .readonly(),
  palette: z
    .array(handDegrees.extend({ name: line(40, 'The name of a hand shape') }))
    .max(60, 'A palette holds up to 60 hand shapes.')
    .readonly(),
  registers: z
    .array(z.object({ slot, octaves: z.int().min(-3).max(3) }))
    .max(1_000)
    .readonly(),
  walks: z
    .array(z.object({ slot, kind: z.enum(walkKinds) }))
    .max(5_000)
    .readonly(),
});
