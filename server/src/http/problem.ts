import { problemType, type ProblemDetails, type ProblemKind } from '@intervallum/contract';
import type { ErrorRequestHandler, Response } from 'express';
import { isDatabaseDown } from '../db/failures.ts';
import { withoutValues } from './log.ts';

const statusOf: Record<ProblemKind, number> = {
  malformed: 400,
  'signed-out': 401,
  'not-allowed': 403,
  'foreign-origin': 403,
  'not-found': 404,
  'wrong-method': 405,
  taken: 409,
  'other-team': 409,
  stale: 412,
  'wrong-version': 412,
  'wrong-range': 416,
  'too-large': 413,
  'wrong-type': 415,
  'wrong-host': 421,
  invalid: 422,
  'needs-revision': 428,
  'too-often': 429,
  internal: 500,
  'database-unavailable': 503,
};

const titleOf: Record<ProblemKind, string> = {
  malformed: 'The request cannot be read',
  'signed-out': 'Nobody is signed in',
  'not-allowed': 'This is for others in the team',
  'other-team': 'Another team is open',
  'too-often': 'Tried too often',
  'foreign-origin': 'The request comes from another site',
  'wrong-host': 'Not an address of this application',
  'not-found': 'Not found',
  'wrong-method': 'This cannot be done here',
  taken: 'There is one already',
  stale: 'Someone else saved first',
  'wrong-version': 'It is another version',
  'wrong-range': 'There is no such part of it',
  'too-large': 'Too large',
  'wrong-type': 'Not the type that is taken here',
  invalid: 'Something in it cannot be saved',
  'needs-revision': 'The request does not say which version it changes',
  internal: 'Something went wrong on the server',
  'database-unavailable': 'The database cannot be reached',
};

/** A refusal with a reason; whoever throws it is answered with problem details (RFC 9457). */
export class Refusal extends Error {
  readonly kind: ProblemKind;
  readonly more: Pick<ProblemDetails, 'errors' | 'current'>;
  /** After how many seconds it can be tried again, where that is known. */
  readonly retryAfter: number | null;

  constructor(
    kind: ProblemKind,
    detail: string,
    more: Refusal['more'] = {},
    retryAfter: number | null = kind === 'database-unavailable' ? 2 : null,
  ) {
    super(detail);
    this.kind = kind;
    this.more = more;
    this.retryAfter = retryAfter;
  }
}

export function sendProblem(
  response: Response,
  { kind, message, more, retryAfter }: Refusal,
): void {
  const status = statusOf[kind];
  const details: ProblemDetails = {
    type: problemType(kind),
    title: titleOf[kind],
    status,
    detail: message,
    ...more,
  };
  if (retryAfter !== null) response.set('Retry-After', String(retryAfter));
  response.status(status).type('application/problem+json').send(JSON.stringify(details));
}

/** Turns whatever a route threw into problem details; what nobody foresaw is logged and told without its insides. */
export const problemHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  sendProblem(
    response,
    asRefusal(error, () => request.log.error(withoutValues(error), 'Nobody foresaw this.')),
  );
};

/** The status that a library gave its error; null where it gave none. */
function statusSaid(error: unknown): number | null {
  const says = typeof error === 'object' && error && 'status' in error ? error.status : null;
  return typeof says === 'number' ? says : null;
}

function asRefusal(error: unknown, onUnforeseen: () => void): Refusal {
  if (error instanceof Refusal) return error;
  const type = typeof error === 'object' && error && 'type' in error ? error.type : null;
  if (type === 'entity.too.large') {
    return new Refusal('too-large', 'A request holds up to 1 MB. Is the chart more than one song?');
  }
  if (type === 'entity.parse.failed') return new Refusal('malformed', 'The body is no valid JSON.');
  if (type === 'request.aborted')
    return new Refusal('malformed', 'The request broke off before it had arrived.');
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new Refusal('wrong-type', 'Send the body as UTF-8, without compression or with gzip.');
  if (error instanceof URIError)
    return new Refusal('not-found', 'There is nothing at this address.');
  const status = statusSaid(error);
  if (status === 404) return new Refusal('not-found', 'There is nothing at this address.');
  if (status === 412) return new Refusal('wrong-version', 'What is here is not that version.');
  if (status === 416) return new Refusal('wrong-range', 'It is not as long as that.');
  if (status !== null && status >= 400 && status < 500)
    return new Refusal('malformed', 'The body is not what its headers say of it.');
  if (isDatabaseDown(error)) {
    return new Refusal(
      'database-unavailable',
      'Nothing is lost on your side; try again in a moment.',
    );
  }
  onUnforeseen();
  return new Refusal('internal', 'It has been written to the server’s log. Try again in a moment.');
}
