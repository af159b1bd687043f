import { problemDetails, problemType, type ProblemDetails } from '@intervallum/contract';
import type { z } from 'zod';
import { createStore } from 'zustand/vanilla';
import { t } from '../words/words.ts';

/** How a request ended. Only `unreachable` is worth trying again unchanged. */
export type Answer<Value> =
  | { readonly kind: 'ok'; readonly value: Value }
  | { readonly kind: 'stale'; readonly current: unknown }
  | { readonly kind: 'missing'; readonly message: string }
  /** `isTaken`: something else has the id that was asked for. */
  | { readonly kind: 'refused'; readonly message: string; readonly isTaken?: boolean }
  /** `isSignedOut`: not before somebody signs in by this browser. */
  | { readonly kind: 'unreachable'; readonly message: string; readonly isSignedOut?: boolean };

/**
 * What the page learned of who is signed in: `ended` once the server knows nobody by this browser any more, `elsewhere` once
 * another window went to another team.
 */
export const standing = createStore<{ readonly is: 'well' | 'ended' | 'elsewhere' }>(() => ({
  is: 'well',
}));

/** The team that this page shows; each request says it, so that none changes another one's. */
let shownTeam: string | null = null;

export function showTeam(teamId: string | null): void {
  shownTeam = teamId;
}

/** What every request says. */
export function ownHeaders(): Record<string, string> {
  return shownTeam === null ? {} : { 'Team-Id': shownTeam };
}

interface Question {
  readonly method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly body?: unknown;
  /** The revision that a change starts from. */
  readonly revision?: number;
  /** The screen that saves: what another one saved stays in the history. */
  readonly screen?: string;
  readonly signal?: AbortSignal;
}

/** Asks the server; the answer is checked against the contract, and every failure is told in a sentence. */
export async function ask<Schema extends z.ZodType>(
  schema: Schema,
  path: string,
  { method = 'GET', body, revision, screen, signal }: Question = {},
): Promise<Answer<z.output<Schema>>> {
  const headers = ownHeaders();
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  if (revision !== undefined) headers['If-Match'] = `"${revision}"`;
  if (screen !== undefined) headers['Screen-Id'] = screen;
  let response: Response;
  let content: unknown;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
    content = response.status === 204 ? null : await response.json();
  } catch (error) {
    if (signal?.aborted) throw error;
    return unreachable();
  }
  return answerOf(schema, response.status, content);
}

/** Nobody answered. */
export function unreachable(): Answer<never> {
  return { kind: 'unreachable', message: t('The server does not answer.') };
}

/** What the server said, checked against the contract. @param content the body as JSON; undefined where it was none */
export function answerOf<Schema extends z.ZodType>(
  schema: Schema,
  status: number,
  content: unknown,
): Answer<z.output<Schema>> {
  if (status >= 400) return refusal(problemDetails.safeParse(content).data, status);
  const read = schema.safeParse(content);
  if (read.success) return { kind: 'ok', value: read.data };
  return {
    kind: 'refused',
    message: t('The server answers in a way this page does not know. Reload the page.'),
  };
}

function refusal(problem: ProblemDetails | undefined, status: number): Answer<never> {
  const message = problem?.detail ?? t('The server refused ({{status}}).', { status });
  if (problem?.type === problemType('signed-out')) {
    standing.setState({ is: 'ended' });
    return { kind: 'unreachable', message: t('You are signed out.'), isSignedOut: true };
  }
  if (problem?.type === problemType('other-team')) standing.setState({ is: 'elsewhere' });
  if (problem?.type === problemType('stale')) return { kind: 'stale', current: problem.current };
  if (status === 404) return { kind: 'missing', message };
  if (problem?.type === problemType('database-unavailable')) {
    return { kind: 'unreachable', message: t('The database cannot be reached.') };
  }
  if (status >= 500) return { kind: 'unreachable', message };
  return { kind: 'refused', message, isTaken: problem?.type === problemType('taken') };
}
