import { z } from 'zod';

/** The kinds of refusal a client can act on. They are the last part of the problem's `type`. */
export const problemKinds = [
  'malformed',
  'invalid',
  'too-large',
  'wrong-type',
  'not-found',
  'wrong-method',
  'signed-out',
  'not-allowed',
  'other-team',
  'too-often',
  'taken',
  'stale',
  'wrong-version',
  'wrong-range',
  'needs-revision',
  'foreign-origin',
  'wrong-host',
  'database-unavailable',
  'internal',
] as const;
export type ProblemKind = (typeof problemKinds)[number];

/** Problem details as RFC 9457 has them, sent as application/problem+json. */
export const problemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  /** Which fields were refused, and why. */
  errors: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
  /** For `stale`: the version that stands on the server now. */
  current: z.unknown().optional(),
});
export type ProblemDetails = z.infer<typeof problemDetails>;

export function problemType(kind: ProblemKind): string {
  return `/problems/${kind}`;
}
