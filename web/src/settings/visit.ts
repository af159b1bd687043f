import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** What this browser's reader has been told. */
export const visit = createSettings('visit', 1, {
  /** What the application is was read, or something was begun. */
  welcomed: z.boolean().catch(false),
});
