import type { Request } from 'express';
import type { z } from 'zod';
import { id } from '@intervallum/contract';
import { Refusal } from './problem.ts';

/** What a client sent, checked against the contract; throws a refusal that names each bad field. */
export function checked<Schema extends z.ZodType>(schema: Schema, sent: unknown): z.output<Schema> {
  const result = schema.safeParse(sent);
  if (result.success) return result.data;
  const errors = result.error.issues.map(({ path, message }) => ({
    field: path.join('.'),
    message,
  }));
  throw new Refusal('invalid', errors[0]?.message ?? 'The request is not what it should be.', {
    errors,
  });
}

/** The id in the path. What is no id names nothing, so it is not found. */
export function idInPath(request: Request): string {
  const read = id.safeParse(request.params['id']);
  if (read.success) return read.data;
  throw new Refusal('not-found', 'There is nothing at this address.');
}

/** The revision as an entity tag (RFC 9110). */
export function etag(revision: number): string {
  return `"${revision}"`;
}

/** The revision that a change starts from, out of If-Match; it must be said, so that nobody overwrites unseen work. */
export function expectedRevision(request: Request): number {
  const header = request.get('If-Match');
  const found = /^"(\d{1,9})"$/.exec(header ?? '');
  if (found) return Number(found[1]);
  throw new Refusal(
    header ? 'malformed' : 'needs-revision',
    'Send If-Match with the ETag of the version you changed.',
  );
}
