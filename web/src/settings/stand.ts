import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** How this reader has charts at a music stand. */
export const stand = createSettings('stand', 1, {
  /** The height of numerals in CSS pixels; null for the largest at which the song fits the page. */
  numeral: z.number().min(14).max(120).nullable().catch(null),
  hero: z.enum(['numbers', 'letters']).catch('numbers'),
  /** A pedal to press on the screen. */
  pedal: z.boolean().catch(false),
});
