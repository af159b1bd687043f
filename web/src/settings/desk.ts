import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** What stands on the desk of this browser. */
export const desk = createSettings('desk', 2, {
  /** What is open beside the chart: its text or colours, the tools of the hands, ideas for what goes between. */
  textOpen: z.boolean().catch(false),
  handsOpen: z.boolean().catch(true),
  movesOpen: z.boolean().catch(true),
  fillsOpen: z.boolean().catch(true),
  keyOpen: z.boolean().catch(true),
  practiceOpen: z.boolean().catch(true),
  arrangeOpen: z.boolean().catch(true),
  /** What is left to do of the song, over its chart. */
  pathOpen: z.boolean().catch(false),
  panel: z.enum(['text', 'colours']).catch('text'),
  pianoOpen: z.boolean().catch(false),
  /** The tools under the chart. */
  toolsOpen: z.boolean().catch(true),
  /** What the marks on the piano strip say. */
  marks: z.enum(['roles', 'degrees']).catch('roles'),
  /** The word of caution about stretching was read and put away. */
  stretchNoted: z.boolean().catch(false),
  /** Keys of one sign do something outside the chart as well. */
  signKeys: z.boolean().catch(true),
});
