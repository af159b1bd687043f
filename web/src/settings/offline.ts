import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** What this device keeps for when there is no network, beside the pages. */
export const offline = createSettings('offline', 1, {
  /** Sounds take room, and data of a phone's plan: only where somebody wants them. */
  sounds: z.boolean().catch(false),
});
