import type { VersionList } from '@intervallum/contract';
import { z } from 'zod';
import type { ListedVersion } from '../db/history.ts';
import { Refusal } from './problem.ts';

/**
 * Where the next page of a list begins, as a text that only this server reads.
 * @param list which list it is of, with what it was asked for: a cursor of another list is refused
 */
export function writeCursor(list: string, place: readonly (string | null)[]): string {
  return Buffer.from(JSON.stringify([list, ...place])).toString('base64url');
}

/** Reads what `writeCursor` wrote for the same list; null for the first page. */
export function readCursor<Place extends z.ZodType>(
  list: string,
  place: Place,
  cursor: string | undefined,
): z.output<Place> | null {
  if (cursor === undefined) return null;
  try {
    const content: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString('utf8'));
    const [of, ...rest] = z.array(z.unknown()).parse(content);
    if (of === list) return place.parse(rest);
  } catch {
    // What is no cursor of ours is refused like one of another list.
  }
  const message = 'This is no place in this list. Ask for its first page again, without “after”.';
  throw new Refusal('invalid', message, { errors: [{ field: 'after', message }] });
}

/** A place in a list of versions: the revision that was shown last. */
export const revisionPlace = z.tuple([
  z
    .string()
    .regex(/^\d{1,9}$/)
    .transform(Number),
]);

/** A page of versions, of which one more than it holds was asked for. */
export function versionPage(
  list: string,
  rows: readonly ListedVersion[],
  limit: number,
): VersionList {
  const page = rows.slice(0, limit);
  const last = rows.length > limit ? page.at(-1) : undefined;
  return {
    versions: page.map(({ savedAt, ...row }) => ({ ...row, savedAt: savedAt.toISOString() })),
    next: last ? writeCursor(list, [String(last.revision)]) : null,
  };
}
