import type { z } from 'zod';
import { answerOf, ownHeaders, unreachable, type Answer } from './client.ts';

/** A file on its way. */
export interface Sending {
  /** How much of it has gone, from 0 to 1. */
  readonly onSent: (share: number) => void;
  readonly signal: AbortSignal;
}

/**
 * Sends a file, as bytes, and tells how much of it has gone, which `fetch` does not say.
 * @returns null where it was stopped
 */
export function sendBytes<Schema extends z.ZodType>(
  schema: Schema,
  path: string,
  content: Blob,
  { onSent, signal }: Sending,
): Promise<Answer<z.output<Schema>> | null> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api${path}`);
    const headers = { ...ownHeaders(), 'Content-Type': 'application/octet-stream' };
    for (const [name, value] of Object.entries(headers)) request.setRequestHeader(name, value);
    request.upload.onprogress = ({ loaded, total }) => onSent(total === 0 ? 0 : loaded / total);
    request.onload = () => resolve(answerOf(schema, request.status, jsonOf(request.responseText)));
    request.onerror = () => resolve(unreachable());
    request.onabort = () => resolve(null);
    signal.addEventListener('abort', () => request.abort());
    request.send(content);
  });
}

/** What a text says as JSON; nothing where it is none, as the page of a proxy. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
