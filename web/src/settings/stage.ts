import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** How this device is on stage. */
export const stageSettings = createSettings('stage', 1, {
  /** The click is heard from this device. */
  hearsClick: z.boolean().catch(false),
});
