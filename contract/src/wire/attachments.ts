import { z } from 'zod';
import { id, line, moment } from './text.ts';

/**
 * How much a song may carry besides its chart: bytes of one file, files of one song, bytes of all files of a team; letters of
 * the name of a file.
 */
export const attachmentLimits = {
  bytes: 50_000_000,
  ofSong: 20,
  ofTeam: 2_000_000_000,
  name: 120,
} as const;

/** What a file is to those who play: something to listen to, something to read, something to look at. */
export const attachmentKinds = ['recording', 'paper', 'picture'] as const;
export type AttachmentKind = (typeof attachmentKinds)[number];

/** What a file is called, its ending with it: one line. */
export const attachmentName = line(attachmentLimits.name, 'The name of a file').pipe(
  z.string().min(1, 'A file needs a name.'),
);

/** A file that a song carries. Its content is at `/api/attachments/:id/content`. */
export const attachment = z.object({
  id,
  name: z.string(),
  kind: z.enum(attachmentKinds),
  bytes: z.int().min(1),
  addedAt: moment,
});
export type Attachment = z.infer<typeof attachment>;

/** The files of a song, the last one that was added at the end. */
export const attachmentList = z.object({ attachments: z.array(attachment) });
export type AttachmentList = z.infer<typeof attachmentList>;

/** What a client says of a file beside its bytes. With an id of its own the request can be repeated: it adds one file. */
export const newAttachment = z.object({ id, name: attachmentName });
export type NewAttachment = z.infer<typeof newAttachment>;

/** What of a file can be changed. */
export const attachmentDraft = z.object({ name: attachmentName });
export type AttachmentDraft = z.infer<typeof attachmentDraft>;
