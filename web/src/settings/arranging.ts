import { levels, restraints, styles } from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** How somebody has songs arranged, on this device. */
export const arranging = createSettings('arranging', 1, {
  style: z.enum(styles.map(({ id }) => id)).catch(styles[0]!.id),
  level: z.enum(levels).catch('average'),
  busy: z.enum(restraints).catch('usual'),
});
