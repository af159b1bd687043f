import { z } from 'zod';
import { createSettings } from './createSettings.ts';

/** So many songs are remembered as opened lately. */
const mostOpened = 30;

/** What this browser's reader has been told, and where they were. */
export const visit = createSettings('visit', 1, {
  /** What the application is was read, or something was begun. */
  welcomed: z.boolean().catch(false),
  /** Ids of the songs that were opened last, the latest first. */
  opened: z.array(z.uuid()).max(mostOpened).catch([]),
});

/** Remembers that a song was opened now. */
export function rememberOpened(id: string): void {
  const { opened } = visit.now();
  if (opened[0] === id) return;
  visit.change({ opened: [id, ...opened.filter((one) => one !== id)].slice(0, mostOpened) });
}
