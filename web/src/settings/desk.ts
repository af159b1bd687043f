import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** What stands on the desk of this browser. */
export const desk = createSettings('desk', 1, {
  textOpen: z.boolean().catch(true),
  panel: z.enum(['text', 'colours']).catch('text'),
  pianoOpen: z.boolean().catch(false),
  /** What the marks on the piano strip say. */
  marks: z.enum(['roles', 'degrees']).catch('roles'),
  /** The word of caution about stretching was read and put away. */
  stretchNoted: z.boolean().catch(false),
});
