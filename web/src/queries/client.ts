import { problemDetails, problemType, type ProblemDetails } from '@intervallum/contract';
import type { z } from 'zod';
import { t } from '../words/words.ts';

/** How a request ended. Only `unreachable` is worth trying again unchanged. */
export type Answer<Value> =
  | { readonly kind: 'ok'; readonly value: Value }
  | { readonly kind: 'stale'; readonly current: unknown }
  | { readonly kind: 'missing'; readonly message: string }
  /** `isTaken`: something else has the id that was asked for. */
  | { readonly kind: 'refused'; readonly message: string; readonly isTaken?: boolean }
  | { readonly kind: 'unreachable'; readonly message: string };

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
  const headers: Record<string, string> = {};
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
  if (problem?.type === problemType('stale')) return { kind: 'stale', current: problem.current };
  if (status === 404) return { kind: 'missing', message };
  if (problem?.type === problemType('database-unavailable')) {
    return { kind: 'unreachable', message: t('The database cannot be reached.') };
  }
  if (status >= 500) return { kind: 'unreachable', message };
  return { kind: 'refused', message, isTaken: problem?.type === problemType('taken') };
}
