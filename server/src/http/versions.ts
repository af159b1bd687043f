import { mostTold, type Difference, type VersionList } from '@intervallum/contract';
import { z } from 'zod';
import type { ListedVersion } from '../db/history.ts';
import { readCursor, writeCursor } from './cursor.ts';

/** A place in a list of versions: the revision that was shown last. */
const revisionPlace = z.tuple([
  z
    .string()
    .regex(/^\d{1,9}$/)
    .transform(Number),
]);

/**
 * A page of the versions of something, the latest first, each with what it changed.
 * @param list gives `most` of them from before a revision on; from the latest where that is null
 * @param between what a version changed that was made of another one
 */
export async function versionPage<Version extends ListedVersion>(
  id: string,
  { after, limit }: { readonly after?: string | undefined; readonly limit: number },
  list: (place: { before: number | null; most: number }) => Promise<readonly Version[]>,
  between: (before: Version, version: Version) => Promise<readonly Difference[]>,
): Promise<VersionList> {
  const name = `versions:${id}`;
  const [before = null] = readCursor(name, revisionPlace, after) ?? [];
  const rows = await list({ before, most: limit + 1 });
  const page = rows.slice(0, limit);
  const last = rows.length > limit ? page.at(-1) : undefined;
  const versions = [];
  for (const [place, version] of page.entries()) {
    const earlier = rows[place + 1];
    const all = earlier ? await between(earlier, version) : null;
    versions.push({
      revision: version.revision,
      savedAt: version.savedAt.toISOString(),
      name: version.name,
      who: version.who,
      changed: all && { some: all.slice(0, mostTold), count: all.length },
    });
  }
  return { versions, next: last ? writeCursor(name, [String(last.revision)]) : null };
}
