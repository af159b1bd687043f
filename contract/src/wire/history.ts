import { z } from 'zod';
import { decisions } from './decisions.ts';
import { cursor, page } from './page.ts';
import { songSet } from './sets.ts';
import { whatChanged } from './differences.ts';
import { line, moment, revision } from './text.ts';

/** How a list of earlier versions is asked for. */
export const historySearch = z.object({ ...page });

/** An earlier version of a song or set: a stretch of work on one screen, or the one that stands now. */
export const versionListed = z.object({
  revision,
  savedAt: moment,
  /** What somebody called it; null where nobody did. */
  name: z.string().nullable(),
  /** Who saved it; null of who is not named any more, and of what was saved before there were accounts. */
  who: z.string().nullable(),
});
export type VersionListed = z.infer<typeof versionListed>;

/** What a version is called, so that it stays: null for no name. */
export const versionName = z.object({
  name: line(80, 'The name of a version')
    .refine((name) => name !== '', 'A version without a name has none: send null.')
    .nullable(),
});

/** Versions, the latest first, a page of them. */
export const versionList = z.object({
  /** `changed`: since the version before; null for the first of all. */
  versions: z.array(versionListed.extend({ changed: whatChanged.nullable() })),
  next: cursor.nullable(),
});
export type VersionList = z.infer<typeof versionList>;
export type VersionInList = VersionList['versions'][number];

/** A song as it was: its text, and what the player who saved it had decided by then. */
export const songVersion = versionListed.extend({ text: z.string(), decisions });
export type SongVersion = z.infer<typeof songVersion>;

/** A set as it was; its songs are shown as they are now. */
export const setVersion = songSet
  .omit({ id: true })
  .extend({ label: z.string().nullable(), who: z.string().nullable() });
export type SetVersion = z.infer<typeof setVersion>;
