import type { VersionList } from '@intervallum/contract';
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
 * A page of the versions of something, the latest first.
 * @param list gives `most` of them from before a revision on; from the latest where that is null
 */
export async function versionPage(
  id: string,
  { after, limit }: { readonly after?: string | undefined; readonly limit: number },
  list: (place: { before: number | null; most: number }) => Promise<readonly ListedVersion[]>,
): Promise<VersionList> {
  const name = `versions:${id}`;
  const [before = null] = readCursor(name, revisionPlace, after) ?? [];
  const rows = await list({ before, most: limit + 1 });
  const page = rows.slice(0, limit);
  const last = rows.length > limit ? page.at(-1) : undefined;
  return {
    versions: page.map(({ savedAt, ...row }) => ({ ...row, savedAt: savedAt.toISOString() })),
    next: last ? writeCursor(name, [String(last.revision)]) : null,
  };
}
