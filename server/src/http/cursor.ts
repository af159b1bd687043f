import { z } from 'zod';
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
