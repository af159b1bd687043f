import { attachment, attachmentList } from '@intervallum/contract';
import { queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { answerOf, ask, ownHeaders, unreachable, type Answer } from './client.ts';
import { answered } from './queries.ts';

const nothing = z.null();

/** What is asked of the files that songs carry: apart from the rest, since few screens have to do with them. */
export const filesApi = {
  list: (songId: string) => ask(attachmentList, `/songs/${songId}/attachments`),
  add: (
    songId: string,
    { id, name, content }: { readonly id: string; readonly name: string; readonly content: Blob },
    sending: Sending,
  ) =>
    send(
      attachment,
      `/songs/${songId}/attachments?${new URLSearchParams({ id, name })}`,
      content,
      sending,
    ),
  rename: (id: string, name: string) =>
    ask(attachment, `/attachments/${id}`, { method: 'PUT', body: { name } }),
  remove: (id: string) => ask(nothing, `/attachments/${id}`, { method: 'DELETE' }),
  restore: (id: string) => ask(attachment, `/attachments/${id}/restore`, { method: 'POST' }),
  end: (id: string) => ask(nothing, `/trash/attachments/${id}`, { method: 'DELETE' }),
};

/** The files of a song. */
export function filesQuery(songId: string) {
  return queryOptions({
    queryKey: ['files', songId],
    queryFn: () => answered(filesApi.list(songId)),
  });
}

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
function send<Schema extends z.ZodType>(
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
