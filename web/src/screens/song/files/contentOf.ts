import type { Attachment } from '@intervallum/contract';

/** Where the content of a file is. */
export const contentOf = (file: Attachment) => `/api/attachments/${file.id}/content`;
