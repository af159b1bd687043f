import { z } from 'zod';
import { decisions } from './decisions.ts';
import { cursor, page } from './page.ts';
import { songSet } from './sets.ts';
import { moment, revision } from './text.ts';

/** How a list of earlier versions is asked for. */
export const historySearch = z.object({ ...page });

/** An earlier version of a song or set: a stretch of work on one screen, or the one that stands now. */
export const versionListed = z.object({
  revision,
  savedAt: moment,
  /** What somebody called it; null where nobody did. */
  name: z.string().nullable(),
});
export type VersionListed = z.infer<typeof versionListed>;

/** Versions, the latest first, a page of them. */
export const versionList = z.object({
  versions: z.array(versionListed),
  next: cursor.nullable(),
});
export type VersionList = z.infer<typeof versionList>;

/** A song as it was: its text, and what the player who saved it had decided by then. */
export const songVersion = versionListed.extend({ text: z.string(), decisions });
export type SongVersion = z.infer<typeof songVersion>;

/** A set as it was; its songs are shown as they are now. */
export const setVersion = songSet.omit({ id: true }).extend({ label: z.string().nullable() });
export type SetVersion = z.infer<typeof setVersion>;
