import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** How a song is heard. */
export const sound = createSettings('sound', 1, {
  pedal: z.boolean().catch(true),
  countIn: z.boolean().catch(false),
  click: z.boolean().catch(false),
  heardHands: z.enum(['both', 'left', 'right']).catch('both'),
  heardTune: z.boolean().catch(true),
  /** Not every note to the tick and as loud as the others. */
  loose: z.boolean().catch(false),
});
