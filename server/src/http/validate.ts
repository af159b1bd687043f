import type { Request } from 'express';
import type { z } from 'zod';
import { id } from '@intervallum/contract';
import { Refusal } from './problem.ts';

/** What a client sent, checked against the contract; throws a refusal that names each bad field. */
export function checked<Schema extends z.ZodType>(schema: Schema, sent: unknown): z.output<Schema> {
  const result = schema.safeParse(sent, { error: inOurWords });
  if (result.success) return result.data;
  const errors = result.error.issues.map(({ path, message }) => {
    const field = path.join('.');
    // The contract's own sentences stand by themselves; the general ones go on from the name of the field.
    const named = field === '' ? 'What was sent' : `“${field}”`;
    return { field, message: /^\p{Ll}/u.test(message) ? `${named} ${message}` : message };
  });
  throw new Refusal('invalid', errors[0]?.message ?? 'The request is not what it should be.', {
    errors,
  });
}

const kinds: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  record: 'an object',
};

/** What the contract has no sentence for, going on from the name of a field. */
function inOurWords(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined
        ? 'is missing.'
        : `has to be ${kinds[issue.expected] ?? issue.expected}.`;
    case 'too_big':
      return issue.origin === 'number' || issue.origin === 'int'
        ? `may be ${issue.maximum} at most.`
        : `is too long: up to ${issue.maximum} fit.`;
    case 'too_small':
      return issue.origin === 'number' || issue.origin === 'int'
        ? `has to be ${issue.minimum} at least.`
        : `is too short: it takes ${issue.minimum}.`;
    case 'unrecognized_keys':
      return `holds what nobody knows here: ${issue.keys.join(', ')}.`;
    case 'invalid_value':
      return `has to be one of: ${issue.values.map(String).join(', ')}.`;
    default:
      return 'is not what it should be.';
  }
}

/** The id in the path. What is no id names nothing, so it is not found. */
export function idInPath(request: Request, name = 'id'): string {
  const read = id.safeParse(request.params[name]);
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
    'Send If-Match with the revision that you changed, in quotation marks.',
  );
}

/** The revision in the path. What is no number names nothing, so it is not found. */
export function revisionInPath(request: Request): number {
  const said = String(request.params['revision']);
  if (/^[1-9]\d{0,8}$/.test(said)) return Number(said);
  throw new Refusal('not-found', 'There is nothing at this address.');
}

/** The screen that saves, where it says so: what another one saved stays in the history beside it. */
export function screenOf(request: Request): string | null {
  const said = request.get('Screen-Id');
  if (said === undefined) return null;
  const read = id.safeParse(said);
  if (read.success) return read.data;
  throw new Refusal(
    'malformed',
    'Screen-Id is a UUID that a page makes for itself, or is left out.',
  );
}
