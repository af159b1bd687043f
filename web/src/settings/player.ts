import { handGrades, instruments, lineups, usualReach, type Reach } from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';

const span = z
  .object({ held: z.int().min(3).max(24), rolled: z.int().min(3).max(24) })
  .refine(({ held, rolled }) => rolled >= held);

type Keys = keyof typeof instruments;

/** The player: two hands, an instrument by its number of keys, who else plays, how much colour. */
export const player = createSettings('player', 1, {
  reach: z.object({ left: span, right: span }).catch(usualReach) as z.ZodType<Reach>,
  keys: z.custom<Keys>((keys) => typeof keys === 'number' && keys in instruments).catch(88),
  lineup: z.enum(lineups).catch('keys alone'),
  handGrade: z.enum(handGrades).catch('plain'),
  /** The right hand has the tune on top where it can. */
  tuneOnTop: z.boolean().catch(true),
});

export type PlayerSettings = ReturnType<typeof player.now>;
