import { z } from 'zod';
import { id, keyName, moment } from './text.ts';

/** The key that somebody sings a song in, as it was kept last. */
export const keptKey = z.object({
  songId: id,
  personId: id,
  name: z.string(),
  key: keyName,
  keptAt: moment,
});
export type KeptKey = z.infer<typeof keptKey>;

/** What a client sends to keep a key. */
export const newKeptKey = z.object({ key: keyName });

/** Of some songs the keys that those of the team sing them in, by name. */
export const keptKeys = z.object({ kept: z.array(keptKey) });
export type KeptKeys = z.infer<typeof keptKeys>;

/** Of which songs it is asked. */
export const keptKeySearch = z.object({
  songs: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(id).max(60, 'Up to 60 songs are asked for.')),
});
