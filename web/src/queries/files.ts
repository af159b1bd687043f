import { attachment, attachmentList } from '@intervallum/contract';
import { queryOptions } from '@tanstack/react-query';
import { z } from 'zod';
import { ask } from './client.ts';
import { answered } from './queries.ts';
import { sendBytes, type Sending } from './sendBytes.ts';

const nothing = z.null();

/** What is asked of the files that songs carry: apart from the rest, since few screens have to do with them. */
export const filesApi = {
  list: (songId: string) => ask(attachmentList, `/songs/${songId}/attachments`),
  add: (
    songId: string,
    { id, name, content }: { readonly id: string; readonly name: string; readonly content: Blob },
    sending: Sending,
  ) =>
    sendBytes(
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
