import { transposingInstruments, type TransposingInstrument } from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';

const names = Object.keys(transposingInstruments) as [
  TransposingInstrument,
  ...TransposingInstrument[],
];

/** How much something counts where a key is chosen, beside the limits of voices. */
export const countLevels = ['not', 'little', 'usual', 'much'] as const;
export type CountLevel = (typeof countLevels)[number];
const level = z.enum(countLevels).catch('usual');

/** Who plays and sings along in this player's church, and what counts there. */
export const band = createSettings('band', 1, {
  congregation: z.boolean().catch(true),
  guitar: z.boolean().catch(false),
  horns: z.array(z.enum(names)).catch([]),
  /** The major keys that the player is at home in, by their names. */
  home: z.array(z.string()).catch([]),
  counts: z
    .object({
      voices: level,
      congregation: level,
      guitar: level,
      horns: level,
      reading: level,
      player: level,
    })
    .catch({
      voices: 'usual',
      congregation: 'usual',
      guitar: 'usual',
      horns: 'usual',
      reading: 'usual',
      player: 'usual',
    }),
});
