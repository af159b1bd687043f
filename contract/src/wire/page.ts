import { z } from 'zod';

/** Where the next page of a list begins; made by the server, for the list that it was made for. */
export const cursor = z.string().min(1).max(600);

/** How a page of a list is asked for. */
export const page = {
  after: cursor.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(100),
};
