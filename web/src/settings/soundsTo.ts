import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** Where the sounds of a keyboard are set. */
export const soundsTo = createSettings('sounds-to', 1, {
  /** The instrument by what the browser calls it; null for none. */
  output: z.string().max(200).nullable().catch(null),
});
